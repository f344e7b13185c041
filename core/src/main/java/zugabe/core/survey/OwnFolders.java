package zugabe.core.survey;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import zugabe.formats.classfile.ClassSketch;

/** Which folders of classes make up a program, beside the one with its main class. */
final class OwnFolders {
  private final Map<String, List<ClassSketch>> roots;
  private final Map<String, Survey.Classes> folders;
  private final Function<String, Optional<Survey.Found>> jarWith;

  /**
   * @param jarWith the jar that a class lies in
   */
  OwnFolders(
      Map<String, List<ClassSketch>> roots,
      Map<String, Survey.Classes> folders,
      Function<String, Optional<Survey.Found>> jarWith) {
    this.roots = roots;
    // in the order of their names: which provider comes first must not depend on a table's
    this.folders = new TreeMap<>(folders);
    this.jarWith = jarWith;
  }

  /**
   * What a program consists of.
   *
   * @param own folders, those before their users, and the program's own one last
   * @param jars of folders that are modules of their own: one jar is one module
   */
  record Taken(List<String> own, List<Survey.Found> jars) {}

  Taken of(String root) {
    Set<String> own = new LinkedHashSet<>();
    needs(root, own, new HashSet<>(Set.of(root)));
    boolean more = true;
    while (more) {
      more = false;
      for (Survey.Classes c : folders.values()) {
        if (!c.tests() && !own.contains(c.folder()) && !c.folder().equals(root)) {
          boolean goes = isSameSet(c.folder(), root) || provides(c, own, root);
          more |= goes && take(c.folder(), own, root);
        }
      }
    }
    List<Survey.Found> jars = jars(root, own);
    List<String> all = new ArrayList<>();
    own.stream().filter(o -> jars.isEmpty() || module(o).isEmpty()).forEach(all::add);
    all.add(root);
    return new Taken(List.copyOf(all), jars);
  }

  /** Whether a build compiled them together, from sources in two languages. */
  private static boolean isSameSet(String folder, String root) {
    Optional<BuildFolder> build = BuildFolder.of(root);
    return build.flatMap(BuildFolder::resources).isPresent()
        && build.equals(BuildFolder.of(folder));
  }

  private boolean take(String folder, Set<String> own, String root) {
    needs(folder, own, new HashSet<>(Set.of(root, folder)));
    return own.add(folder);
  }

  /** Folders whose classes it names, and those that these name. */
  private void needs(String folder, Set<String> own, Set<String> seen) {
    for (String other : folders.get(folder).needs()) {
      if (!folders.get(other).tests() && seen.add(other)) {
        needs(other, own, seen);
        own.add(other);
      }
    }
  }

  /** Whether it provides a service that the program or a library has: no code names it then. */
  private boolean provides(Survey.Classes folder, Set<String> own, String root) {
    return folder.identity().provides().stream()
        .anyMatch(
            s ->
                has(root, s)
                    || own.stream().anyMatch(o -> has(o, s))
                    || jarWith.apply(s).isPresent());
  }

  private boolean has(String folder, String className) {
    return roots.get(folder).stream().anyMatch(s -> s.facts().name().equals(className));
  }

  private String module(String folder) {
    return folders.get(folder).identity().module();
  }

  /** Empty unless each is there that is needed. */
  private List<Survey.Found> jars(String root, Set<String> own) {
    List<String> apart = own.stream().filter(o -> !module(o).isEmpty()).toList();
    List<Survey.Found> jars =
        apart.stream().flatMap(o -> folders.get(o).identity().jar().stream()).toList();
    return module(root).isEmpty() || jars.size() < apart.size() ? List.of() : jars;
  }
}
