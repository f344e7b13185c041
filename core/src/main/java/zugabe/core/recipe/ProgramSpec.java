package zugabe.core.recipe;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import zugabe.core.finding.Said;
import zugabe.core.finding.Where;

/** Something that can be started. */
public record ProgramSpec(
    Optional<Said<String>> materials,
    Optional<Said<String>> main,
    Optional<Said<Surface>> surface,
    Optional<Said<JavaRange>> java,
    Optional<Modules> modules,
    Optional<Said<String>> file,
    Optional<Said<String>> interpreter,
    List<Said<String>> options,
    List<Said<String>> arguments,
    Optional<ServiceSpec> service,
    Optional<FirstRun> firstRun,
    Optional<TrialSpec> trial,
    Where where) {

  /** What is done once when the program is installed, by starting it with these arguments. */
  public record FirstRun(List<Said<String>> arguments) {
    private static final Field<List<Said<String>>> ARGUMENTS =
        Field.required(
            "arguments",
            new ListShape<>(TextShape.any()),
            "Arguments that the program is started with, once.");
    static final Shape<FirstRun> SHAPE =
        new RecordShape<>("first-run", List.of(ARGUMENTS), v -> new FirstRun(v.of(ARGUMENTS)));
  }

  /**
   * A program on the module path.
   *
   * @param main the main module
   * @param add further modules to resolve
   */
  public record Modules(Said<String> main, List<Said<String>> add) {
    private static final String NAME =
        "[\\p{L}_$][\\p{L}\\p{N}_$]*(\\.[\\p{L}_$][\\p{L}\\p{N}_$]*)*";
    private static final Field<Said<String>> MAIN =
        Field.required(
            "main",
            TextShape.matching("a module name such as example.gannet.saltmarsh", NAME),
            "The main module, which holds the main class.");
    private static final Field<List<Said<String>>> ADD =
        Field.optional(
            "add",
            new ListShape<>(TextShape.matching("a module name", NAME)),
            "Further modules to resolve.");
    static final Shape<Modules> SHAPE =
        new RecordShape<>("modules", List.of(MAIN, ADD), v -> new Modules(v.of(MAIN), v.of(ADD)));
  }

  /** Where a program shows itself. */
  public enum Surface {
    WINDOW,
    CONSOLE
  }

  private static final Field<Said<String>> MATERIALS =
      Field.optional(
          "materials",
          TextShape.any(),
          "Name of the group of materials it is in. Default: the only one.");
  private static final Field<Said<String>> MAIN =
      Field.optional(
          "main",
          TextShape.matching(
              "a class name such as example.gannet.saltmarsh.Main",
              "[\\p{L}_$][\\p{L}\\p{N}_$]*(\\.[\\p{L}_$][\\p{L}\\p{N}_$]*)*"),
          "Main class. Default: the only one found in the byte code.");
  private static final Field<Said<Surface>> SURFACE =
      Field.optional(
          "surface",
          TextShape.choice(Surface.values()),
          "Whether it shows a window or uses the console.");
  private static final Field<Said<JavaRange>> JAVA =
      Field.optional(
          "java",
          TextShape.parsed(
              "a Java version such as 17, 17+ or 17-21",
              JavaRange.PATTERN,
              JavaRange::parse,
              new JavaRange(17, OptionalInt.empty())),
          "Java versions it runs on. Default: what the byte code needs, and up.");
  private static final Field<Modules> MODULES =
      Field.optional(
          "modules", Modules.SHAPE, "For a program that runs on the module path: its main module.");
  private static final Field<List<Said<String>>> OPTIONS =
      Field.optional(
          "options",
          new ListShape<>(TextShape.any()),
          "Options for the runtime, such as -Xmx256m.");
  private static final Field<List<Said<String>>> ARGUMENTS =
      Field.optional(
          "arguments", new ListShape<>(TextShape.any()), "Arguments it is always started with.");
  private static final Field<Said<String>> FILE =
      Field.optional(
          "file",
          TextShape.matching("a path below the own files", "[^/\\\\].*[^/]|[^/\\\\]"),
          "Of a program that isn't Java: the file among its own files that is run. On Windows, with .exe or .cmd where only that is there.");
  private static final Field<Said<String>> INTERPRETER =
      Field.optional(
          "interpreter",
          TextShape.any(),
          "What runs that file: a path among the own files, or a command of the system such as python3.");
  private static final Field<ServiceSpec> SERVICE =
      Field.optional("service", ServiceSpec.SHAPE, "For a program that runs in the background.");
  private static final Field<FirstRun> FIRST_RUN =
      Field.optional(
          "first-run",
          FirstRun.SHAPE,
          "What is done once when it is installed, and again only if it failed.");
  private static final Field<TrialSpec> TRIAL =
      Field.optional("trial", TrialSpec.SHAPE, "How to try it, and what is expected.");

  static final Shape<ProgramSpec> SHAPE =
      new RecordShape<>(
          "a program",
          List.of(
              MATERIALS,
              MAIN,
              SURFACE,
              JAVA,
              MODULES,
              FILE,
              INTERPRETER,
              OPTIONS,
              ARGUMENTS,
              SERVICE,
              FIRST_RUN,
              TRIAL),
          v ->
              new ProgramSpec(
                  v.maybe(MATERIALS),
                  v.maybe(MAIN),
                  v.maybe(SURFACE),
                  v.maybe(JAVA),
                  v.maybe(MODULES),
                  v.maybe(FILE),
                  v.maybe(INTERPRETER),
                  v.of(OPTIONS),
                  v.of(ARGUMENTS),
                  v.maybe(SERVICE),
                  v.maybe(FIRST_RUN),
                  v.maybe(TRIAL),
                  v.where()));
}
