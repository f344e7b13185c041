package zugabe.core.survey;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.stream.Collectors;
import zugabe.bytes.Regex;
import zugabe.core.materials.Nature;
import zugabe.formats.classfile.ClassFacts;
import zugabe.formats.classfile.ClassSketch;
import zugabe.formats.classfile.ClassSketch.Hint;

/** Finds what can be started, and ranks it by what speaks for each. */
final class ProgramSearch {
  static final Set<String> COMMON =
      Set.of(
          "classes", "target", "build", "out", "bin", "lib", "libs", "main", "java", "dist", ".",
          "");

  /** Folders in which jars are libraries, whatever their manifests say. */
  private static final Set<String> LIBRARIES =
      Set.of("lib", "libs", "library", "libraries", "dependencies", "dependency", "jars");

  private static final Set<Nature> CODE =
      Set.of(Nature.CLASS, Nature.JAR, Nature.BEAM, Nature.APPLICATION, Nature.NATIVE_LIBRARY);

  private final Map<String, List<ClassSketch>> roots;
  private final Map<String, Survey.Classes> folders;
  private final List<Survey.Found> found;
  private final Function<String, Optional<Survey.Found>> jarWith;
  private final JarPrograms jars;
  private final FilePrograms files;
  private final OwnFolders own;
  private final WebFolders webs;

  /**
   * @param jarWith the jar that a class lies in
   * @param around what is done in a jar around a main class
   */
  ProgramSearch(
      Map<String, List<ClassSketch>> roots,
      List<Survey.Classes> folders,
      List<Survey.Found> found,
      Function<String, Optional<Survey.Found>> jarWith,
      BiFunction<Survey.Found, String, Set<Hint>> around) {
    this.jarWith = jarWith;
    this.jars = new JarPrograms(found, around);
    this.files = new FilePrograms(found);
    this.roots = roots;
    this.folders = folders.stream().collect(Collectors.toMap(Survey.Classes::folder, f -> f));
    this.found = found;
    this.own = new OwnFolders(roots, this.folders, jarWith);
    this.webs = new WebFolders(roots, folders, found);
  }

  List<Survey.Candidate> ranked() {
    List<Survey.Candidate> all = new ArrayList<>();
    all.addAll(webs.candidates());
    for (String root : roots.keySet()) {
      if (!folders.get(root).tests() && !webs.hasClasses(root)) {
        inFolder(root, all);
      }
    }
    Map<String, Survey.Candidate> scripted = scripted();
    all.addAll(scripted.values());
    if (scripted.isEmpty() && roots.isEmpty()) {
      all.addAll(jars.among(f -> isTop(f) && !webs.has(f.path())));
    }
    for (Survey.Found f : found) {
      String starts = f.what().fact("starts");
      if (FilePrograms.isProgram(f)
          || (FilePrograms.isScript(f)
              && !scripted.containsKey(starts)
              && !hasClass(starts.substring(starts.indexOf('/') + 1)))) {
        all.add(files.of(f));
      }
    }
    if (all.isEmpty() && roots.isEmpty()) {
      all.addAll(jars.among(f -> !webs.has(f.path())));
    }
    if (all.isEmpty()
        && roots.isEmpty()
        && found.stream().noneMatch(f -> CODE.contains(f.what().nature()))) {
      // among code that has an ending they are those of developers
      found.stream().filter(FilePrograms::isAnyScript).forEach(f -> all.add(files.of(f)));
    }
    Set<Optional<String>> served =
        all.stream()
            .filter(p -> p.kind() == Survey.Kind.WEB && !p.own().isEmpty())
            .map(Survey.Candidate::web)
            .collect(Collectors.toSet());
    // pages without classes that go with the servlets beside them are no archive of their own
    all.removeIf(
        p ->
            p.kind() == Survey.Kind.WEB
                && p.own().isEmpty()
                && p.java().isEmpty()
                && served.contains(p.web()));
    all.sort(
        Comparator.comparingInt((Survey.Candidate p) -> -p.rank())
            .thenComparing(Survey.Candidate::name)
            .thenComparing(Survey.Candidate::main));
    return all;
  }

  private void inFolder(String root, List<Survey.Candidate> all) {
    List<ClassSketch> sketches = roots.get(root);
    Set<String> named = new HashSet<>();
    sketches.forEach(s -> named.addAll(s.names()));
    List<Survey.Candidate> here = new ArrayList<>();
    for (ClassSketch s : sketches) {
      if (isProgram(s)) {
        here.add(program(root, s, named.contains(s.facts().name().replace('.', '/'))));
      }
    }
    boolean servlets = hints(root).contains(Hint.SERVLET);
    if (here.isEmpty() && servlets) {
      Start start = new Start(Survey.Kind.WEB, root, "", hints(root));
      here.add(started(start, 3, List.of("has servlets")));
    }
    all.addAll(here);
  }

