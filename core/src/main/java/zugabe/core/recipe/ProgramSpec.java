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
    List<Said<String>> options,
    List<Said<String>> arguments,
    Optional<TrialSpec> trial,
    Where where) {

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
  private static final Field<List<Said<String>>> OPTIONS =
      Field.optional(
          "options",
          new ListShape<>(TextShape.any()),
          "Options for the runtime, such as -Xmx256m.");
  private static final Field<List<Said<String>>> ARGUMENTS =
      Field.optional(
          "arguments", new ListShape<>(TextShape.any()), "Arguments it is always started with.");
  private static final Field<TrialSpec> TRIAL =
      Field.optional("trial", TrialSpec.SHAPE, "How to try it, and what is expected.");

  static final Shape<ProgramSpec> SHAPE =
      new RecordShape<>(
          "a program",
          List.of(MATERIALS, MAIN, SURFACE, JAVA, OPTIONS, ARGUMENTS, TRIAL),
          v ->
              new ProgramSpec(
                  v.maybe(MATERIALS),
                  v.maybe(MAIN),
                  v.maybe(SURFACE),
                  v.maybe(JAVA),
                  v.of(OPTIONS),
                  v.of(ARGUMENTS),
                  v.maybe(TRIAL),
                  v.where()));
}
