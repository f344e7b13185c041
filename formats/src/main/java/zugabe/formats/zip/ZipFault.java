package zugabe.formats.zip;

/**
 * What can be wrong with an archive. {@link #severe} ones make it unusable; the others are oddities
 * that work.
 */
public enum ZipFault {
  /** No end record: not a zip file, or its end is missing. */
  NOT_AN_ARCHIVE(true),
  /** A structure is cut off, has a wrong signature, or contradicts another. */
  DAMAGED(true),
  /** A name that would leave the folder it is unpacked into. */
  ESCAPE(true),
  /** Two entries claim the same bytes of the file. */
  OVERLAP(true),
  /** Sizes or CRC aren't what the headers say. */
  LIE(true),
  /** Encrypted, in several parts, or packed by a method other than stored and deflated. */
  UNSUPPORTED(true),
  /** Bytes after the end record that no comment covers. */
  TRAILING_BYTES(true),
  /** Two entries of one name. */
  DUPLICATE(false),
  /** Bytes before the first entry. */
  PREFIX(false),
  /** A name that some systems can't hold: control characters, not UTF-8, empty or dot parts. */
  ODD_NAME(false);

  private final boolean severe;

  ZipFault(boolean severe) {
    this.severe = severe;
  }

  public boolean severe() {
    return severe;
  }
}
