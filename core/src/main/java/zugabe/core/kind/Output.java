package zugabe.core.kind;

import java.util.List;
import zugabe.bytes.Layout;

/**
 * A file to be written.
 *
 * @param file its path in the output folder, with {@code /}
 * @param mode Unix permission bits
 * @param inputs what went into it, for the receipt; digests are asked for after it was written
 */
public record Output(String file, int mode, Layout layout, List<Input> inputs) {}
