package zugabe.core.archive;

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
  STORED;

  /** A recipe's key for it. */
  public static final Field<Located<EntryPacking>> KEY =
      Field.optional("packing", TextShape.choice(values()), "Whether entries are packed.")
          .otherwise("deflated, where that makes them smaller");

  /** How entries are packed. */
  public Packing packing() {
    return this == STORED ? Packing.stored() : new Deflate();
  }
}
