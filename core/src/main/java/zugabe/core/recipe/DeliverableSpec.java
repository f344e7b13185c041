package zugabe.core.recipe;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.Said;
import zugabe.core.finding.Where;

/** One file that goes out. */
public record DeliverableSpec(
    Said<Kind> kind,
    Optional<Said<String>> program,
    List<Said<String>> programs,
    Optional<Said<String>> materials,
    List<Said<Format>> formats,
    List<Said<String>> platforms,
    Map<String, Said<String>> runtimes,
    Map<String, Said<String>> holds,
    Optional<Said<Boolean>> install,
    Optional<Said<Boolean>> standsAlone,
    Optional<PageSpec> page,
    Optional<ReleaseSpec> release,
    Said<Libraries> libraries,
    Said<Packed> packing,
    Optional<Said<Boolean>> packed,
    Said<Scripts> scripts,
    Map<String, Said<MergeRule>> merge,
    Optional<Said<String>> file,
    Optional<Said<String>> manifest,
    Map<String, Said<String>> attributes,
    Optional<Said<String>> sign,
    Where where) {

  /** What is made. */
  public enum Kind {
    /** A jar: with a program one that {@code java -jar} starts, else a library. */
    JAR,
    /** A web archive, for servers. */
    WAR,
    /** A release for Erlang/OTP, as archives in one or more formats. */
    RELEASE,
    /** Files below one folder, as archives in one or more formats. */
    ARCHIVE
  }

  /** Formats of archives. */
  public enum Format {
    ZIP("zip"),
    TAR("tar"),
    TAR_GZ("tar.gz"),
    TAR_XZ("tar.xz"),
    TAR_ZST("tar.zst");

    private final String ending;

    Format(String ending) {
      this.ending = ending;
    }

    /** Of file names, and the name in recipes. */
    public String ending() {
      return ending;
    }

    static Optional<Format> parse(String text) {
      return Arrays.stream(values()).filter(f -> f.ending.equals(text)).findFirst();
    }
  }

  /** Whether entries are packed. */
  public enum Packed {
    /** Each entry that gets smaller by it. */
    DEFLATED,
    /** None: larger, and quicker to make. */
    STORED
  }

  /** Whether start scripts are made beside the jar. */
  public enum Scripts {
    /** When the program needs something that a jar can't carry. */
    NEEDED,
    /** Always. */
    ALWAYS,
    /** Never. */
    NEVER
  }

  /** What is done with several files for one place in a merged jar. */
  public enum MergeRule {
    /** The first on the class path. */
    KEEP_EARLIEST,
    /** The last on the class path. */
    KEEP_LATEST,
    /** One file with the lines of all, each once. */
    JOIN_LINES,
    /** One property file with the keys of all. */
    JOIN_PROPERTIES,
    /** Each in a folder named for its library. */
    SET_ASIDE,
    /** None. */
    LEAVE_OUT,
    /** An error when they differ. */
    REFUSE
  }

  /** How a program's libraries travel. */
  public enum Libraries {
    /** Unpacked into one jar. */
    MERGED,
    /** Jars inside the jar. */
    NESTED,
    /** A folder next to it. */
    BESIDE
  }

  private static final Field<Said<Kind>> KIND =
      Field.required(
          "kind", TextShape.choice(Kind.values()), "What to make: jar, war, archive, or release.");
  private static final Field<Said<String>> PROGRAM =
      Field.optional(
          "program", TextShape.any(), "Name of the program it starts. Default: the only one.");
  private static final Field<Said<String>> MATERIALS =
      Field.optional(
          "materials", TextShape.any(), "Group of materials it holds. Default: the program's.");
  private static final Field<List<Said<String>>> PROGRAMS =
      Field.optional(
          "programs", new ListShape<>(TextShape.any()), "Names of the programs an archive holds.");
  private static final Field<List<Said<String>>> PLATFORMS =
      Field.optional(
          "platforms",
          new ListShape<>(
              TextShape.matching("a platform such as linux-x64", MaterialsSpec.PLATFORMS)),
          "Platforms that an archive is made for, one file each. Default: one file for all.");
  private static final Field<Map<String, Said<String>>> RUNTIMES =
      Field.optional(
          "runtimes",
          new MapShape<>(TextShape.any(), "(" + MaterialsSpec.PLATFORMS + ")"),
          "Folder of the runtime that an archive carries, by platform.");
  private static final Field<Map<String, Said<String>>> HOLDS =
      Field.optional(
          "holds",
          MapShape.named(
              TextShape.matching(
                  "a folder such as share/java, or .",
                  "\\.|(?!\\.\\.?(/|$))[^/\\\\]+(/(?!\\.\\.?(/|$))[^/\\\\]+)*")),
          "Other deliverables that an archive holds, with the folder they lie in.");
  private static final Field<Said<Boolean>> INSTALL =
      Field.optional(
          "install",
          TextShape.yesOrNo(),
          "Whether an archive with programs has scripts that install and remove it. Default: true.");
  private static final Field<Said<Boolean>> STANDS_ALONE =
      Field.optional(
          "stands-alone",
          TextShape.yesOrNo(),
          "Whether java -jar also starts a web archive, with the libraries that servers have themselves kept aside in it. Default: false.");
  private static final Field<PageSpec> PAGE =
      Field.optional(
          "page",
          PageSpec.SHAPE,
          "Of a web archive: what a rehearsal on a server asks for. Default: its address.");
  private static final Field<ReleaseSpec> RELEASE =
      Field.optional(
          "release", ReleaseSpec.SHAPE, "Of a release: its runtime, and what it starts.");
  private static final Field<List<Said<Format>>> FORMATS =
      Field.optional(
          "formats",
          new ListShape<>(
              TextShape.parsed(
                  "zip, tar, tar.gz, tar.xz or tar.zst",
                  "zip|tar|tar\\.gz|tar\\.xz|tar\\.zst",
                  Format::parse,
                  Format.ZIP)),
          "Of an archive or release: zip, tar, tar.gz, tar.xz, tar.zst. Default: zip, of a release tar.gz.");
  private static final Field<Said<Libraries>> LIBRARIES =
      Field.optional(
          "libraries",
          TextShape.choice(Libraries.values()),
          "How libraries travel. Default: merged.");
  private static final Field<Said<Packed>> PACKING =
      Field.optional(
          "packing",
          TextShape.choice(Packed.values()),
          "Whether entries are packed. Default: deflated, where that makes them smaller.");
  private static final Field<Said<Boolean>> PACKED =
      Field.optional(
          "packed",
          TextShape.yesOrNo(),
          "Whether the jar leaves as one zip with the files that belong to it. Default: true when libraries are beside.");
  private static final Field<Said<Scripts>> SCRIPTS =
      Field.optional(
          "scripts",
          TextShape.choice(Scripts.values()),
          "Whether start scripts are made beside the jar. Default: needed, when the program needs what a jar can't carry.");
  private static final Field<Map<String, Said<MergeRule>>> MERGE =
      Field.optional(
          "merge",
          new MapShape<>(TextShape.choice(MergeRule.values()), "[^\\x00-\\x1f]+"),
          "What is done with several files for one place, by path or pattern (* ? **); the first that matches counts.");
  private static final Field<Said<String>> FILE =
      Field.optional(
          "file",
          TextShape.matching(
              "a file name", "[^/\\\\:*?\"<>|\\x00-\\x1f]*[^/\\\\:*?\"<>|\\x00-\\x1f. ]"),
          "File name. Default: {last part of app.id, or app.name}-{version}.jar, or .zip when packed; of an archive without the format's ending.");
  private static final Field<Said<String>> MANIFEST =
      Field.optional("manifest", TextShape.any(), "Hand-written manifest to start from.");
  private static final Field<Map<String, Said<String>>> ATTRIBUTES =
      Field.optional(
          "attributes",
          new MapShape<>(TextShape.any(), "[^\\x00-\\x20:]+"),
          "Extra main attributes for the manifest.");
  private static final Field<Said<String>> SIGN =
      Field.optional("sign", TextShape.any(), "Name of the key to sign it with.");

  static final Shape<DeliverableSpec> SHAPE =
      new RecordShape<>(
          "a deliverable",
          List.of(
              KIND,
              PROGRAM,
              PROGRAMS,
              MATERIALS,
              FORMATS,
              PLATFORMS,
              RUNTIMES,
              HOLDS,
              INSTALL,
              STANDS_ALONE,
              PAGE,
              RELEASE,
              LIBRARIES,
              PACKING,
              PACKED,
              SCRIPTS,
              MERGE,
              FILE,
              MANIFEST,
              ATTRIBUTES,
              SIGN),
          v ->
              new DeliverableSpec(
                  v.of(KIND),
                  v.maybe(PROGRAM),
                  v.of(PROGRAMS),
                  v.maybe(MATERIALS),
                  v.of(FORMATS),
                  v.of(PLATFORMS),
                  v.of(RUNTIMES),
                  v.of(HOLDS),
                  v.maybe(INSTALL),
                  v.maybe(STANDS_ALONE),
                  v.maybe(PAGE),
                  v.maybe(RELEASE),
                  v.of(LIBRARIES),
                  v.of(PACKING),
                  v.maybe(PACKED),
                  v.of(SCRIPTS),
                  v.of(MERGE),
                  v.maybe(FILE),
                  v.maybe(MANIFEST),
                  v.of(ATTRIBUTES),
                  v.maybe(SIGN),
                  v.where()));
}
