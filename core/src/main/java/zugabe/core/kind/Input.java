package zugabe.core.kind;

import java.util.List;
import zugabe.core.materials.FileContent;

/**
 * Material that went into an output: one file, or the application's own files together.
 *
 * @param name as the user would name it
 */
public record Input(String name, List<FileContent> files, boolean single) {}
