package zugabe.core.sign;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import zugabe.bytes.Access;
import zugabe.bytes.Content;
import zugabe.bytes.Fields;
import zugabe.bytes.Layout;
import zugabe.formats.pe.CertificateTable;
import zugabe.formats.pe.PeChecksum;

/**
 * A portable executable. A signature covers all of it but the checksum, the place of the
 * signatures, and these. Where a zip file ends the program, its comment reaches over the
 * signatures, so that their length has to be known before they are made.
 */
final class ProgramCode implements CodeFile {
  private static final int MOST_COMMENT = 65_535;
  private static final int END_BYTES = 22;
  private static final long MOST_BYTES = 0xFFFF_FFFFL;

  private final Content content;
  private final CertificateTable table;
  private final long size;

  private ProgramCode(Content content, CertificateTable table, long size) {
    this.content = content;
    this.table = table;
    this.size = size;
  }

  /** Whether it is one, and not a program for older systems. */
  static boolean isNew(Access access) throws IOException {
    Fields in = new Fields(access, false);
    return in.starts(in.u4(0x3C), "PE\0\0");
  }

  static ProgramCode read(Content content) throws IOException {
    try (Access access = content.access()) {
      return new ProgramCode(content, CertificateTable.read(access), access.size());
    }
  }

  @Override
  public IndirectData.Form form() {
    return IndirectData.Form.PROGRAM;
  }

  @Override
  public List<Lying> signatures() {
    List<Lying> lying = new ArrayList<>();
    // those of other types as well: nobody can say what they are good for
    for (CertificateTable.Entry entry : table.entries()) {
      lying.add(new Lying(entry.bytes(), entry.at()));
    }
    return lying;
  }

  @Override
  public byte[] digest(String algorithm) throws IOException {
    long end = table.isEmpty() ? size : table.at();
    Pieces pieces = head().range(table.directoryAt() + CertificateTable.HEADER, end);
    return (table.isEmpty()
            ? pieces.bytes(new byte[padding(size)], true)
            : pieces.range(table.at() + table.size(), size))
        .digest(algorithm);
  }

  private Pieces head() {
    return new Pieces(content)
        .range(0, table.checksumAt())
        .range(table.checksumAt() + Integer.BYTES, table.directoryAt());
  }

  private static int padding(long size) {
    return (int) (-size & (CertificateTable.ALIGNMENT - 1));
  }

  @Override
  public Unsigned unsigned(int room, boolean kept) throws IOException {
    if (!table.isEmpty() && table.at() + table.size() != size) {
      throw new NoPlaceException("there are bytes behind its signatures");
    }
    long end = table.isEmpty() ? size : table.at();
    long zip = zipEnd(end);
    int length = 0;
    if (zip >= 0) {
      // a second signature must not change what the first one is about
      length = kept ? (int) table.size() - CertificateTable.HEADER : room;
      end = table.isEmpty() ? end : zip + END_BYTES;
    }
    int padding = padding(end);
    if (padding + CertificateTable.HEADER + (long) length > MOST_COMMENT) {
      throw new NoPlaceException(
          "signatures of "
              + length
              + " bytes are more than the comment of the zip file in it can reach over");
    }
    if (end + padding + CertificateTable.HEADER + (long) Math.max(length, room) > MOST_BYTES) {
      throw new NoPlaceException("a program has less than 4 GB");
    }
    return new Prepared(end, zip, length);
  }

  /** Where the end record of a zip file is whose comment ends where the file does, or -1. */
  private long zipEnd(long end) throws IOException {
    try (Access access = content.access()) {
      long from = Math.max(0, size - END_BYTES - MOST_COMMENT);
      byte[] last = access.readFully(from, (int) (size - from));
      for (int i = last.length - END_BYTES; i >= 0; i--) {
        boolean is = last[i] == 'P' && last[i + 1] == 'K' && last[i + 2] == 5 && last[i + 3] == 6;
        int comment = (last[i + 20] & 0xFF) | (last[i + 21] & 0xFF) << Byte.SIZE;
        if (is && from + i + END_BYTES <= end && i + END_BYTES + comment == last.length) {
          return from + i;
        }
      }
      return -1;
    }
  }

  private static byte[] number(long value, int width) {
    byte[] bytes = new byte[width];
    for (int i = 0; i < width; i++) {
      bytes[i] = (byte) (value >> (Byte.SIZE * i));
    }
    return bytes;
  }

  /** The table with one signature. */
  static byte[] table(byte[] signature) {
    int length = CertificateTable.HEADER + signature.length;
    byte[] table = new byte[length + padding(length)];
    System.arraycopy(number(table.length, 4), 0, table, 0, 4);
    System.arraycopy(number(CertificateTable.REVISION_2, 2), 0, table, 4, 2);
    System.arraycopy(number(CertificateTable.PKCS_SIGNED_DATA, 2), 0, table, 6, 2);
    System.arraycopy(signature, 0, table, CertificateTable.HEADER, signature.length);
    return table;
  }

  /** What goes in, with the end of the file as it will be. */
  private final class Prepared implements Unsigned {
    private final long end;
    private final long zip;
    private final int length;
    private byte[] padding = {};

    Prepared(long end, long zip, int length) {
      this.end = end;
      this.zip = zip;
      this.length = length;
      this.padding = new byte[ProgramCode.padding(end)];
    }

    @Override
    public int length() {
      return length;
    }

    /** Of a file with such a checksum and such a place of its signatures, which it ends with. */
    private Pieces pieces(byte[] checksum, byte[] directory, byte[] signatures) {
      Pieces pieces =
          new Pieces(content)
              .range(0, table.checksumAt())
              .bytes(checksum, false)
              .range(table.checksumAt() + Integer.BYTES, table.directoryAt())
              .bytes(directory, false);
      long from = table.directoryAt() + CertificateTable.HEADER;
      if (zip < 0) {
        pieces.range(from, end);
      } else {
        int comment = padding.length + CertificateTable.HEADER + length;
        pieces.range(from, zip + END_BYTES - 2).bytes(number(comment, 2), true);
        pieces.range(zip + END_BYTES, end);
      }
      return pieces.bytes(padding, true).bytes(signatures, false);
    }

    @Override
    public byte[] digest(String algorithm) throws IOException {
      return pieces(new byte[0], new byte[0], new byte[0]).digest(algorithm);
    }

    @Override
    public Layout with(byte[] signature) throws IOException {
      byte[] signatures = table(signature);
      long at = end + padding.length;
      byte[] directory = Arrays.copyOf(number(at, Integer.BYTES), CertificateTable.HEADER);
      System.arraycopy(number(signatures.length, 4), 0, directory, Integer.BYTES, Integer.BYTES);
      PeChecksum sum = new PeChecksum();
      pieces(new byte[Integer.BYTES], directory, signatures).digest("SHA-256", sum);
      Pieces whole =
          pieces(
              number(sum.getValue() + at + signatures.length, Integer.BYTES),
              directory,
              signatures);
      whole.digest("SHA-256");
      return whole.layout();
    }
  }
}
