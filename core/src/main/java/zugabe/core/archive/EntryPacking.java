package zugabe.core.archive;

import java.util.List;
import zugabe.bytes.Packing;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.finding.RecipeCode;
import zugabe.core.shape.Field;
import zugabe.core.shape.TextShape;
import zugabe.formats.deflate.Deflate;

/** Whether, and how hard, the entries of a zip file or jar are packed. */
public enum EntryPacking {
  /** Each entry that gets smaller by it. */
  DEFLATED,
  /** None: larger, and quicker to make. */
  STORED,
  /** Each entry that gets smaller by it, as small as can be: ten times slower to make. */
  SMALLEST;

  /** A recipe's key for it. */
  public static final Field<Located<EntryPacking>> KEY =
      Field.optional(
              "packing",
              TextShape.choice(values()),
              "Whether and how hard entries are packed; what a library brings packed isn't packed anew.")
          .otherwise("deflated, where that makes them smaller");

  /** How entries are packed. */
  public Packing packing() {
    return this == STORED ? Packing.stored() : deflate();
  }

  /** How streams are packed, which can't be stored. */
  Deflate deflate() {
    return this == SMALLEST ? Deflate.smallest() : new Deflate();
  }

  /** Tells of a key that changes nothing about archives in these formats. */
  public static void check(
      Located<EntryPacking> said, List<ArchiveFormat> formats, Findings findings) {
    boolean stream = said.value() == SMALLEST;
    boolean changes =
        formats.contains(ArchiveFormat.ZIP) || (stream && formats.contains(ArchiveFormat.TAR_GZ));
    if (said.given() && !changes) {
      findings.add(
          RecipeCode.Z1022,
          said.where(),
          "packing: has no effect here: it is for "
              + (stream ? "zip and tar.gz, neither of which is made." : "zip, which isn't made."),
          "Remove it.");
    }
  }
}
