package zugabe.kinds.archive;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.archive.ArchiveFormat;
import zugabe.core.archive.EntryPacking;
import zugabe.core.finding.Located;
import zugabe.core.jar.JarKeys;
import zugabe.core.plan.Choice;
import zugabe.core.plan.DeliverableKeys;
import zugabe.core.program.Platforms;
import zugabe.core.recipe.FilesSpec;
import zugabe.core.shape.Field;
import zugabe.core.shape.ListShape;
import zugabe.core.shape.MapShape;
import zugabe.core.shape.RecordShape;
import zugabe.core.shape.Reference;
import zugabe.core.shape.TextShape;

/**
 * What a recipe says of an archive.
 *
 * @param programs those of program: and programs:
 * @param holds other deliverables, with the folder they lie in
 */
record Keys(
    Choice choice,
    List<Located<String>> programs,
    List<Located<ArchiveFormat>> formats,
    List<Located<String>> platforms,
    Map<String, Located<String>> runtimes,
    Map<String, Located<String>> holds,
    Optional<Located<Boolean>> install,
    JarKeys jar) {
  private static final Field<List<Located<String>>> PROGRAMS =
      Field.optional(
          "programs",
          new ListShape<>(TextShape.any().naming(Reference.To.PROGRAM)),
          "Names of the programs it holds.");
  private static final Field<Located<String>> PROGRAM =
      Field.optional(
              "program",
              TextShape.any().naming(Reference.To.PROGRAM),
              "Name of the program it holds, when it is just one.")
          .otherwise("the recipe's only program, when nothing else says what goes in");
  private static final Field<Located<String>> MATERIALS =
      Field.optional(
              "materials",
              TextShape.any().naming(Reference.To.GROUP),
              "Group of materials whose files are included as they are, next to the programs.")
          .otherwise("the only one, in a recipe without programs");
  private static final Field<List<Located<ArchiveFormat>>> FORMATS =
      ArchiveFormat.key(ArchiveFormat.ZIP);
  private static final Field<Map<String, Located<String>>> RUNTIMES =
      Field.optional(
          "runtimes",
          new MapShape<>(
              TextShape.any().naming(Reference.To.FOLDER), "(" + Platforms.PATTERN + ")"),
          "Folder of the Java runtime that it carries, by platform.");
  private static final Field<Map<String, Located<String>>> HOLDS =
      Field.optional(
          "holds",
          MapShape.named(
                  TextShape.matching(
                      "a folder such as share/java, or .", "\\.|" + FilesSpec.FOLDER))
              .of(Reference.To.DELIVERABLE),
          "Other deliverables to include, each with the folder it goes into.");
  private static final Field<Located<Boolean>> INSTALL =
      Field.optional(
              "install",
              TextShape.yesOrNo(),
              "Whether it has scripts that install and remove its programs.")
          .otherwise("true, when it has programs");
  private static final List<Field<?>> FIELDS =
      List.of(
          PROGRAM,
          PROGRAMS,
          MATERIALS,
          FORMATS,
          DeliverableKeys.PLATFORMS,
          RUNTIMES,
          HOLDS,
          INSTALL,
          EntryPacking.KEY,
          JarKeys.MERGE,
          JarKeys.ATTRIBUTES);

  static final RecordShape<Keys> SHAPE =
      new RecordShape<>(
          "files below one folder, or programs that can be installed, in one or more archives",
          FIELDS,
          Map.of(
              "libraries", "Remove it; an archive has its libraries in its folder lib.",
              "scripts", "Remove it; the programs of an archive always have start scripts.",
              "one-file", "Remove it; an archive is one file for each platform and format.",
              "manifest", "Write attributes: for what its programs' manifests are to say."),
          v -> {
            List<Located<String>> programs = new ArrayList<>(v.maybe(PROGRAM).stream().toList());
            programs.addAll(v.of(PROGRAMS));
            return new Keys(
                new Choice(v.maybe(MATERIALS), v.where()),
                programs,
                v.of(FORMATS),
                v.of(DeliverableKeys.PLATFORMS),
                v.of(RUNTIMES),
                v.of(HOLDS),
                v.maybe(INSTALL),
                JarKeys.of(v));
          });

  /** Whether there are both program: and programs:. */
  boolean saysBoth() {
    return programs.size() > 1 && programs.get(0).where().key().endsWith(".program");
  }

  List<ArchiveFormat> wantedFormats() {
    return ArchiveFormat.said(formats, ArchiveFormat.ZIP);
  }

  List<String> wantedPlatforms() {
    return platforms.stream().map(Located::value).distinct().toList();
  }
}
