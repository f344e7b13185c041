package zugabe.formats.pe;

import java.io.IOException;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.List;
import zugabe.bytes.Access;
import zugabe.bytes.ByteWriter;
import zugabe.bytes.Fields;
import zugabe.bytes.MalformedException;
import zugabe.formats.pe.OptionalHeader.DataDirectory;

/**
 * The table of an image's signatures, and the places that signatures don't cover ("PE Format", "The
 * Attribute Certificate Table"). It is the only table whose directory holds a place in the file.
 *
 * @param checksumAt where the optional header's checksum is
 * @param directoryAt where the table's place and size stand
 * @param at where the table starts; 0 when there is none
 * @param size of the table, in bytes
 */
public record CertificateTable(
    long checksumAt, long directoryAt, long at, long size, List<Entry> entries) {
  /** Bytes in front of each signature: its length, revision and type. */
  public static final int HEADER = 8;

  /** What the table and its entries start at. */
  public static final int ALIGNMENT = 8;

  /** Of an entry that holds signed data. */
  private static final int PKCS_SIGNED_DATA = 2;

  private static final int REVISION_2 = 0x200;

  private static final int CHECK_SUM = 64;
  private static final int MOST_BYTES = 16 << 20;

  /**
   * One entry.
   *
   * @param at where its header starts
   * @param bytes behind the header, with padding
   */
  @SuppressWarnings("ArrayRecordComponent") // nobody compares them
  public record Entry(int revision, int type, long at, byte[] bytes) {}

  public boolean isEmpty() {
    return size == 0;
  }

  /** Zeros in front of a table that starts behind so many bytes. */
  public static int padding(long size) {
    return (int) (-size & (ALIGNMENT - 1));
  }

  /** A table with one signature. */
  public static byte[] of(byte[] signature) {
    int length = HEADER + signature.length + padding(signature.length);
    return ByteWriter.ofSize(length, ByteOrder.LITTLE_ENDIAN)
        .u4("dwLength", length)
        .u2("wRevision", REVISION_2)
        .u2("wCertificateType", PKCS_SIGNED_DATA)
        .bytes(signature)
        .zeros(padding(signature.length))
        .done();
  }

  /** What the directory says of a table. */
  public static byte[] directory(long at, long size) {
    return ByteWriter.ofSize(DataDirectory.SIZE, ByteOrder.LITTLE_ENDIAN)
        .u4("VirtualAddress", at)
        .u4("Size", size)
        .done();
  }

  /**
   * Reads it.
   *
   * @throws MalformedException when the image or the table is damaged
   */
  public static CertificateTable read(Access access) throws IOException {
    Fields in = new Fields(access, false);
    ImageHeaders headers = ImageHeaders.read(in);
    long optional = headers.optionalAt();
    long directory =
        optional
            + OptionalHeader.fixedSize(headers.optional().isWide())
            + DataDirectory.SIZE * DataDirectory.CERTIFICATE_TABLE;
    if (headers.optional().dataDirectories().size() <= DataDirectory.CERTIFICATE_TABLE) {
      throw new MalformedException("its header has no place for signatures", directory);
    }
    if (optional % 2 != 0) {
      throw new MalformedException("its header starts at an odd place", optional);
    }
    long at = in.u4(directory);
    long size = in.u4(directory + 4);
    if (size == 0) {
      return new CertificateTable(optional + CHECK_SUM, directory, 0, 0, List.of());
    }
    if (at < directory + DataDirectory.SIZE || size > in.size() - at) {
      throw new MalformedException("its table of signatures is out of its bounds", directory);
    }
    if (size > MOST_BYTES) {
      throw new MalformedException("its table of signatures is out of all proportion", directory);
    }
    return new CertificateTable(
        optional + CHECK_SUM, directory, at, size, entries(in, at, at + size));
  }

  private static List<Entry> entries(Fields in, long from, long end) throws IOException {
    List<Entry> entries = new ArrayList<>();
    for (long at = from; at + HEADER <= end; ) {
      long length = in.u4(at);
      if (length < HEADER || length > end - at) {
        throw new MalformedException("an entry of its table of signatures is damaged", at);
      }
      entries.add(
          new Entry(
              in.u2(at + 4), in.u2(at + 6), at, in.bytes(at + HEADER, (int) length - HEADER)));
      at += (length + ALIGNMENT - 1) / ALIGNMENT * ALIGNMENT;
    }
    return List.copyOf(entries);
  }
}
