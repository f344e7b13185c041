package zugabe.core.sign;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import zugabe.bytes.Access;
import zugabe.bytes.ByteWriter;
import zugabe.bytes.Content;
import zugabe.bytes.Fields;
import zugabe.bytes.Layout;
import zugabe.formats.cab.CabinetHeader;

/**
 * A cabinet. Its header tells where behind its data a signature is; the signature covers all but
 * that place and two fields that it may change.
 */
final class CabinetCode implements CodeFile {
  /** What a signature doesn't cover: a reserved field, and from the cabinet's number on. */
  private static final int RESERVED_AT = 4;

  private static final int NUMBER_AT = 34;
  private static final int COVERED_AGAIN = 56;

  private final Content content;
  private final CabinetHeader header;
  private final List<Lying> lying;
  private final long length;

  private CabinetCode(Content content, CabinetHeader header, List<Lying> lying, long length) {
    this.content = content;
    this.header = header;
    this.lying = lying;
    this.length = length;
  }

  static CabinetCode read(Content content) throws IOException {
    try (Access access = content.access()) {
      CabinetHeader header = CabinetHeader.read(access);
      List<Lying> lying = new ArrayList<>();
      if (header.place().isPresent() && header.place().get().size() > 0) {
        CabinetHeader.Place place = header.place().get();
        byte[] bytes =
            new Fields(access, false).bytes(place.at(), (int) Math.min(place.size(), 16 << 20));
        lying.add(new Lying(bytes, place.at()));
      }
      return new CabinetCode(content, header, lying, access.size());
    }
  }

  @Override
  public IndirectData.Form form() {
    return IndirectData.Form.CABINET;
  }

  @Override
  public List<Lying> signatures() {
    return lying;
  }

  @Override
  public byte[] digest(String algorithm) throws IOException {
    CabinetHeader.Place place = header.place().orElse(new CabinetHeader.Place(header.size(), 0));
    return new Pieces(content)
        .range(0, RESERVED_AT)
        .range(RESERVED_AT + Integer.BYTES, NUMBER_AT)
        .range(COVERED_AGAIN, place.size() > 0 ? place.at() : header.size())
        .range(place.size() > 0 ? place.at() + place.size() : header.size(), length)
        .digest(algorithm);
  }

  @Override
  public Unsigned unsigned(int room, boolean kept) throws IOException {
    long end = header.place().filter(p -> p.size() > 0).map(CabinetHeader.Place::at).orElse(length);
    if (lying.isEmpty() ? length != header.size() : end != header.size()) {
      throw new NoPlaceException("there are bytes behind its data");
    }
    if (header.size() + CabinetHeader.RESERVED + (long) room > 0xFFFF_FFFFL) {
      throw new NoPlaceException("a cabinet has less than 4 GB");
    }
    if (header.reserves() && header.place().isEmpty()) {
      throw new NoPlaceException("its header reserves bytes for something else");
    }
    return new Prepared();
  }

  /** With a place for a signature, if it has none yet: then all else lies further behind. */
  private final class Prepared implements Unsigned {
    private final int shift = header.place().isPresent() ? 0 : CabinetHeader.RESERVED;
    private final byte[] size = new byte[Integer.BYTES];
    private final Pieces pieces;

    Prepared() throws IOException {
      this.pieces = pieces();
    }

    @Override
    public int length() {
      return 0;
    }

    private static byte[] u4(long value) {
      return ByteWriter.ofSize(Integer.BYTES, java.nio.ByteOrder.LITTLE_ENDIAN)
          .u4("value", value)
          .done();
    }

    private static byte[] u2(int value) {
      return ByteWriter.ofSize(Short.BYTES, java.nio.ByteOrder.LITTLE_ENDIAN)
          .u2("value", value)
          .done();
    }

    private Pieces pieces() throws IOException {
      byte[] fixed;
      List<Long> data = new ArrayList<>();
      int flags;
      try (Access access = content.access()) {
        Fields in = new Fields(access, false);
        fixed = in.bytes(0, CabinetHeader.FIXED);
        flags = in.u2(CabinetHeader.FLAGS_AT);
        for (int i = 0; shift > 0 && i < header.folders(); i++) {
          data.add(in.u4(CabinetHeader.FIXED + (long) CabinetHeader.FOLDER * i));
        }
      }
      long whole = header.size() + shift;
      Pieces pieces =
          new Pieces(content)
              .range(0, RESERVED_AT)
              .bytes(new byte[Integer.BYTES], false)
              .bytes(u4(whole), true)
              .range(CabinetHeader.SIZE_AT + 4, CabinetHeader.FILES_AT)
              .bytes(u4(header.filesAt() + shift), true)
              .range(CabinetHeader.FILES_AT + 4, CabinetHeader.FLAGS_AT)
              .bytes(u2(flags | CabinetHeader.FLAG_RESERVED), true)
              .range(CabinetHeader.FLAGS_AT + 2, NUMBER_AT)
              .bytes(new byte[] {fixed[NUMBER_AT], fixed[NUMBER_AT + 1]}, false)
              .bytes(new byte[] {20, 0}, false);
      pieces.bytes(reserves(), false);
      pieces
          .bytes(u4(CabinetHeader.MARK), false)
          .bytes(u4(whole), false)
          .bytes(size, false)
          .bytes(new byte[4], false)
          .bytes(new byte[4], true);
      long from = CabinetHeader.FIXED + (shift > 0 ? 0L : CabinetHeader.RESERVED);
      for (long one : data) {
        pieces.bytes(u4(one + shift), true).range(from + 4, from + CabinetHeader.FOLDER);
        from += CabinetHeader.FOLDER;
      }
      return pieces.range(from, header.size());
    }

    /** What folders and their data reserve. */
    private byte[] reserves() throws IOException {
      if (shift > 0) {
        return new byte[2];
      }
      try (Access access = content.access()) {
        return access.readFully(CabinetHeader.FIXED + 2L, 2);
      }
    }

    @Override
    public byte[] digest(String algorithm) throws IOException {
      return pieces.digest(algorithm);
    }

    @Override
    public Layout with(byte[] signature) throws IOException {
      System.arraycopy(u4(signature.length), 0, size, 0, size.length);
      return pieces.bytes(signature, false).layout();
    }
  }
}
