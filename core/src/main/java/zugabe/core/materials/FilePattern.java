package zugabe.core.materials;

import zugabe.core.finding.Where;

/**
 * A pattern to look for.
 *
 * @param text {@code [root:]path}, with wildcards
 * @param where where the recipe says so
 */
public record FilePattern(String text, Where where) {}
