package zugabe.core.survey;

import java.util.LinkedHashSet;
import java.util.Set;
import java.util.TreeSet;

/**
 * What of a folder goes into a package for phones, and nowhere else.
 *
 * @param resources folders of resources as sources
 * @param paths of all files
 */
public record PhoneParts(Set<String> resources, Set<String> paths) {
  private static final String TOP = ".";

  /** Finds them: byte code, packages, and folders of resources with what lies beside these. */
  public static PhoneParts in(Survey survey) {
    Set<String> resources = new LinkedHashSet<>();
    Set<String> projects = new LinkedHashSet<>();
    for (Survey.Found one : survey.found()) {
      String folder = one.folder();
      int last = folder.lastIndexOf('/');
      String name = folder.substring(last + 1);
      boolean values = name.equals("values") || name.startsWith("values-");
      if (values && one.name().endsWith(".xml") && last > 0) {
        String res = folder.substring(0, last);
        resources.add(res);
        int above = res.lastIndexOf('/');
        projects.add(above < 0 ? res : res.substring(0, above));
      }
    }
    Set<String> paths = new TreeSet<>();
    for (Survey.Found one : survey.found()) {
      boolean code = one.name().endsWith(".dex") || one.name().endsWith(".apk");
      boolean beside =
          projects.stream().anyMatch(p -> !p.equals(TOP) && one.path().startsWith(p + "/"));
      if (code || beside || one.name().equals("AndroidManifest.xml")) {
        paths.add(one.path());
      }
    }
    return new PhoneParts(resources, paths);
  }
}
