package zugabe.core.materials;

import zugabe.core.finding.Where;

/**
 * A file of the application itself.
 *
 * @param path where it goes, with {@code /}
 * @param where where the recipe names it
 */
public record OwnFile(String path, FileContent file, Where where) {
  boolean isClass() {
    return path.endsWith(".class")
        && !path.startsWith("META-INF/")
        && !path.endsWith("module-info.class");
  }
}
