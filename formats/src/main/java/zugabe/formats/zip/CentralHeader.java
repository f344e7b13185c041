package zugabe.formats.zip;

import zugabe.bytes.ByteReader;

/** A central header's fields (4.3.12), before or after its zip64 extra field was applied. */
record CentralHeader(
    int flags,
    int method,
    long time,
    long crc32,
    long packedSize,
    long size,
    int nameBytes,
    int extraBytes,
    int commentBytes,
    int mode,
    long offset) {

  /** Decodes from the field {@code flags} on. */
  static CentralHeader decode(ByteReader r, int madeBy) {
    int flags = r.u2();
    int method = r.u2();
    long time = r.u4();
    long crc32 = r.u4();
    long packedSize = r.u4();
    long size = r.u4();
    int nameBytes = r.u2();
    int extraBytes = r.u2();
    int commentBytes = r.u2();
    r.skip(4);
    long attributes = r.u4();
    int mode = (madeBy & 0xFF00) == Zip.MADE_BY_UNIX ? (int) (attributes >>> 16) & 07777 : 0;
    return new CentralHeader(
        flags,
        method,
        time,
        crc32,
        packedSize,
        size,
        nameBytes,
        extraBytes,
        commentBytes,
        mode,
        r.u4());
  }

  /**
   * With the fields of the zip64 extra field (4.5.3), which stand there in this order when the
   * header has all ones.
   */
  CentralHeader widened(byte[] extra, String name, long at) throws ZipFaultException {
    if (packedSize != Zip.MAX4 && size != Zip.MAX4 && offset != Zip.MAX4) {
      return this;
    }
    try {
      ByteReader r = ByteReader.of(extra);
      while (r.left() >= 4) {
        int id = r.u2();
        ByteReader field = ByteReader.of(r.bytes(r.u2()));
        if (id == Zip.EXTRA_ZIP64) {
          long bigSize = size == Zip.MAX4 ? field.u8() : size;
          long bigPacked = packedSize == Zip.MAX4 ? field.u8() : packedSize;
          long bigOffset = offset == Zip.MAX4 ? field.u8() : offset;
          return new CentralHeader(
              flags,
              method,
              time,
              crc32,
              bigPacked,
              bigSize,
              nameBytes,
              extraBytes,
              commentBytes,
              mode,
              bigOffset);
        }
      }
    } catch (IndexOutOfBoundsException e) {
      throw new ZipFaultException(ZipFault.DAMAGED, name, at, "its extra field is cut off");
    }
    return this;
  }
}