  private Survey.Candidate program(String root, ClassSketch s, boolean isNamed) {
    int rank = 0;
    List<String> reasons = new ArrayList<>();
    String simple = s.facts().name().substring(s.facts().name().lastIndexOf('.') + 1);
    if (Regex.matches(simple, "Main|App|Application|Launcher|.*(Main|App|Application|Launcher)")) {
      rank += 3;
      reasons.add("is called " + simple);
    }
    if (isNamed) {
      rank -= 1;
      reasons.add("others refer to it");
    } else {
      rank += 2;
      reasons.add("no other class refers to it");
    }
    if (s.hints().contains(Hint.WINDOW)) {
      rank += 1;
      reasons.add("opens windows");
    } else if (s.hints().contains(Hint.SERVICE)) {
      rank += 1;
      reasons.add("waits for connections");
    }
    if (Regex.matches(simple, "(?i).*(test|example|demo|benchmark|sample).*")) {
      rank -= 3;
      reasons.add("sounds like a try");
    }
    boolean web = hints(root).contains(Hint.SERVLET) && !bringsServer(root);
    Survey.Kind kind = web ? Survey.Kind.WEB : Survey.Kind.CLASS;
    return started(new Start(kind, root, s.facts().name(), hints(root, s)), rank, reasons);
  }

  /** Whether one of its libraries is a server that a program starts by itself. */
  private boolean bringsServer(String root) {
    return libraries(root).stream()
        .anyMatch(l -> Regex.matches(l.name(), "(tomcat-embed-core|jetty-server|undertow-core).*"));
  }

  /**
   * What is started.
   *
   * @param root folder of its classes
   * @param main its main class; empty for servlets
   */
  private record Start(Survey.Kind kind, String root, String main, Set<Hint> hints) {}

  /** What a program does: its own classes and those that no other program claims. */
  private Set<Hint> hints(String root, ClassSketch program) {
    List<String> others =
        roots.get(root).stream()
            .filter(s -> isProgram(s) && !s.facts().name().equals(program.facts().name()))
            .map(s -> s.facts().name())
            .toList();
    Set<Hint> hints = new HashSet<>();
    for (ClassSketch s : roots.get(root)) {
      String name = s.facts().name();
      if (others.stream().noneMatch(o -> name.equals(o) || name.startsWith(o + "$"))) {
        hints.addAll(s.hints());
      }
    }
    return hints;
  }

  private static boolean isProgram(ClassSketch s) {
    return s.facts().main() == ClassFacts.Main.USABLE && !s.hints().contains(Hint.TEST);
  }

  private Set<Hint> hints(String root) {
    Set<Hint> hints = new HashSet<>();
    roots.get(root).forEach(s -> hints.addAll(s.hints()));
    return hints;
  }

  private Survey.Candidate started(Start start, int rank, List<String> reasons) {
    Survey.Kind kind = start.kind();
    String root = start.root();
    Set<Hint> hints = start.hints();
    OwnFolders.Taken taken = own.of(root);
    List<Survey.Found> libraries = new ArrayList<>(taken.jars());
    libraries.addAll(libraries(root));
    int java =
        Math.max(
            taken.own().stream().mapToInt(o -> folders.get(o).java()).max().orElse(0),
            libraries.stream().mapToInt(ProgramSearch::java).max().orElse(0));
    return new Survey.Candidate(
        kind,
        name(root, start.main()),
        start.main(),
        new Survey.Candidate.Manner(
            surface(hints),
            kind == Survey.Kind.CLASS && isService(hints),
            java == 0 ? Optional.empty() : Optional.of(java),
            List.of()),
        new Survey.Candidate.Files(
            withResources(taken.own()),
            List.copyOf(libraries),
            kind == Survey.Kind.WEB ? web(root).or(webs::pages) : Optional.empty()),
        rank,
        reasons);
  }

  /** Folders of classes, each with its resources before it where these are kept apart. */
  private List<String> withResources(List<String> own) {
    Set<String> all = new LinkedHashSet<>();
    for (String folder : own) {
      BuildFolder.of(folder)
          .flatMap(BuildFolder::resources)
          .filter(r -> found.stream().anyMatch(f -> f.path().startsWith(r + "/")))
          .ifPresent(all::add);
      all.add(folder);
    }
    return List.copyOf(all);
  }

  static String surface(Set<Hint> hints) {
    return hints.contains(Hint.WINDOW) ? "window" : "console";
  }

  static boolean isService(Set<Hint> hints) {
    return hints.contains(Hint.SERVICE) && !hints.contains(Hint.WINDOW);
  }

  static int java(Survey.Found jar) {
    String java = jar.what().fact("java");
    return java.isEmpty() ? 0 : Integer.parseInt(java);
  }

