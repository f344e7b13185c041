package zugabe.kinds.launcher;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.Located;
import zugabe.core.kind.Report;
import zugabe.core.plan.Digested;
import zugabe.core.plan.PlanDigest;
import zugabe.core.shape.Field;
import zugabe.core.shape.ListShape;
import zugabe.core.shape.MapShape;
import zugabe.core.shape.RecordShape.Values;
import zugabe.core.shape.TextShape;

/**
 * How a program runs.
 *
 * @param seek where a runtime is looked for, in this order; none for the usual places
 * @param environment variables, of which values may refer to others as %NAME%
 * @param again exit code at which the program is started again; 0 for never
 */
record Running(
    List<Located<String>> seek,
    Optional<Memory> memory,
    Map<String, Located<String>> environment,
    Located<Urgency> urgency,
    Optional<One> one,
    Located<Integer> again)
    implements Digested {
  /** How much of the processor it gets beside other programs. */
  enum Urgency {
    NORMAL,
    LOW,
    BELOW,
    ABOVE,
    HIGH
  }

  /** In front of the folder of a runtime that lies beside. */
  static final String CARRIED = "carried:";

  private static final String VARIABLE = "variable:";

  /** The places, when a recipe names none. */
  private static final List<String> USUAL =
      List.of(CARRIED + "runtime", VARIABLE + "JAVA_HOME", "registry", "path");

  static final Field<List<Located<String>>> SEEK =
      Field.optional(
              "seek",
              new ListShape<>(
                  TextShape.parsed(
                      "carried:FOLDER, variable:NAME (not PATH), registry or path",
                      "carried:[^<>:\"|?*/\\\\\\x00-\\x1f][^<>:\"|?*\\x00-\\x1f]*|variable:[A-Za-z_][A-Za-z0-9_]*|registry|path",
                      // that one holds a list of folders, none of which is a runtime's
                      p -> Optional.of(p).filter(t -> !t.equalsIgnoreCase(VARIABLE + "PATH")),
                      "")),
              "Where a Java runtime is looked for, in this order: in a folder beside the file, where a variable says, where installers of runtimes note it, on the path.")
          .otherwise("carried:runtime, variable:JAVA_HOME, registry, path");
  static final Field<Memory> MEMORY =
      Field.optional(
          "memory", Memory.SHAPE, "Memory for the program's objects, by what the machine has.");
  static final Field<Map<String, Located<String>>> ENVIRONMENT =
      Field.optional(
          "environment",
          new MapShape<>(TextShape.any(), "[A-Za-z_][A-Za-z0-9_]*"),
          "Variables that the program gets; %NAME% stands for another one.");
  static final Field<Located<Urgency>> URGENCY =
      Field.optional(
              "urgency",
              TextShape.choice(Urgency.values()),
              "How much of the processor it gets beside others.")
          .otherwise("normal");
  static final Field<One> ONE =
      Field.optional("one", One.SHAPE, "The program runs once: what a second start does.");
  static final Field<Located<Integer>> AGAIN =
      Field.optional(
          "again",
          Numbers.fromOneTo(Integer.MAX_VALUE),
          "Exit code at which the program is started again, such as after an update.");

  static Running of(Values v) {
    return new Running(
        v.of(SEEK), v.maybe(MEMORY), v.of(ENVIRONMENT), v.of(URGENCY), v.maybe(ONE), v.of(AGAIN));
  }

  Report.Seeking seeking() {
    List<String> carried = named(CARRIED);
    List<String> variables = named(VARIABLE);
    return new Report.Seeking(
        carried, variables, places().size() > carried.size() + variables.size());
  }

  /** What stands behind a word in the places that begin with it. */
  private List<String> named(String word) {
    return places().stream()
        .filter(p -> p.startsWith(word))
        .map(p -> p.substring(word.length()))
        .toList();
  }

  List<String> places() {
    return seek.isEmpty() ? USUAL : seek.stream().map(Located::value).toList();
  }

  @Override
  public void addTo(PlanDigest digest) {
    digest
        .texts("seek", places())
        .part("memory", memory)
        .texts("environment", LauncherData.plain(environment))
        .text("urgency", urgency.value())
        .part("one", one)
        .text("again", again.value());
  }
}
