package zugabe.core.materials;

import java.util.Optional;
import zugabe.core.finding.Where;

/**
 * A file of the application itself.
 *
 * @param path where it goes, with {@code /}
 * @param link where it leads, for a symbolic link that stays one; its file is what lies there, or
 *     empty
 * @param where where the recipe names it
 */
public record OwnFile(String path, FileContent file, Optional<String> link, Where where) {
  /** The same in another place. */
  public OwnFile at(String newPath) {
    return new OwnFile(newPath, file, link, where);
  }

  boolean isClass() {
    return path.endsWith(".class")
        && !path.startsWith("META-INF/")
        && !path.endsWith("module-info.class");
  }
}
