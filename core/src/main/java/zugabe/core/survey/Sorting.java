package zugabe.core.survey;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import zugabe.bytes.Regex;
import zugabe.core.materials.Nature;
import zugabe.core.survey.Surveyor.Looked;
import zugabe.formats.classfile.ClassSketch;
import zugabe.formats.classfile.ClassSketch.Hint;

/** Sorts what was looked at: folders of classes, programs, what is for users and what isn't. */
final class Sorting {
  private final String folder;
  private final List<Looked> looked;
  private final List<Survey.Leftover> leftovers;
  private final Map<String, List<ClassSketch>> roots = new TreeMap<>();
  private final Map<String, String> rootOf = new TreeMap<>();
  private final List<Survey.Found> found = new ArrayList<>();

  Sorting(String folder, List<Looked> looked, List<Survey.Leftover> leftovers) {
    this.folder = folder;
    this.looked = looked;
    this.leftovers = new ArrayList<>(leftovers);
  }

  Survey survey() {
    looked.forEach(this::sort);
    List<Survey.Classes> classes = classes();
    classes.stream()
        .filter(Survey.Classes::tests)
        .forEach(c -> leftovers.add(new Survey.Leftover(c.folder() + "/", "classes of tests")));
    List<Survey.Candidate> programs = new ProgramSearch(roots, classes, found).ranked();
    return new Survey(
        folder,
        looked.size(),
        looked.stream().mapToLong(l -> l.found().size()).sum(),
        programs,
        classes,
        List.copyOf(found),
        leftovers.stream().sorted(java.util.Comparator.comparing(Survey.Leftover::path)).toList(),
        missing(programs));
  }

  private void sort(Looked one) {
    if (one.sketch().isPresent()) {
      ClassSketch sketch = one.sketch().get();
      String inside = sketch.facts().name().replace('.', '/') + ".class";
      String path = one.found().path();
      boolean fits = path.equals(inside) || path.endsWith("/" + inside);
      if (fits) {
        String root =
            path.length() == inside.length()
                ? "."
                : path.substring(0, path.length() - inside.length() - 1);
        roots.computeIfAbsent(root, r -> new ArrayList<>()).add(sketch);
        rootOf.put(sketch.facts().name().replace('.', '/'), root);
        return;
      }
      if (path.endsWith("module-info.class")) {
        return;
      }
    }
    Optional<String> why = leftover(one.found());
    if (why.isPresent()) {
      leftovers.add(new Survey.Leftover(one.found().path(), why.get()));
    } else {
      found.add(one.found());
    }
  }

  /** Why a file isn't for users, if it isn't. */
  private static Optional<String> leftover(Survey.Found file) {
    String name = file.name().toLowerCase(Locale.ROOT);
    return switch (file.what().nature()) {
      case SOURCE -> Optional.of("a source");
      case OBJECT_FILE -> Optional.of("an object file");
      case CORE_DUMP -> Optional.of("a core dump");
      case PRIVATE_KEY -> Optional.of("a private key: never ship it");
      case KEY_STORE -> Optional.of("a key store: never ship it");
      case JAR -> jar(file, name);
      default ->
          name.equals(".env") || name.startsWith(".env.")
              ? Optional.of("secrets of an environment: never ship it")
              : Regex.matches(
                      name,
                      "pom\\.xml|build\\.gradle(\\.kts)?|settings\\.gradle(\\.kts)?|\\.gitignore|\\.ds_store|thumbs\\.db|.*\\.(swp|bak|orig|log|iml)")
                  ? Optional.of("left by developers' tools")
                  : Optional.empty();
    };
  }

  private static Optional<String> jar(Survey.Found file, String name) {
    String form = file.what().form();
    if (form.equals("sources") || form.equals("documentation")) {
      return Optional.of("a jar of " + form);
    }
    if (Regex.matches(name, ".*-tests?\\.jar")) {
      return Optional.of("classes of tests");
    }
    return Optional.empty();
  }

  private List<Survey.Classes> classes() {
    List<Survey.Classes> all = new ArrayList<>();
    roots.forEach(
        (root, sketches) -> {
          int java = 0;
          String because = "";
          Set<String> needs = new HashSet<>();
          int tests = 0;
          for (ClassSketch s : sketches) {
            int version = zugabe.formats.classfile.ClassFacts.javaVersion(s.facts().major());
            if (version > java) {
              java = version;
              because = s.facts().name();
            }
            tests += s.hints().contains(Hint.TEST) ? 1 : 0;
            s.names().stream()
                .map(rootOf::get)
                .filter(r -> r != null && !r.equals(root))
                .forEach(needs::add);
          }
          all.add(
              new Survey.Classes(
                  root,
                  sketches.size(),
                  java,
                  because,
                  needs.stream().sorted().toList(),
                  2 * tests >= sketches.size()));
        });
    return all;
  }

  private List<String> missing(List<Survey.Candidate> programs) {
    List<String> missing = new ArrayList<>();
    if (programs.isEmpty()) {
      missing.add(
          "Nothing that can be started was found: no class with a main method, no native program, no script.");
    }
    if (found.stream().noneMatch(f -> f.what().nature() == Nature.LICENCE)) {
      missing.add("There is no licence text, so people can't know what they may do with it.");
    }
    List<String> unknown =
        found.stream()
            .filter(f -> f.what().nature() == Nature.JAR && f.what().fact("licence").isEmpty())
            .filter(f -> programs.stream().noneMatch(p -> p.main().equals(f.what().fact("main"))))
            .map(Survey.Found::name)
            .distinct()
            .toList();
    if (!unknown.isEmpty()) {
      missing.add("No licence is stated by " + String.join(", ", unknown) + ".");
    }
    boolean window = programs.stream().anyMatch(p -> p.surface().equals("window"));
    if (window && found.stream().noneMatch(f -> f.what().nature() == Nature.PICTURE)) {
      missing.add("There is a program with a window and no picture for its icon.");
    }
    return missing;
  }
}
