package zugabe.core.survey;

import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import zugabe.bytes.Regex;
import zugabe.core.materials.Nature;
import zugabe.formats.jar.StartAttribute;

/**
 * What goes along with programs beside their code: native libraries that Java loads by name,
 * folders of data and settings, and what scripts of today say about a start.
 */
public final class Carried {
  /** What is carried otherwise, or isn't for users. */
  private static final Set<Nature> OTHERS =
      Set.of(
          Nature.CLASS,
          Nature.NATIVE_LIBRARY,
          Nature.PROGRAM,
          Nature.APPLICATION,
          Nature.BEAM,
          Nature.WEB_ARCHIVE,
          Nature.LICENCE);

  /** Texts that come with what people get, if nobody works on the sources there. */
  private static final Pattern README =
      Pattern.compile("(?i)(readme|changelog|changes)(\\.(md|txt|html?))?");

  private final Survey survey;
  private final Map<String, Survey.Candidate> programs;
  private final Set<String> named;
  private final Set<String> claimed = new TreeSet<>();

  /**
   * What goes along.
   *
   * @param named paths of files that the recipe names elsewhere
   */
  Carried(Survey survey, Map<String, Survey.Candidate> programs, Set<String> named) {
    this.survey = survey;
    this.programs = programs;
    this.named = named;
    survey.programs().forEach(p -> p.libraries().forEach(l -> claimed.add(l.path())));
  }

  private boolean hasJava() {
    return programs.values().stream().anyMatch(Survey.Candidate::isJava);
  }

  /** Native libraries for programs in Java, by platform. */
  public Map<String, List<String>> natives() {
    Map<String, List<String>> natives = new TreeMap<>();
    if (hasJava()) {
      for (Survey.Found f : survey.of(Nature.NATIVE_LIBRARY)) {
        boolean taken = folders().anyMatch(own -> isIn(f.path(), own));
        f.what()
            .platforms()
            .forEach(
                p -> {
                  if (!taken) {
                    natives.computeIfAbsent(p, x -> new ArrayList<>()).add(f.path());
                  }
                });
      }
    }
    return natives;
  }

  /** Folders that are some program's own, whether it was chosen or not. */
  private Stream<String> folders() {
    return Stream.concat(programs.values().stream(), survey.programs().stream())
        .flatMap(
            p ->
                Stream.concat(
                    p.kind() == Survey.Kind.JAR ? Stream.of() : p.own().stream(), p.web().stream()))
        .filter(o -> !o.equals("."));
  }

  private static boolean isIn(String path, String folder) {
    return path.startsWith(folder + "/");
  }

  /** A jar that no program has for a library is one's plug-in, maybe: data, as far as is known. */
  private boolean isCode(Survey.Found f) {
    return f.what().nature() == Nature.JAR
        ? claimed.contains(f.path()) || !hasJava()
        : OTHERS.contains(f.what().nature());
  }

  /** Folders and single files of data, by their paths, the highest without code in them. */
  public List<String> data() {
    Set<String> code = new TreeSet<>();
    survey.classes().forEach(c -> code.add(c.folder()));
    survey.programs().stream()
        .filter(p -> p.kind() == Survey.Kind.FILE)
        .forEach(p -> code.add(p.main()));
    survey.found().stream()
        .filter(f -> isCode(f) && f.what().nature() != Nature.LICENCE)
        .forEach(f -> code.add(f.path()));
    survey.leftovers().forEach(l -> code.add(Regex.replaceAll(l.path(), "/$", "")));
    Set<String> data = new TreeSet<>();
    for (Survey.Found f : survey.found()) {
      if (isData(f)) {
        data.add(top(f.path(), code));
      }
    }
    if (!data.isEmpty() && survey.leftovers().stream().noneMatch(l -> isOfSources(l.path()))) {
      survey.leftovers().stream()
          .map(Survey.Leftover::path)
          .filter(p -> README.matcher(p.substring(top().length())).matches())
          .forEach(data::add);
    }
    return List.copyOf(data);
  }

  /** Whether a file says that people work on sources here, for whom the texts are. */
  private static boolean isOfSources(String path) {
    return Regex.matches(
        "/" + path, "(?i).*/(pom\\.xml|makefile|build\\.gradle(\\.kts)?|src/.*|\\.git.*)");
  }

  /** The folder that all lies in, with a slash behind it. */
  private String top() {
    return survey.top().isEmpty() ? "" : survey.top() + "/";
  }

  private boolean isData(Survey.Found f) {
    String path = f.path();
    boolean program =
        survey.programs().stream().anyMatch(p -> p.main().equals(path))
            || !f.what().fact("starts").isEmpty();
    boolean script =
        f.what().nature() == Nature.SCRIPT && Regex.matches("/" + path, "(.*/bin)?/[^/]*");
    return !isCode(f)
        && !program
        && !script
        && !named.contains(path)
        && !path.equals("zugabe.yaml")
        && !path.startsWith(".")
        && !path.contains("/.")
        && !DeveloperFolders.has(path)
        && !isOfRelease(path)
        && folders().noneMatch(own -> isIn(path, own))
        && survey.classes().stream().noneMatch(c -> isIn(path, c.folder()));
  }

  /** Whether compiled applications for Erlang/OTP lie in the same folder of the top. */
  private boolean isOfRelease(String path) {
    String top = path.substring(0, path.indexOf('/') + 1);
    return !top.isEmpty()
        && survey.of(Nature.APPLICATION).stream().anyMatch(a -> a.path().startsWith(top));
  }