  /**
   * The jars that lie nearest: in the folder above its classes and below that, or further up. Where
   * there are none, those of a folder of libraries deeper below.
   */
  private List<Survey.Found> libraries(String root) {
    List<Survey.Found> jars = found.stream().filter(f -> f.what().nature() == Nature.JAR).toList();
    List<Survey.Found> deep = List.of();
    for (String above = parent(root); above != null; above = parent(above)) {
      String prefix = above.equals(".") ? "" : above + "/";
      List<Survey.Found> below = jars.stream().filter(j -> j.path().startsWith(prefix)).toList();
      List<Survey.Found> near =
          below.stream()
              .filter(j -> j.path().substring(prefix.length()).split("/", -1).length <= 2)
              .toList();
      if (!near.isEmpty()) {
        return near;
      }
      deep = deep.isEmpty() ? ofOneFolder(below) : deep;
    }
    return deep;
  }

  /** Those in the folder of libraries that has most. */
  private static List<Survey.Found> ofOneFolder(List<Survey.Found> jars) {
    Map<String, List<Survey.Found>> folders = new TreeMap<>();
    for (Survey.Found jar : jars) {
      String folder = jar.folder();
      if (LIBRARIES.contains(folder.substring(folder.lastIndexOf('/') + 1))) {
        folders.computeIfAbsent(folder, f -> new ArrayList<>()).add(jar);
      }
    }
    // of as many, the first
    return folders.values().stream()
        .reduce((a, b) -> b.size() > a.size() ? b : a)
        .orElse(List.of());
  }

  static String parent(String folder) {
    if (folder.equals(".") || folder.isEmpty()) {
      return null;
    }
    int slash = folder.lastIndexOf('/');
    return slash < 0 ? "." : folder.substring(0, slash);
  }

  /** The folder beside its classes that has web content. */
  private Optional<String> web(String root) {
    String above = parent(root);
    String prefix = above == null || above.equals(".") ? "" : above + "/";
    return found.stream()
        .filter(f -> f.what().nature() == Nature.WEB && f.path().startsWith(prefix))
        .map(f -> f.path().substring(prefix.length()))
        .filter(p -> p.contains("/"))
        .map(p -> prefix + p.substring(0, p.indexOf('/')))
        .filter(p -> !p.equals(root))
        .findFirst();
  }

  /** A name from the folders around it that says something, else from the class. */
  private String name(String root, String main) {
    String[] parts = root.split("/", -1);
    for (int i = parts.length - 1; i >= 0; i--) {
      // the folder that all lies in is named after a version or a download
      if (!COMMON.contains(parts[i]) && !(i == 0 && isOnlyTop(parts[0]))) {
        return plain(parts[i]);
      }
    }
    String simple = main.substring(main.lastIndexOf('.') + 1);
    if (!simple.equals("Main") && !simple.isEmpty()) {
      return plain(simple);
    }
    String[] packages = main.split("\\.", -1);
    return packages.length > 1 ? plain(packages[packages.length - 2]) : "program";
  }

  private boolean isOnlyTop(String top) {
    return found.stream().allMatch(f -> f.path().startsWith(top + "/"))
        && roots.keySet().stream().allMatch(r -> r.startsWith(top + "/"));
  }

  static String plain(String text) {
    String plain =
        Regex.replaceAll(
            Regex.replaceAll(
                Regex.replaceAll(text, "([a-z])([A-Z])", "$1-$2").toLowerCase(Locale.ROOT),
                "[^a-z0-9]+",
                "-"),
            "^[-0-9]+|-+$",
            "");
    return plain.isEmpty() ? "program" : plain;
  }

  /** Whether a jar lies where libraries don't. */
  private static boolean isTop(Survey.Found jar) {
    String folder = "/" + jar.folder() + "/";
    return LIBRARIES.stream().noneMatch(l -> folder.contains("/" + l + "/"));
  }

  /** Programs in jars that scripts start by their classes or files, by what the scripts name. */
  private Map<String, Survey.Candidate> scripted() {
    Map<String, Survey.Candidate> programs = new LinkedHashMap<>();
    List<Survey.Found> scripts =
        found.stream().sorted(Comparator.comparing(FilePrograms::isForWindows)).toList();
    for (Survey.Found f : scripts) {
      String starts = f.what().nature() == Nature.SCRIPT ? f.what().fact("starts") : "";
      String main = starts.substring(starts.indexOf('/') + 1);
      boolean isJar = main.endsWith(".jar");
      Optional<Survey.Found> jar =
          starts.isEmpty() || programs.containsKey(starts) || (!isJar && hasClass(main))
              ? Optional.empty()
              : isJar
                  ? found.stream().filter(j -> j.name().equals(main)).findFirst()
                  : jarWith.apply(main);
      String started = isJar ? jar.map(j -> j.what().fact("main")).orElse("") : main;
      if (jar.isPresent() && !started.isEmpty()) {
        String name = plain(Regex.replaceFirst(f.name(), "\\.[A-Za-z]+$", ""));
        String why = f.path() + " starts it";
        programs.put(starts, jars.of(jar.get(), name, started, why));
      }
    }
    return programs;
  }

  private boolean hasClass(String main) {
    return roots.values().stream()
        .flatMap(List::stream)
        .anyMatch(s -> s.facts().name().equals(main));
  }
}
