package zugabe.formats.zip;

import java.nio.charset.StandardCharsets;
import zugabe.bytes.ByteWriter;

/**
 * Encodes the structures of an archive.
 *
 * <pre>
 * local header (4.3.7)         central header (4.3.12)
 *  0 u4 signature               0 u4 signature            28 u2 name length
 *  4 u2 version needed          4 u2 version made by      30 u2 extra length
 *  6 u2 flags                   6 u2 version needed       32 u2 comment length
 *  8 u2 method                  8 u2 flags                34 u2 disk
 * 10 u4 time and date          10 u2 method               36 u2 internal attributes
 * 14 u4 crc-32                 12 u4 time and date        38 u4 external attributes
 * 18 u4 compressed size        16 u4 crc-32               42 u4 offset of local header
 * 22 u4 size                   20 u4 compressed size      46    name, extra, comment
 * 26 u2 name length            24 u4 size
 * 28 u2 extra length
 * 30    name, extra
 * </pre>
 */
final class Headers {
  private Headers() {}

  /** What both headers of an entry share. */
  record Fields(ZipMember member, int method, long crc32, long packedSize, long size) {
    byte[] name() {
      return member.name().getBytes(StandardCharsets.UTF_8);
    }
  }

  /** Asked for each entry twice: an expression would be felt. */
  private static int flags(byte[] name) {
    for (byte b : name) {
      if (b < 0) {
        return Zip.FLAG_UTF8;
      }
    }
    return 0;
  }

  /** Bytes of the local header without name and padding, by whether its sizes need zip64. */
  static int localExtraBytes(boolean zip64) {
    return zip64 ? 20 : 0;
  }

  /** {@code padding} is the whole alignment field's size: 0, or 6 and more. */
  static byte[] local(Fields f, boolean zip64, int padding) {
    byte[] name = f.name();
    int extra = localExtraBytes(zip64) + padding;
    ByteWriter w =
        ByteWriter.ofSize(Zip.LOCAL_BYTES + name.length + extra)
            .u4("signature", Zip.LOCAL_SIGNATURE)
            .u2("version needed", zip64 ? Zip.VERSION_ZIP64 : Zip.VERSION_DEFLATE)
            .u2("flags", flags(name))
            .u2("method", f.method())
            .u4("time", DosTime.encode(f.member().time()))
            .u4("crc-32", f.crc32())
            .u4("compressed size", zip64 ? Zip.MAX4 : f.packedSize())
            .u4("size", zip64 ? Zip.MAX4 : f.size())
            .u2("name length", name.length)
            .u2("extra length", extra)
            .bytes(name);
    if (zip64) {
      w.u2("extra id", Zip.EXTRA_ZIP64).u2("extra size", 16);
      w.u8("size", f.size()).u8("compressed size", f.packedSize());
    }
    if (padding > 0) {
      w.u2("extra id", Zip.EXTRA_ALIGNMENT).u2("extra size", padding - 4);
      w.u2("alignment", f.member().alignment()).zeros(padding - 6);
    }
    return w.done();
  }

  static byte[] central(Fields f, long offset) {
    byte[] name = f.name();
    boolean bigSize = f.size() >= Zip.MAX4;
    boolean bigPacked = f.packedSize() >= Zip.MAX4;
    boolean bigOffset = offset >= Zip.MAX4;
    int big = 8 * ((bigSize ? 1 : 0) + (bigPacked ? 1 : 0) + (bigOffset ? 1 : 0));
    int extra = big == 0 ? 0 : 4 + big;
    int version = big == 0 ? Zip.VERSION_DEFLATE : Zip.VERSION_ZIP64;
    int mode = f.member().mode();
    int type = f.member().isFolder() ? 0040000 : mode > 07777 ? 0 : 0100000;
    long attributes = (long) (type | mode) << 16 | (f.member().isFolder() ? 0x10 : 0);
    ByteWriter w =
        ByteWriter.ofSize(Zip.CENTRAL_BYTES + name.length + extra)
            .u4("signature", Zip.CENTRAL_SIGNATURE)
            .u2("version made by", Zip.MADE_BY_UNIX | version)
            .u2("version needed", version)
            .u2("flags", flags(name))
            .u2("method", f.method())
            .u4("time", DosTime.encode(f.member().time()))
            .u4("crc-32", f.crc32())
            .u4("compressed size", bigPacked ? Zip.MAX4 : f.packedSize())
            .u4("size", bigSize ? Zip.MAX4 : f.size())
            .u2("name length", name.length)
            .u2("extra length", extra)
            .u2("comment length", 0)
            .u2("disk", 0)
            .u2("internal attributes", 0)
            .u4("external attributes", attributes)
            .u4("offset of local header", bigOffset ? Zip.MAX4 : offset)
            .bytes(name);
    if (extra > 0) {
      w.u2("extra id", Zip.EXTRA_ZIP64).u2("extra size", big);
      if (bigSize) {
        w.u8("size", f.size());
      }
      if (bigPacked) {
        w.u8("compressed size", f.packedSize());
      }
      if (bigOffset) {
        w.u8("offset of local header", offset);
      }
    }
    return w.done();
  }

  /** The end records (4.3.14 to 4.3.16): the zip64 ones only when a field needs them. */
  static byte[] end(long count, long centralOffset, long centralSize) {
    boolean zip64 = count >= Zip.MAX2 || centralOffset >= Zip.MAX4 || centralSize >= Zip.MAX4;
    int size = Zip.END_BYTES + (zip64 ? Zip.ZIP64_END_BYTES + Zip.ZIP64_LOCATOR_BYTES : 0);
    ByteWriter w = ByteWriter.ofSize(size);
    if (zip64) {
      w.u4("signature", Zip.ZIP64_END_SIGNATURE)
          .u8("size of record", Zip.ZIP64_END_BYTES - 12)
          .u2("version made by", Zip.MADE_BY_UNIX | Zip.VERSION_ZIP64)
          .u2("version needed", Zip.VERSION_ZIP64)
          .u4("disk", 0)
          .u4("disk of central directory", 0)
          .u8("entries on this disk", count)
          .u8("entries", count)
          .u8("size of central directory", centralSize)
          .u8("offset of central directory", centralOffset)
          .u4("signature", Zip.ZIP64_LOCATOR_SIGNATURE)
          .u4("disk", 0)
          .u8("offset of zip64 end record", centralOffset + centralSize)
          .u4("disks", 1);
    }
    return w.u4("signature", Zip.END_SIGNATURE)
        .u2("disk", 0)
        .u2("disk of central directory", 0)
        .u2("entries on this disk", Math.min(count, Zip.MAX2))
        .u2("entries", Math.min(count, Zip.MAX2))
        .u4("size of central directory", Math.min(centralSize, Zip.MAX4))
        .u4("offset of central directory", Math.min(centralOffset, Zip.MAX4))
        .u2("comment length", 0)
        .done();
  }
}
