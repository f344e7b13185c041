package zugabe.core.target;

import java.util.List;
import zugabe.bytes.Layout;

/**
 * A file to be written.
 *
 * @param file its name
 * @param inputs what went into it, for the receipt; digests are asked for after it was written
 */
public record Output(String file, Layout layout, List<Input> inputs) {}
