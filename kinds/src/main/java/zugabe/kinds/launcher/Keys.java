package zugabe.kinds.launcher;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import zugabe.core.archive.EntryPacking;
import zugabe.core.finding.Located;
import zugabe.core.finding.Where;
import zugabe.core.jar.JarKeys;
import zugabe.core.jar.Travel;
import zugabe.core.plan.Choice;
import zugabe.core.plan.DeliverableKeys;
import zugabe.core.shape.Field;
import zugabe.core.shape.RecordShape;
import zugabe.core.shape.TextShape;

/**
 * What a recipe says of a start program for Windows.
 *
 * @param libraries how they travel: beside it is in an archive that has the program
 * @param platform which system it is a program of
 */
record Keys(
    Choice choice,
    Located<Travel> libraries,
    Located<Target> platform,
    Running running,
    Looks looks,
    JarKeys jar) {
  /** Which system it is a program of; those for x64 run on ARM64, too. */
  enum Target {
    WINDOWS_X64,
    WINDOWS_X86;

    /** As recipes have it. */
    String platform() {
      return "windows-" + cpu();
    }

    /** As the start program's file is named. */
    String cpu() {
      return this == WINDOWS_X64 ? "x64" : "x86";
    }
  }

  /** Those that were written about the jar in it. */
  Map<String, Where> ofJar() {
    Map<String, Where> said = new LinkedHashMap<>();
    jar.merge().values().forEach(m -> said.putIfAbsent("merge:", m.where()));
    jar.manifest().ifPresent(m -> said.put("manifest:", m.where()));
    jar.attributes().values().forEach(a -> said.putIfAbsent("attributes:", a.where()));
    if (jar.packing().given()) {
      said.put("packing:", jar.packing().where());
    }
    return said;
  }

  private static final Field<Located<Travel>> LIBRARIES =
      Field.optional(
              "libraries",
              TextShape.choice(Travel.values()),
              "How libraries travel: in it, or beside it in an archive that has the program and holds it.")
          .otherwise("merged");
  private static final Field<Located<Target>> PLATFORM =
      Field.optional(
              "platform", TextShape.choice(Target.values()), "The system it is a program of.")
          .otherwise("windows-x64");

  private static final List<Field<?>> FIELDS =
      List.of(
          DeliverableKeys.PROGRAM,
          DeliverableKeys.MATERIALS,
          LIBRARIES,
          PLATFORM,
          Running.SEEK,
          Running.MEMORY,
          Running.ENVIRONMENT,
          Running.URGENCY,
          Running.ONE,
          Running.AGAIN,
          Looks.ICON,
          Looks.OPENING,
          Looks.ADDRESS,
          Looks.TEXTS,
          Looks.PROPERTIES,
          Looks.LEVEL,
          EntryPacking.KEY,
          JarKeys.MERGE,
          JarKeys.MANIFEST,
          JarKeys.ATTRIBUTES);

  static final RecordShape<Keys> SHAPE =
      new RecordShape<>(
          "a program for Windows that carries a jar and finds a Java runtime for it",
          FIELDS,
          Map.of(
              "scripts", "Remove it; a start program needs no scripts.",
              "platforms", "Write platform: with one; make one deliverable for each.",
              "programs", "Write program: with one name; make one deliverable for each program."),
          v ->
              new Keys(
                  DeliverableKeys.choice(v),
                  v.of(LIBRARIES),
                  v.of(PLATFORM),
                  Running.of(v),
                  Looks.of(v),
                  JarKeys.of(v)));
}
