package zugabe.core.survey;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import zugabe.core.materials.Nature;
import zugabe.formats.classfile.ClassSketch;

/** Folders that a server would take: web archives that weren't packed. */
final class WebFolders {
  private final Map<String, List<ClassSketch>> roots;
  private final List<Survey.Classes> classes;
  private final List<Survey.Found> found;
  private final Set<String> webs = new TreeSet<>();

  /** Names of classes in them. */
  private final Set<String> names = new HashSet<>();

  WebFolders(
      Map<String, List<ClassSketch>> roots,
      List<Survey.Classes> classes,
      List<Survey.Found> found) {
    this.roots = roots;
    this.classes = classes;
    this.found = found;
    Stream.concat(roots.keySet().stream(), found.stream().map(Survey.Found::path))
        .forEach(
            path -> {
              int at = ("/" + path).indexOf("/WEB-INF/");
              if (at >= 0) {
                webs.add(at == 0 ? "." : path.substring(0, at - 1));
              }
            });
    // beside what a build put together, its pages among the sources are no archive of their own
    boolean whole = webs.stream().anyMatch(this::hasCode);
    webs.removeIf(w -> whole && !hasCode(w) && ("/" + w + "/").contains("/src/"));
    roots.forEach(
        (root, sketches) -> {
          if (has(root)) {
            sketches.forEach(s -> names.add(s.facts().name()));
          }
        });
  }

  private static boolean isIn(String path, String folder) {
    return folder.equals(".") || path.startsWith(folder + "/");
  }

  private boolean hasCode(String web) {
    return roots.keySet().stream().anyMatch(r -> isIn(r, web))
        || found.stream().anyMatch(f -> f.what().nature() == Nature.JAR && isIn(f.path(), web));
  }

  /** Whether a file is in one. */
  boolean has(String path) {
    return webs.stream().anyMatch(w -> isIn(path, w));
  }

  /** Whether a folder of classes is in one, or all of its classes are. */
  boolean hasClasses(String root) {
    return roots.get(root).stream().allMatch(s -> names.contains(s.facts().name()));
  }

  List<Survey.Candidate> candidates() {
    return webs.stream().map(this::candidate).toList();
  }

  private Survey.Candidate candidate(String folder) {
    int java =
        classes.stream()
            .filter(c -> isIn(c.folder(), folder))
            .mapToInt(Survey.Classes::java)
            .max()
            .orElse(0);
    String last = ProgramSearch.plain(folder.substring(folder.lastIndexOf('/') + 1));
    String name = ProgramSearch.COMMON.contains(last) || folder.equals(".") ? "site" : last;
    return new Survey.Candidate(
        Survey.Kind.WEB,
        name,
        "",
        new Survey.Candidate.Manner(
            "console", false, Optional.of(java).filter(j -> j > 0), List.of()),
        new Survey.Candidate.Files(List.of(), List.of(), Optional.of(folder)),
        3,
        List.of("a web archive that isn't packed"));
  }

  /** The only one without classes of its own, as it lies among sources. */
  Optional<String> pages() {
    List<String> pages = webs.stream().filter(w -> !hasCode(w)).toList();
    return pages.size() == 1 ? Optional.of(pages.get(0)) : Optional.empty();
  }
}
