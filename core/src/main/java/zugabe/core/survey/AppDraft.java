package zugabe.core.survey;

import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Stream;
import zugabe.bytes.Regex;
import zugabe.core.materials.Nature;
import zugabe.core.recipe.App;

/** What a draft says of the application: its own words first, guesses behind. */
final class AppDraft {
  /** How pictures are called that are meant for it. */
  private static final List<String> ICON_NAMES = List.of("icon", "logo", "launcher");

  /** Pixels on each side that all systems' icons can be made of. */
  private static final int ICON_SIDE = 256;

  private static final Pattern LICENCE = Pattern.compile("(?i)(LICEN[CS]E|COPYING)(\\.(txt|md))?");

  private final Survey survey;
  private final Wishes wishes;
  private final Map<String, Survey.Candidate> programs;
  private final List<Draft> drafts;
  private final List<String> lines = new ArrayList<>();

  /**
   * @param drafts of the kinds, which know names where no program does
   */
  AppDraft(
      Survey survey, Wishes wishes, Map<String, Survey.Candidate> programs, List<Draft> drafts) {
    this.survey = survey;
    this.wishes = wishes;
    this.programs = programs;
    this.drafts = drafts;
  }

  private void line(String text) {
    lines.add(text);
  }

  /** The lines. */
  List<String> lines() {
    String id = id();
    line("app:");
    if (id.contains(".")) {
      line(
          "  id: "
              + YamlText.scalar(id)
              + YamlText.comment("reverse domain name, fixed for the application's life"));
    } else {
      line("  # id: Reverse domain name, fixed for the application's life; phones need one");
    }
    line("  name: " + YamlText.scalar(wishes.name().orElse(ownName().orElse(name(id)))));
    Optional<String> version = wishes.version().or(this::version);
    line(
        "  version: "
            + YamlText.scalar(version.orElse("1.0.0"))
            + (version.isEmpty() ? YamlText.comment("no file tells one: write yours") : ""));
    line("  # summary: One line that says what it is for");
    line(
        wishes
            .maker()
            .map(m -> "  maker: " + YamlText.scalar(m))
            .orElse("  # maker: Who makes it"));
    Optional<Survey.Found> text = licence();
    Optional<String> licence =
        wishes.license().or(() -> text.map(f -> f.what().form()).filter(f -> !f.isEmpty()));
    List<String> parts = new ArrayList<>();
    licence.ifPresent(l -> parts.add("id: " + YamlText.scalar(l)));
    text.ifPresent(f -> parts.add("text: " + YamlText.path(f.path())));
    if (!parts.isEmpty()) {
      line("  license: {" + String.join(", ", parts) + "}");
    }
    icon().ifPresent(f -> line("  icon: " + YamlText.path(f.path())));
    return lines;
  }

  /** The application's name as its own jar has it, written as a name. */
  Optional<String> ownName() {
    if (programs.isEmpty()) {
      return called(Draft.Called::name);
    }
    return programs.size() == 1
        ? ownFact("name").map(n -> n.substring(0, 1).toUpperCase(Locale.ROOT) + n.substring(1))
        : Optional.empty();
  }

  /** What a kind knows, where no program tells it. */
  private Optional<String> called(Function<Draft.Called, String> part) {
    return drafts.stream()
        .flatMap(x -> x.app().stream())
        .map(part)
        .filter(v -> !v.isEmpty())
        .findFirst();
  }

  String name(String id) {
    String last = id.substring(id.lastIndexOf('.') + 1);
    return last.isEmpty()
        ? "Application"
        : last.substring(0, 1).toUpperCase(Locale.ROOT) + last.substring(1);
  }

  /** What all packages of own classes begin with; at most three parts. */
  String id() {
    List<String> mains =
        programs.values().stream()
            .filter(p -> p.kind() != Survey.Kind.FILE)
            .map(Survey.Candidate::main)
            .filter(m -> m.contains("."))
            .toList();
    if (mains.isEmpty()) {
      return survey.programs().isEmpty()
          ? called(Draft.Called::id).orElse("")
          : survey.programs().get(0).name();
    }
    String common = mains.get(0).substring(0, mains.get(0).lastIndexOf('.'));
    for (String main : mains) {
      while (!common.isEmpty() && !(main + ".").startsWith(common + ".")) {
        common = common.contains(".") ? common.substring(0, common.lastIndexOf('.')) : "";
      }
    }
    return Regex.matches(common, "[a-z][a-z0-9_]*(\\.[a-z][a-z0-9_]*)+")
        ? common.replace('_', '-')
        : common.replace(".", "");
  }

