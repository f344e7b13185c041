package zugabe.core.survey;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Properties;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import zugabe.bytes.Regex;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.Nature;
import zugabe.core.materials.Recognition;
import zugabe.core.survey.Surveyor.Looked;
import zugabe.formats.classfile.ClassFacts;
import zugabe.formats.classfile.ClassSketch;
import zugabe.formats.classfile.ClassSketch.Hint;
import zugabe.formats.classfile.ModuleFacts;
import zugabe.formats.zip.ZipEntry;
import zugabe.formats.zip.ZipReader;

/** Sorts what was looked at: folders of classes, programs, what is for users and what isn't. */
final class Sorting {
  /** How jars with libraries merged in are called beside the plain ones. */
  static final List<String> MERGED =
      List.of("-all", "-shaded", "-fat", "-uber", "-jar-with-dependencies", "-standalone");

  private static final Set<Nature> KEYS = Set.of(Nature.KEY_STORE, Nature.PRIVATE_KEY);

  /** Bytes of the longest file that may be a password. */
  private static final int MOST_PASSWORD = 256;

  /** So many classes tell whose jar it is. */
  private static final int SAMPLE = 5;

  private final String folder;
  private final List<Looked> looked;
  private final List<Survey.Leftover> leftovers;
  private final Map<String, List<ClassSketch>> roots = new TreeMap<>();
  private final Map<String, String> rootOf = new TreeMap<>();
  private final Map<String, ModuleFacts> modules = new TreeMap<>();

  /** Jars of which the folder has the classes as well, by that folder. */
  private final Map<String, Survey.Found> packed = new TreeMap<>();

  /** Folders in which a key lies. */
  private final Set<String> keyFolders = new HashSet<>();

  private final Map<String, FileContent> contents = new TreeMap<>();
  private final List<Survey.Found> found = new ArrayList<>();

  Sorting(String folder, List<Looked> looked, List<Survey.Leftover> leftovers) {
    this.folder = folder;
    this.looked = looked;
    this.leftovers = new ArrayList<>(leftovers);
  }

