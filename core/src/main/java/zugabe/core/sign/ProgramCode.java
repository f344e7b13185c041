package zugabe.core.sign;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalLong;
import zugabe.bytes.Access;
import zugabe.bytes.Content;
import zugabe.bytes.Fields;
import zugabe.bytes.Layout;
import zugabe.bytes.WordSum;
import zugabe.formats.pe.CertificateTable;
import zugabe.formats.pe.PeChecksum;
import zugabe.formats.zip.ZipEnd;

/**
 * A portable executable. A signature covers all of it but the checksum, the place of the
 * signatures, and these. Where a zip file ends the program, its comment reaches over the
 * signatures, so that their length has to be known before they are made.
 */
final class ProgramCode implements CodeFile {
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
            ? pieces.bytes(new byte[CertificateTable.padding(size)], true)
            : pieces.range(table.at() + table.size(), size))
        .digest(algorithm);
  }

  private Pieces head() {
    return new Pieces(content)
        .range(0, table.checksumAt())
        .range(table.checksumAt() + Integer.BYTES, table.directoryAt());
  }

  @Override
  public Unsigned unsigned(int room, boolean kept) throws IOException {
    if (!table.isEmpty() && table.at() + table.size() != size) {
      throw new NoPlaceException("there are bytes behind its signatures");
    }
    long end = table.isEmpty() ? size : table.at();
    OptionalLong zip;
    try (Access access = content.access()) {
      zip = ZipEnd.at(access);
    }
    if (zip.isEmpty() || zip.getAsLong() + ZipEnd.BYTES > end) {
      return new Prepared(end, -1, 0);
    }
    // a further signature must not change what the first one is about
    int length = kept ? (int) table.size() - CertificateTable.HEADER : room;
    Prepared prepared = new Prepared(end, zip.getAsLong(), length);
    if (prepared.comment() > ZipEnd.MOST_COMMENT) {
      throw new NoPlaceException(
          "the comment of the zip file in it can't reach over signatures of " + length + " bytes");
    }
    return prepared;
  }

  /** What goes in, with the end of the file as it will be. */
  private final class Prepared implements Unsigned {
    private final long end;
    private final long zip;
    private final int length;
    private final int padding;
    private final byte[] checksum = new byte[Integer.BYTES];
    private final byte[] directory = new byte[CertificateTable.HEADER];
    private final WordSum sum = new WordSum();
    private final Pieces pieces;

    /**
     * @param end of what is there, without signatures
     * @param zip where the record is that ends a zip file, or -1
     * @param length of the signature; 0 for any
     */
    Prepared(long end, long zip, int length) {
      this.end = end;
      this.zip = zip;
      this.length = length;
      this.padding = CertificateTable.padding(end);
      this.pieces = pieces();
    }

    /** Bytes behind the record: what is there, and all that comes. */
    private long comment() {
      return end - zip - ZipEnd.BYTES + padding + CertificateTable.HEADER + length;
    }

    @Override
    public int length() {
      return length;
    }

    private Pieces pieces() {
      Pieces all =
          new Pieces(content)
              .range(0, table.checksumAt())
              .bytes(checksum, false)
              .range(table.checksumAt() + Integer.BYTES, table.directoryAt())
              .bytes(directory, false);
      long from = table.directoryAt() + CertificateTable.HEADER;
      if (zip >= 0) {
        long field = zip + ZipEnd.BYTES - ZipEnd.LENGTH_BYTES;
        all.range(from, field).bytes(ZipEnd.length(comment()), true);
        from = zip + ZipEnd.BYTES;
      }
      return all.range(from, end).bytes(new byte[padding], true);
    }

    @Override
    public byte[] digest(String algorithm) throws IOException {
      return pieces.digest(algorithm, sum);
    }

    @Override
    public Layout with(byte[] signature) throws IOException {
      byte[] signatures = CertificateTable.of(signature);
      long at = end + padding;
      if (at + signatures.length > MOST_BYTES) {
        throw new NoPlaceException("a program has less than 4 GB");
      }
      System.arraycopy(
          CertificateTable.directory(at, signatures.length), 0, directory, 0, directory.length);
      long all = sum.getValue() + WordSum.of(directory) + WordSum.of(signatures);
      System.arraycopy(
          PeChecksum.field(all, at + signatures.length), 0, checksum, 0, checksum.length);
      return pieces.bytes(signatures, false).layout();
    }
  }
}
