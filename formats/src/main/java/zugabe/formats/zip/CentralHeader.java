package zugabe.formats.zip;

import zugabe.bytes.ByteReader;

/** A central header's fields (4.3.12), before or after its zip64 extra field was applied. */
record CentralHeader(
    int flags, int method, long time, Amounts amounts, Lengths lengths, int mode, long offset) {

  /** What a zip64 extra field may say instead, together with the offset. */
  record Amounts(long crc32, long packedSize, long size) {}

  /** Of what stands behind the fixed part, in bytes. */
  record Lengths(int name, int extra, int comment) {}

  long crc32() {
    return amounts.crc32();
  }

  long packedSize() {
    return amounts.packedSize();
  }

  long size() {
    return amounts.size();
  }

  int nameBytes() {
    return lengths.name();
  }

  int extraBytes() {
    return lengths.extra();
  }

  int commentBytes() {
    return lengths.comment();
  }

  /** Decodes from the field {@code flags} on. */
  static CentralHeader decode(ByteReader r, int madeBy) {
    int flags = r.u2();
    int method = r.u2();
    long time = r.u4();
    Amounts amounts = new Amounts(r.u4(), r.u4(), r.u4());
    Lengths lengths = new Lengths(r.u2(), r.u2(), r.u2());
    r.skip(4);
    long attributes = r.u4();
    int mode = (madeBy & 0xFF00) == Zip.MADE_BY_UNIX ? (int) (attributes >>> 16) & 07777 : 0;
    return new CentralHeader(flags, method, time, amounts, lengths, mode, r.u4());
  }

  /**
   * With the fields of the zip64 extra field (4.5.3), which stand there in this order when the
   * header has all ones.
   */
  CentralHeader widened(byte[] extra, String name, long at) throws ZipFaultException {
    if (packedSize() != Zip.MAX4 && size() != Zip.MAX4 && offset != Zip.MAX4) {
      return this;
    }
    try {
      ByteReader r = ByteReader.of(extra);
      while (r.left() >= 4) {
        int id = r.u2();
        ByteReader field = ByteReader.of(r.bytes(r.u2()));
        if (id == Zip.EXTRA_ZIP64) {
          long bigSize = size() == Zip.MAX4 ? field.u8() : size();
          long bigPacked = packedSize() == Zip.MAX4 ? field.u8() : packedSize();
          long bigOffset = offset == Zip.MAX4 ? field.u8() : offset;
          Amounts wide = new Amounts(crc32(), bigPacked, bigSize);
          return new CentralHeader(flags, method, time, wide, lengths, mode, bigOffset);
        }
      }
    } catch (IndexOutOfBoundsException e) {
      throw new ZipFaultException(ZipFault.DAMAGED, name, at, "its extra field is cut off");
    }
    return this;
  }
}