  Survey survey() {
    looked.stream()
        .map(Looked::found)
        .filter(f -> KEYS.contains(f.what().nature()))
        .forEach(f -> keyFolders.add(f.folder()));
    looked.forEach(this::sort);
    besideClasses();
    copied();
    twins();
    ownJars();
    compiledAgain();
    List<Survey.Classes> classes = classes();
    classes.stream()
        .filter(Survey.Classes::tests)
        .forEach(c -> leftovers.add(new Survey.Leftover(c.folder() + "/", "classes of tests")));
    List<Survey.Candidate> programs =
        new ProgramSearch(
                roots,
                classes,
                found,
                this::jarWith,
                (jar, main) -> JarHints.of(contents.get(jar.path()), main))
            .ranked();
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
    if (one.found().name().equals("module-info.class")) {
      module(one);
      return;
    }
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
    }
    Optional<String> why = leftover(one.found()).or(() -> besideKey(one.found()));
    if (why.isPresent()) {
      leftovers.add(new Survey.Leftover(one.found().path(), why.get()));
    } else {
      found.add(one.found());
      contents.put(one.found().path(), one.content());
    }
  }

  /** Nobody can tell a password from another word, but some know it by the place. */
  private Optional<String> besideKey(Survey.Found file) {
    boolean word =
        file.what().nature() == Nature.TEXT
            && file.size() <= MOST_PASSWORD
            && !file.folder().equals(".")
            && keyFolders.contains(file.folder());
    return word
        ? Optional.of("a short text beside a key, maybe its password: never ship that")
        : Optional.empty();
  }

  private void module(Looked one) {
    String path = one.found().path();
    int slash = path.lastIndexOf('/');
    try {
      ModuleFacts.of(one.content())
          .ifPresent(m -> modules.put(slash < 0 ? "." : path.substring(0, slash), m));
    } catch (IOException e) {
      // told where files are recognised
      return;
    }
  }

  private void leave(Survey.Found file, String why) {
    found.remove(file);
    leftovers.add(new Survey.Leftover(file.path(), why));
  }

  /** What lies where build tools keep it for themselves, and resources of tests. */
  private void besideClasses() {
    Set<BuildFolder> builds = new LinkedHashSet<>();
    Set<String> ofTests = new LinkedHashSet<>();
    for (String root : roots.keySet()) {
      Optional<BuildFolder> build = BuildFolder.of(root);
      build.ifPresent(builds::add);
      build.flatMap(BuildFolder::resources).filter(r -> isForTests(root)).ifPresent(ofTests::add);
    }
    Set<Survey.Leftover> left = new LinkedHashSet<>();
    found.removeIf(
        f -> {
          Optional<Survey.Leftover> why =
              builds.stream()
                  .flatMap(b -> b.leftover(f.path()).stream())
                  .findFirst()
                  .or(
                      () ->
                          ofTests.stream()
                              .filter(r -> f.path().startsWith(r + "/"))
                              .map(r -> new Survey.Leftover(r + "/", "resources of tests"))
                              .findFirst());
          why.ifPresent(left::add);
          return why.isPresent();
        });
    leftovers.addAll(left);
  }

  private void copied() {
    List<Survey.Leftover> copies = DeveloperFolders.copied(found, roots.keySet());
    Set<String> paths = copies.stream().map(Survey.Leftover::path).collect(Collectors.toSet());
    found.removeIf(f -> DeveloperFolders.isAmong(f.path(), paths));
    leftovers.addAll(copies);
  }

  /** Of a jar with libraries merged in and the plain one, the first is the one for users. */
  private void twins() {
    for (Survey.Found plain : List.copyOf(found)) {
      String folder = plain.folder().equals(".") ? "" : plain.folder() + "/";
      String base = Regex.replaceFirst(plain.name(), "\\.jar$", "");
      boolean original =
          plain.name().startsWith("original-")
              && has(folder + plain.name().substring("original-".length()));
      boolean shaded = MERGED.stream().anyMatch(ending -> has(folder + base + ending + ".jar"));
      if (plain.what().nature() == Nature.JAR && (original || shaded)) {
        leave(plain, "the same program without its libraries");
      }
    }
  }

  private boolean has(String path) {
    return found.stream().anyMatch(f -> f.path().equals(path));
  }

  /** Jars made of classes that lie here as well: their names and versions are the application's. */
  private void ownJars() {
    for (Survey.Found jar : List.copyOf(found)) {
      if (jar.what().nature() != Nature.JAR || roots.isEmpty()) {
        continue;
      }
      Set<String> names = names(jar);
      for (Map.Entry<String, List<ClassSketch>> root : roots.entrySet()) {
        boolean all =
            root.getValue().stream()
                .limit(SAMPLE)
                .allMatch(s -> names.contains(s.facts().name().replace('.', '/') + ".class"));
        if (all) {
          packed.put(root.getKey(), jar);
          if (found.contains(jar)) {
            leave(jar, "the classes in " + root.getKey() + ", packed");
          }
        }
      }
    }
  }

  /** Classes that became byte code for phones aren't anything else, unless they can be started. */
  private void compiledAgain() {
    for (Survey.Found one : List.copyOf(found)) {
      if (one.what().nature() != Nature.DALVIK || roots.isEmpty()) {
        continue;
      }
      Set<String> names = PhoneFacts.classes(contents.get(one.path()));
      for (String root : List.copyOf(roots.keySet())) {
        boolean all =
            roots.get(root).stream()
                .allMatch(
                    s ->
                        names.contains(s.facts().name())
                            && s.facts().main() != ClassFacts.Main.USABLE);
        if (all) {
          roots.remove(root);
          leftovers.add(
              new Survey.Leftover(root + "/", "the classes of which " + one.path() + " was made"));
        }
      }
    }
  }

  /** The jar that a class lies in. */
  private Optional<Survey.Found> jarWith(String className) {
    String path = className.replace('.', '/') + ".class";
    return found.stream()
        .filter(f -> f.what().nature() == Nature.JAR && names(f).contains(path))
        .findFirst();
  }

  private Set<String> names(Survey.Found jar) {
    try {
      return ZipReader.read(contents.get(jar.path())).entries().stream()
          .map(ZipEntry::name)
          .collect(Collectors.toSet());
    } catch (IOException e) {
      return Set.of();
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
      default -> byName(name);
    };
  }

  private static Optional<String> byName(String name) {
    if (name.equals(".env") || name.startsWith(".env.")) {
      return Optional.of("secrets of an environment: never ship it");
    }
    if (name.endsWith(".password")) {
      return Optional.of("a password: never ship it");
    }
    if (Regex.matches(
        name,
        "pom\\.xml|makefile|dockerfile|jenkinsfile|build\\.gradle(\\.kts)?|settings\\.gradle(\\.kts)?|gradle\\.properties|gradle-wrapper\\.(jar|properties)|.*\\.versions\\.toml|(gradlew|mvnw)(\\.bat|\\.cmd)?|\\.gitignore|\\.ds_store|thumbs\\.db|.*\\.(swp|bak|orig|log|iml)")) {
      return Optional.of("left by developers' tools");
    }
    return Regex.matches(name, "(readme|changelog|contributing|todo)(\\..*)?|.*\\.md")
        ? Optional.of("a text for developers, as it seems")
        : Optional.empty();
  }

  private static Optional<String> jar(Survey.Found file, String name) {
    String form = file.what().form();
    if (form.equals("sources") || form.equals("documentation")) {
      return Optional.of("a jar of " + form);
    }
    if (Regex.matches(name, ".*-tests?\\.jar")) {
      return Optional.of("classes of tests");
    }
    return name.equals("gradle-wrapper.jar") ? byName(name) : Optional.empty();
  }

  /** What the jar of some classes says of them, else what lies among them for it. */
  private Optional<Recognition> saying(String root) {
    if (packed.containsKey(root)) {
      return Optional.of(packed.get(root).what());
    }
    String prefix = root.equals(".") ? "META-INF/" : root + "/META-INF/";
    Properties said = new Properties();
    String file = "";
    for (Survey.Found f : found) {
      boolean manifest = f.path().equals(prefix + "MANIFEST.MF");
      boolean model = f.path().startsWith(prefix) && f.name().equals("pom.properties");
      if (model || (manifest && said.isEmpty())) {
        said.clear();
        load(contents.get(f.path()), said);
        file = f.name();
      }
    }
    boolean model = file.equals("pom.properties");
    Recognition words = Recognition.said();
    words
        .with("name", said.getProperty(model ? "artifactId" : "Implementation-Title", "").strip())
        .with(
            "version", said.getProperty(model ? "version" : "Implementation-Version", "").strip());
    return Optional.of(words).filter(w -> !w.facts().isEmpty());
  }

  /** A manifest's lines are read as those of properties are, but for long ones. */
  private static void load(FileContent content, Properties into) {
    try (InputStream in = content.open()) {
      into.load(in);
    } catch (IOException | IllegalArgumentException e) {
      // what can't be read says nothing
      into.clear();
    }
  }

  private static boolean isForTests(String root) {
    return Regex.matches(root, "(.*/)?(test-?[cC]lasses|test|tests)(/.*)?");
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
                  2 * tests >= sketches.size() || isForTests(root),
                  identity(root)));
        });
    return all;
  }

  private Survey.Identity identity(String root) {
    Optional<ModuleFacts> module = Optional.ofNullable(modules.get(root));
    Set<String> provides = new TreeSet<>();
    module.ifPresent(m -> m.provides().keySet().forEach(s -> provides.add(s.replace('/', '.'))));
    String inside = "META-INF/services";
    String services = (root.equals(".") ? "" : root + "/") + inside;
    Optional<String> apart =
        BuildFolder.of(root).flatMap(BuildFolder::resources).map(r -> r + "/" + inside);
    found.stream()
        .filter(f -> f.folder().equals(services) || apart.filter(f.folder()::equals).isPresent())
        .map(Survey.Found::name)
        .forEach(provides::add);
    return new Survey.Identity(
        module.map(ModuleFacts::name).orElse(""),
        Optional.ofNullable(packed.get(root)),
        saying(root),
        provides);
  }

  private List<String> missing(List<Survey.Candidate> programs) {
    List<String> missing = new ArrayList<>();
    boolean phone =
        found.stream()
                .map(f -> f.what().nature())
                .anyMatch(n -> n == Nature.DALVIK || n == Nature.MOBILE_PACKAGE)
            || PhoneParts.startsNative(found);
    if (programs.isEmpty() && !phone) {
      missing.add(
          "Nothing that can be started was found: no class with a main method, no native program, no script.");
    }
    if (found.stream()
        .noneMatch(f -> f.what().nature() == Nature.LICENCE || AppDraft.isCalledLicence(f))) {
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
