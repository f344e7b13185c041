package zugabe.kinds.jar;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.archive.EntryPacking;
import zugabe.core.finding.Located;
import zugabe.core.jar.JarKeys;
import zugabe.core.jar.Travel;
import zugabe.core.plan.Choice;
import zugabe.core.plan.DeliverableKeys;
import zugabe.core.shape.Field;
import zugabe.core.shape.RecordShape;
import zugabe.core.shape.TextShape;

/**
 * What a recipe says of a jar.
 *
 * @param libraries how they travel
 * @param oneFile whether it leaves as one zip with the files that belong to it
 * @param scripts whether start scripts are made
 */
record Keys(
    Choice choice,
    Located<Travel> libraries,
    Optional<Located<Boolean>> oneFile,
    Located<Scripts> scripts,
    JarKeys jar) {

  /** Whether start scripts are made beside the jar. */
  enum Scripts {
    /** When the program needs something that a jar can't carry. */
    NEEDED,
    /** Always. */
    ALWAYS,
    /** Never. */
    NEVER
  }

  private static final Field<Located<Travel>> LIBRARIES =
      Field.optional("libraries", TextShape.choice(Travel.values()), "How libraries travel.")
          .otherwise("merged");
  private static final Field<Located<Boolean>> ONE_FILE =
      Field.optional(
              "one-file",
              TextShape.yesOrNo(),
              "Whether the jar ships as one zip together with the files that belong to it.")
          .otherwise("true when libraries are beside");
  private static final Field<Located<Scripts>> SCRIPTS =
      Field.optional(
              "scripts",
              TextShape.choice(Scripts.values()),
              "Whether start scripts are made beside the jar.")
          .otherwise("needed: when the program needs something that a jar can't carry");
  private static final List<Field<?>> FIELDS =
      List.of(
          DeliverableKeys.PROGRAM,
          DeliverableKeys.MATERIALS,
          LIBRARIES,
          ONE_FILE,
          SCRIPTS,
          EntryPacking.KEY,
          JarKeys.MERGE,
          JarKeys.MANIFEST,
          JarKeys.ATTRIBUTES);

  static final RecordShape<Keys> SHAPE =
      new RecordShape<>(
          "a jar that java -jar starts, or a library if it has no program",
          FIELDS,
          Map.of(
              "packed", "Write one-file: instead.",
              "programs", "Write program: with one name; make one jar for each program.",
              "formats", "Write one-file: true for a zip; an archive has other formats.",
              "platforms",
                  "Remove it; a jar serves all platforms, and an archive can be made for single ones.",
              "runtimes", "Make an archive of it, which can carry a runtime.",
              "holds", "Make an archive that holds the jar.",
              "install", "Make an archive of it, which can be installed."),
          v ->
              new Keys(
                  DeliverableKeys.choice(v),
                  v.of(LIBRARIES),
                  v.maybe(ONE_FILE),
                  v.of(SCRIPTS),
                  JarKeys.of(v)));

  boolean leavesAsOne() {
    return oneFile.map(Located::value).orElse(libraries.value() == Travel.BESIDE);
  }

  /** Several files, which lie in a folder. */
  boolean leavesAsFolder() {
    return libraries.value() == Travel.BESIDE && !leavesAsOne();
  }

  /** Of the file's name. */
  String ending() {
    return leavesAsOne() ? ".zip" : ".jar";
  }
}