  /** What the application's own jar says of it. */
  private Optional<String> ownFact(String fact) {
    return programs.values().stream()
        .flatMap(p -> survey.said(p).stream())
        .map(r -> r.fact(fact))
        .filter(v -> !v.isEmpty())
        .findFirst();
  }

  /** The version in the name of a jar that a build made of the application's own classes. */
  private Optional<String> inJarsName() {
    Stream<Survey.Found> beside =
        programs.values().stream()
            .flatMap(p -> p.own().stream().skip(Math.max(0, p.own().size() - 1)))
            .flatMap(o -> survey.classes().stream().filter(c -> c.folder().equals(o)))
            .flatMap(c -> c.identity().jar().stream());
    Stream<Survey.Found> started =
        programs.values().stream()
            .filter(p -> p.kind() == Survey.Kind.JAR)
            .flatMap(p -> p.libraries().stream().limit(1));
    return Stream.concat(beside, started)
        .map(j -> Regex.replaceFirst(plain(j.name()), "^.*?-([0-9][^-]*(-.*)?)\\.jar$", "$1"))
        .filter(v -> !v.endsWith(".jar"))
        .findFirst();
  }

  /** As the jar without its libraries is called. */
  private static String plain(String name) {
    for (String merged : Sorting.MERGED) {
      if (name.endsWith(merged + ".jar")) {
        return name.substring(0, name.length() - merged.length() - 4) + ".jar";
      }
    }
    return name;
  }

  Optional<String> version() {
    Optional<String> own = ownFact("version").or(this::inJarsName);
    Optional<String> said =
        own.isEmpty() && programs.isEmpty() ? called(Draft.Called::version) : own;
    // some write the day behind it
    return said.map(v -> v.strip().split("\\s", 2)[0]).filter(v -> App.isVersion(v));
  }

  /** A known licence's text, or a text at the top that is called one. */
  Optional<Survey.Found> licence() {
    return survey.of(Nature.LICENCE).stream()
        .min(Comparator.comparingInt(f -> f.path().length()))
        .or(
            () ->
                survey.of(Nature.TEXT).stream()
                    .filter(f -> f.folder().equals(survey.top().isEmpty() ? "." : survey.top()))
                    .filter(AppDraft::isCalledLicence)
                    .findFirst());
  }

  /** Whether a text is called one, whatever it says. */
  static boolean isCalledLicence(Survey.Found file) {
    return file.what().nature() == Nature.TEXT && LICENCE.matcher(file.name()).matches();
  }

  private static boolean isSquare(String size) {
    int x = size.indexOf('x');
    return x > 0 && size.substring(0, x).equals(size.substring(x + 1));
  }

  /**
   * The largest square picture that every system can take: best one that is called an icon, and
   * none of a phone's resources where there are others.
   */
  Optional<Survey.Found> icon() {
    List<Survey.Found> pictures =
        survey.of(Nature.PICTURE).stream()
            .filter(f -> f.what().form().equals("PNG"))
            .filter(f -> isSquare(f.what().fact("size")))
            .filter(
                f ->
                    survey.programs().stream()
                        .noneMatch(
                            p -> p.web().filter(w -> f.path().startsWith(w + "/")).isPresent()))
            .toList();
    if (pictures.size() < 2) {
      return pictures.stream().findFirst();
    }
    Set<String> ofPhones = PhoneParts.in(survey).paths();
    return pictures.stream()
        .max(
            Comparator.<Survey.Found>comparingInt(f -> ofPhones.contains(f.path()) ? 0 : 1)
                .thenComparingInt(f -> side(f) >= ICON_SIDE && isCalledIcon(f) ? 1 : 0)
                .thenComparingInt(AppDraft::side));
  }

  private static boolean isCalledIcon(Survey.Found picture) {
    String name = picture.name().toLowerCase(Locale.ROOT);
    return ICON_NAMES.stream().anyMatch(name::contains);
  }

  private static int side(Survey.Found square) {
    return Integer.parseInt(Regex.replaceFirst(square.what().fact("size"), "x.*", ""));
  }
}
