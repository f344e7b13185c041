package zugabe.core.recipe;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import zugabe.core.finding.Located;
import zugabe.core.finding.Where;
import zugabe.core.shape.Field;
import zugabe.core.shape.ListShape;
import zugabe.core.shape.RecordShape;
import zugabe.core.shape.Reference;
import zugabe.core.shape.Shape;
import zugabe.core.shape.TextShape;

/** Something that can be started. */
public record ProgramSpec(
    Optional<Located<String>> materials,
    JavaStart start,
    FileStart fileStart,
    List<Located<String>> arguments,
    Optional<Located<Surface>> surface,
    Setup setup,
    Optional<TrialSpec> trial,
    Where where) {

  /** What says how a Java runtime starts it. */
  public record JavaStart(
      Optional<Located<String>> main,
      Optional<Located<JavaRange>> java,
      Optional<Modules> modules,
      List<Located<String>> options) {}

  /** What says how a program that isn't Java is started. */
  public record FileStart(Optional<Located<String>> file, Optional<Located<String>> interpreter) {}

  /** What an installation and a start script do with it. */
  public record Setup(
      Optional<ServiceSpec> service,
      Optional<FirstRun> firstRun,
      Optional<Located<Folder>> folder) {}

  /** Where a program starts. */
  public enum Folder {
    /** Where the user is. */
    HOME,
    /** Where its own files are installed. */
    PROGRAM,
    /** Where the user's or the service's data are, made at the first start. */
    DATA
  }

  public Optional<Located<String>> main() {
    return start.main();
  }

  public Optional<Located<String>> file() {
    return fileStart.file();
  }

  /** What is done once when the program is installed, by starting it with these arguments. */
  public record FirstRun(List<Located<String>> arguments, Where where) {
    private static final Field<List<Located<String>>> ARGUMENTS =
        Field.required(
            "arguments",
            new ListShape<>(TextShape.any()),
            "Arguments that the program is started with, once.");
    static final Shape<FirstRun> SHAPE =
        RecordShape.of(
            "first-run", List.of(ARGUMENTS), v -> new FirstRun(v.of(ARGUMENTS), v.where()));
  }

  /**
   * A program on the module path.
   *
   * @param main the main module
   * @param add further modules to resolve
   */
  public record Modules(Located<String> main, List<Located<String>> add) {
    private static final String NAME =
        "[\\p{L}_$][\\p{L}\\p{N}_$]*(\\.[\\p{L}_$][\\p{L}\\p{N}_$]*)*";
    private static final Field<Located<String>> MAIN =
        Field.required(
            "main",
            TextShape.matching("a module name such as example.gannet.saltmarsh", NAME),
            "The main module, which holds the main class.");
    private static final Field<List<Located<String>>> ADD =
        Field.optional(
            "add",
            new ListShape<>(TextShape.matching("a module name", NAME)),
            "Further modules to resolve.");
    static final Shape<Modules> SHAPE =
        RecordShape.of("modules", List.of(MAIN, ADD), v -> new Modules(v.of(MAIN), v.of(ADD)));
  }

  /** Where a program shows itself. */
  public enum Surface {
    WINDOW,
    CONSOLE
  }

  private static final Field<Located<String>> MATERIALS =
      Field.optional(
              "materials",
              TextShape.any().naming(Reference.To.GROUP),
              "Name of the group of materials it is in.")
          .otherwise("the only one");
  private static final Field<Located<String>> MAIN =
      Field.optional(
              "main",
              TextShape.matching(
                  "a class name such as example.gannet.saltmarsh.Main",
                  "[\\p{L}_$][\\p{L}\\p{N}_$]*(\\.[\\p{L}_$][\\p{L}\\p{N}_$]*)*"),
              "Main class.")
          .otherwise("the only one found in the byte code");
  private static final Field<Located<Surface>> SURFACE =
      Field.optional(
          "surface",
          TextShape.choice(Surface.values()),
          "Whether it shows a window or uses the console.");
  private static final Field<Located<JavaRange>> JAVA =
      Field.optional(
              "java",
              TextShape.parsed(
                  "a Java version such as 17, 17+ or 17-21",
                  JavaRange.PATTERN,
                  JavaRange::parse,
                  new JavaRange(17, OptionalInt.empty())),
              "Java versions it runs on.")
          .otherwise("what the byte code needs, and up");
  private static final Field<Modules> MODULES =
      Field.optional(
          "modules", Modules.SHAPE, "For a program that runs on the module path: its main module.");
  private static final Field<List<Located<String>>> OPTIONS =
      Field.optional(
          "options",
          new ListShape<>(TextShape.any()),
          "Options for the runtime, such as -Xmx256m.");
  private static final Field<List<Located<String>>> ARGUMENTS =
      Field.optional(
          "arguments", new ListShape<>(TextShape.any()), "Arguments it is always started with.");
  private static final Field<Located<String>> FILE =
      Field.optional(
          "file",
          TextShape.matching("a path below the own files", "[^/\\\\].*[^/]|[^/\\\\]"),
          "For a program that isn't Java: the file among its own files to run. On Windows, .exe or .cmd is added when only that exists.");
  private static final Field<Located<String>> INTERPRETER =
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
          "What runs once after installation, and again only if it failed.");
  private static final Field<Located<Folder>> FOLDER =
      Field.optional(
              "folder",
              TextShape.choice(Folder.values()),
              "Where start scripts start it: home is where the user is, program the folder its own files are installed in, data a folder for its data, made at the first start. The last two are handed over as PROGRAM_FOLDER and DATA_FOLDER, to Java as program.folder and data.folder.")
          .otherwise("home");
  private static final Field<TrialSpec> TRIAL =
      Field.optional("trial", TrialSpec.SHAPE, "How to try it, and what is expected.");

  static final Shape<ProgramSpec> SHAPE =
      RecordShape.of(
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
              FOLDER,
              SERVICE,
              FIRST_RUN,
              TRIAL),
          v ->
              new ProgramSpec(
                  v.maybe(MATERIALS),
                  new JavaStart(v.maybe(MAIN), v.maybe(JAVA), v.maybe(MODULES), v.of(OPTIONS)),
                  new FileStart(v.maybe(FILE), v.maybe(INTERPRETER)),
                  v.of(ARGUMENTS),
                  v.maybe(SURFACE),
                  new Setup(v.maybe(SERVICE), v.maybe(FIRST_RUN), v.maybe(FOLDER)),
                  v.maybe(TRIAL),
                  v.where()));
}
