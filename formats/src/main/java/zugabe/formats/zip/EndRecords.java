package zugabe.formats.zip;

import java.io.IOException;
import zugabe.bytes.Access;
import zugabe.bytes.ByteReader;

/**
 * Finds the end records (4.3.14 to 4.3.16).
 *
 * @param count entries in the directory
 * @param centralOffset where the directory starts, in bytes from the file's start
 * @param centralSize its size in bytes
 * @param prefix bytes before the archive's own first byte, which its offsets don't count
 */
record EndRecords(long count, long centralOffset, long centralSize, long prefix) {
  static EndRecords find(Access access) throws IOException {
    long size = access.size();
    ZipEnd.Place place = ZipEnd.find(access);
    if (place.at() >= 0) {
      return decode(access, place.at(), access.readFully(place.at(), ZipEnd.BYTES));
    }
    long trailing = place.trailing();
    if (trailing >= 0) {
      throw new ZipFaultException(
          ZipFault.TRAILING_BYTES,
          "",
          trailing,
          size - trailing + " bytes follow the end of the archive");
    }
    throw new ZipFaultException(
        ZipFault.NOT_AN_ARCHIVE,
        "",
        size,
        "it has no end record: not a zip archive, or its end is missing");
  }

  private static EndRecords decode(Access access, long at, byte[] record) throws IOException {
    ByteReader r = ByteReader.of(record).skip(4);
    int disk = r.u2();
    int centralDisk = r.u2();
    int countHere = r.u2();
    long count = r.u2();
    long centralSize = r.u4();
    long centralOffset = r.u4();
    long end = at;
    if (count == Zip.MAX2 || centralSize == Zip.MAX4 || centralOffset == Zip.MAX4) {
      EndRecords big = zip64(access, at);
      if (big != null) {
        return big;
      }
    }
    if (disk != 0 || centralDisk != 0 || countHere != count) {
      throw new ZipFaultException(
          ZipFault.UNSUPPORTED, "", at, "it is one part of an archive in several parts");
    }
    return checked(count, centralOffset, centralSize, end);
  }

  private static EndRecords zip64(Access access, long endAt) throws IOException {
    long locatorAt = endAt - Zip.ZIP64_LOCATOR_BYTES;
    if (locatorAt < 0) {
      return null;
    }
    ByteReader locator = ByteReader.of(access.readFully(locatorAt, Zip.ZIP64_LOCATOR_BYTES));
    if (locator.u4() != Zip.ZIP64_LOCATOR_SIGNATURE) {
      return null;
    }
    long at = locator.skip(4).u8();
    // with bytes in front of the archive the stated place is off; the record stands right before
    // its locator
    long usual = locatorAt - Zip.ZIP64_END_BYTES;
    if (!isZip64End(access, at)) {
      at = usual;
    }
    if (!isZip64End(access, at)) {
      throw new ZipFaultException(
          ZipFault.DAMAGED, "", locatorAt, "its zip64 end record is missing");
    }
    ByteReader r = ByteReader.of(access.readFully(at, Zip.ZIP64_END_BYTES)).skip(32);
    long count = r.u8();
    long centralSize = r.u8();
    long centralOffset = r.u8();
    return checked(count, centralOffset, centralSize, at);
  }

  private static boolean isZip64End(Access access, long at) throws IOException {
    return at >= 0
        && at <= access.size() - Zip.ZIP64_END_BYTES
        && ByteReader.of(access.readFully(at, 4)).u4() == Zip.ZIP64_END_SIGNATURE;
  }

  private static EndRecords checked(long count, long offset, long size, long end)
      throws ZipFaultException {
    if (size < 0 || offset < 0 || size > end || offset > end - size) {
      throw new ZipFaultException(
          ZipFault.DAMAGED,
          "",
          end,
          "its directory is said to take " + size + " bytes at " + offset + ", which doesn't fit");
    }
    if (count < 0 || count > size / Zip.CENTRAL_BYTES) {
      throw new ZipFaultException(
          ZipFault.DAMAGED,
          "",
          end,
          "it claims " + count + " entries in a directory of " + size + " bytes");
    }
    return new EndRecords(count, end - size, size, end - size - offset);
  }
}
