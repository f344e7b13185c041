package zugabe.core.jar;

import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.Map;
import zugabe.core.finding.Findings;
import zugabe.core.materials.Library;

/**
 * Places of whole libraries in one folder, in the order of the class path; two of one name don't
 * overwrite each other.
 */
public final class LibraryNames {
  private LibraryNames() {}

  public static Map<String, Library> of(JarPlan deliverable, Findings findings) throws IOException {
    Map<String, Library> names = new LinkedHashMap<>();
    for (Library library : deliverable.materials().libraries()) {
      String name = library.name();
      for (int copy = 2; names.containsKey(name); copy++) {
        name = copy + "/" + library.name();
      }
      names.put(name, library);
      if (!name.equals(library.name())) {
        findings.add(
            JarContentCode.Z4011,
            deliverable.where(),
            names.get(library.name()).file().name()
                + " and "
                + library.file().name()
                + " have the same file name; the second goes to "
                + name
                + ".",
            "Remove one of them if it is a copy of the other.");
      }
    }
    return names;
  }
}