  /** Whether a script is neither a program nor among the data. */
  boolean isLeft(Survey.Found script) {
    return data().stream().noneMatch(d -> d.equals(script.path()) || isIn(script.path(), d))
        && folders().noneMatch(own -> isIn(script.path(), own))
        && programs.values().stream().noneMatch(p -> p.main().equals(script.path()));
  }

  /** The highest folder of a file that has nothing else than data in it; else the file. */
  private static String top(String path, Set<String> code) {
    for (int slash = path.indexOf('/'); slash > 0; slash = path.indexOf('/', slash + 1)) {
      String folder = path.substring(0, slash);
      if (code.stream().noneMatch(c -> c.equals(folder) || isIn(c, folder))) {
        return folder;
      }
    }
    return path;
  }

  /** As the recipe names them: each goes where it is now. */
  public List<String> written() {
    String top = survey.top();
    // where everything lies in one folder, that folder is where programs are started from
    String prefix = top.isEmpty() || isWhole(top) ? "" : top + "/";
    return data().stream()
        .map(
            p -> {
              int slash = p.lastIndexOf('/');
              boolean file =
                  survey.found().stream().anyMatch(f -> f.path().equals(p))
                      || README.matcher(p.substring(slash + 1)).matches();
              String place = p.startsWith(prefix) ? p.substring(prefix.length()) : p;
              int above = place.lastIndexOf('/');
              String to = file ? place.substring(0, Math.max(0, above)) : place;
              return to.isEmpty()
                  ? YamlText.path(p)
                  : "{from: " + YamlText.path(p) + ", to: " + YamlText.path(to) + "}";
            })
        .toList();
  }

  /** Whether a folder at the top is one that code is built into, or holds data only. */
  private boolean isWhole(String top) {
    return data().contains(top) || survey.classes().stream().anyMatch(c -> c.folder().equals(top));
  }

  /** The script that starts a program today; empty when none does. */
  Optional<Survey.Found> script(Survey.Candidate p) {
    return survey.of(Nature.SCRIPT).stream()
        .filter(f -> starts(f, p))
        .min(Comparator.comparing(FilePrograms::isForWindows));
  }

  /** Whether a script starts a program in Java. */
  static boolean starts(Survey.Found script, Survey.Candidate p) {
    String jar =
        p.kind() == Survey.Kind.JAR && !p.libraries().isEmpty() ? p.libraries().get(0).name() : "";
    String starts = script.what().fact("starts");
    return !starts.isEmpty()
        && new StartLine(starts, List.of(), List.of(), List.of()).starts(p, jar);
  }

  /** Words that a script says, by one of its facts; what is here is named so for all systems. */
  List<String> words(Survey.Found script, String fact) {
    String words = script.what().fact(fact);
    return words.isEmpty()
        ? List.of()
        : Stream.of(words.split("\n", -1)).map(this::forAllSystems).toList();
  }

  /** The recipe's lines on how a program is started today. */
  List<String> start(Survey.Candidate p) {
    List<String> lines = new ArrayList<>();
    line("options", p, inManifest(p)).ifPresent(lines::add);
    line("arguments", p, List.of()).ifPresent(lines::add);
    return lines;
  }

  private Optional<String> line(String key, Survey.Candidate p, List<String> manifests) {
    Optional<Survey.Found> script = script(p);
    List<String> words = new ArrayList<>();
    List<String> from = new ArrayList<>();
    script.stream()
        .flatMap(s -> words(s, key).stream())
        .filter(o -> !isPathOfNatives(o))
        .forEach(words::add);
    if (!words.isEmpty()) {
      from.add("in " + script.orElseThrow().path());
    }
    if (words.addAll(manifests.stream().filter(o -> !words.contains(o)).toList())) {
      from.add("its manifest says");
    }
    return words.isEmpty()
        ? Optional.empty()
        : Optional.of(
            "    "
                + key
                + ": "
                + YamlText.texts(words)
                + YamlText.comment("as " + String.join(" and as ", from)));
  }

  /** Where today's script has native libraries; what is started later finds them by itself. */
  boolean isPathOfNatives(String option) {
    return option.startsWith("-Djava.library.path=") && !natives().isEmpty();
  }

  /** Options that the manifest of a program's own jar says to {@code java -jar} alone. */
  private List<String> inManifest(Survey.Candidate p) {
    int java = p.java().orElse(0);
    return survey.said(p).stream()
        .flatMap(jar -> Stream.of(jar.fact("options").split("\n", -1)))
        .filter(o -> StartAttribute.isKnown(o, java))
        .toList();
  }

  private String forAllSystems(String word) {
    String path = word.replace('\\', '/');
    String value = path.substring(path.indexOf('=') + 1);
    boolean isHere =
        survey.found().stream().anyMatch(f -> f.path().equals(value) || isIn(f.path(), value));
    return isHere ? path : word;
  }

  /** A program's module; empty when it has none, or is several: one jar is one module. */
  public static String module(Survey survey, Survey.Candidate p) {
    Map<String, String> modules = new LinkedHashMap<>();
    survey.classes().forEach(c -> modules.put(c.folder(), c.identity().module()));
    long several = p.own().stream().filter(o -> !modules.getOrDefault(o, "").isEmpty()).count();
    return p.own().isEmpty() || several > 1
        ? ""
        : modules.getOrDefault(p.own().get(p.own().size() - 1), "");
  }
}
