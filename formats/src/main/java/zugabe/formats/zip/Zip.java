package zugabe.formats.zip;

/** Constants of APPNOTE.TXT, sections 4.3 to 4.5. */
final class Zip {
  static final long LOCAL_SIGNATURE = 0x04034b50L;
  static final long CENTRAL_SIGNATURE = 0x02014b50L;
  static final long END_SIGNATURE = 0x06054b50L;
  static final long ZIP64_END_SIGNATURE = 0x06064b50L;
  static final long ZIP64_LOCATOR_SIGNATURE = 0x07064b50L;

  static final int LOCAL_BYTES = 30;
  static final int CENTRAL_BYTES = 46;
  static final int END_BYTES = 22;
  static final int ZIP64_END_BYTES = 56;
  static final int ZIP64_LOCATOR_BYTES = 20;

  static final int STORED = 0;
  static final int DEFLATED = 8;

  static final int FLAG_ENCRYPTED = 1;
  static final int FLAG_DESCRIPTOR = 1 << 3;
  static final int FLAG_UTF8 = 1 << 11;

  /** Extra field of zip64, section 4.5.3. */
  static final int EXTRA_ZIP64 = 0x0001;

  /**
   * Extra field that pads a local header so that the data is aligned: alignment in bytes (2), then
   * zeros.
   */
  static final int EXTRA_ALIGNMENT = 0xD935;

  static final int VERSION_DEFLATE = 20;
  static final int VERSION_ZIP64 = 45;

  /** "Version made by" with Unix (3) as the system of the external attributes. */
  static final int MADE_BY_UNIX = 3 << 8;

  /** A field with this value refers to the zip64 extra field. */
  static final long MAX4 = 0xFFFF_FFFFL;

  static final int MAX2 = 0xFFFF;

  private Zip() {}
}
