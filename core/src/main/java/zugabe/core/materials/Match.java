package zugabe.core.materials;

import java.util.Optional;

/**
 * A file that a pattern matched.
 *
 * @param inner its path below the folder or fixed part that the pattern names, with {@code /}
 * @param link where it leads, for a symbolic link that stays one
 */
record Match(String inner, FileContent file, Optional<String> link) {}
