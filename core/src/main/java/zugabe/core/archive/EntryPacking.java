package zugabe.core.archive;

import java.util.List;
import java.util.Optional;
import zugabe.bytes.Packing;
import zugabe.core.finding.Located;
import zugabe.core.shape.Field;
import zugabe.core.shape.TextShape;
import zugabe.formats.deflate.Deflate;

/** Whether the entries of a zip file or jar are packed. */
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
              "packing", TextShape.choice(values()), "Whether and how hard entries are packed.")
          .otherwise("deflated, where that makes them smaller");

  /** How entries are packed. */
  public Packing packing() {
    return this == STORED ? Packing.stored() : deflate();
  }

  /** How streams are packed, which can't be stored. */
  Deflate deflate() {
    return this == SMALLEST ? Deflate.smallest() : new Deflate();
  }

  /** Why it changes nothing about archives in these formats; empty when it does. */
  public Optional<String> nothingIn(List<ArchiveFormat> formats) {
    if (formats.contains(ArchiveFormat.ZIP)) {
      return Optional.empty();
    }
    if (this != SMALLEST) {
      return Optional.of("it is for zip, which isn't made");
    }
    return formats.contains(ArchiveFormat.TAR_GZ)
        ? Optional.empty()
        : Optional.of("it is for zip and tar.gz, neither of which is made");
  }
}
