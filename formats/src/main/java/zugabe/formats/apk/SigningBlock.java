package zugabe.formats.apk;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Access;
import zugabe.bytes.ByteReader;
import zugabe.bytes.ByteWriter;
import zugabe.bytes.Fields;
import zugabe.bytes.MalformedException;

/**
 * The block between a package's entries and its central directory.
 *
 * <pre>
 *  0 u8 size of what follows
 *  8    pairs: u8 length, u4 ID, value of length - 4 bytes
 *    u8 size once more
 *    16 "APK Sig Block 42"
 * </pre>
 *
 * @param at where it starts, in bytes
 * @param size of the whole block in bytes
 */
public record SigningBlock(long at, long size, List<Pair> pairs) {
  private static final String MAGIC = "APK Sig Block 42";
  private static final int MAGIC_BYTES = 16;
  private static final int SIZE_BYTES = 8;
  private static final int ID_BYTES = 4;

  /** Size and magic at its end. */
  private static final int FOOTER_BYTES = SIZE_BYTES + MAGIC_BYTES;

  /** Zeros that fill a block up. */
  public static final long PADDING = 0x42726577L;

  /** More than anybody has: certificates and signatures take kilobytes. */
  private static final int MOST_BYTES = 16 << 20;

  public SigningBlock {
    pairs = List.copyOf(pairs);
  }

  /**
   * A value with its name.
   *
   * @param at where the value is in the file, in bytes; 0 for one that isn't in any
   */
  @SuppressWarnings("ArrayRecordComponent") // nobody compares them
  public record Pair(long id, long at, byte[] value) {}

  /** The scheme's pair; the first where it stands twice, as platforms take it. */
  public Optional<Pair> of(Scheme scheme) {
    return pairs.stream().filter(p -> p.id() == scheme.id()).findFirst();
  }

  /** A block's bytes. */
  public static byte[] encode(List<Pair> pairs) {
    long body = 0;
    for (Pair pair : pairs) {
      body += SIZE_BYTES + ID_BYTES + pair.value().length;
    }
    long told = body + FOOTER_BYTES;
    ByteWriter out = ByteWriter.ofSize(Math.toIntExact(SIZE_BYTES + told)).u8("size", told);
    for (Pair pair : pairs) {
      out.u8("length", ID_BYTES + pair.value().length).u4("ID", pair.id()).bytes(pair.value());
    }
    return out.u8("size", told).bytes(MAGIC.getBytes(StandardCharsets.US_ASCII)).done();
  }

  /**
   * Finds it.
   *
   * @param directoryAt where the central directory starts
   * @return empty when there is none
   * @throws MalformedException when it is damaged
   */
  public static Optional<SigningBlock> find(Access access, long directoryAt) throws IOException {
    Fields in = new Fields(access, false);
    if (directoryAt < FOOTER_BYTES + SIZE_BYTES || !in.starts(directoryAt - MAGIC_BYTES, MAGIC)) {
      return Optional.empty();
    }
    long told = in.u8(directoryAt - FOOTER_BYTES);
    if (told < FOOTER_BYTES || told > MOST_BYTES || told + SIZE_BYTES > directoryAt) {
      throw new MalformedException(
          "its signing block is said to take " + told + " bytes", directoryAt - FOOTER_BYTES);
    }
    long at = directoryAt - told - SIZE_BYTES;
    if (in.u8(at) != told) {
      throw new MalformedException("the two sizes of its signing block differ", at);
    }
    int body = (int) told - FOOTER_BYTES;
    return Optional.of(
        new SigningBlock(
            at, told + SIZE_BYTES, pairs(in.bytes(at + SIZE_BYTES, body), at + SIZE_BYTES)));
  }

  private static List<Pair> pairs(byte[] body, long start) throws MalformedException {
    List<Pair> pairs = new ArrayList<>();
    ByteReader in = ByteReader.of(body);
    while (in.left() > 0) {
      long at = start + body.length - in.left();
      if (in.left() < SIZE_BYTES + ID_BYTES) {
        throw new MalformedException("its signing block ends inside a pair", at);
      }
      long length = in.u8();
      if (length < ID_BYTES || length > in.left()) {
        throw new MalformedException("a pair of its signing block has an impossible length", at);
      }
      long id = in.u4();
      pairs.add(new Pair(id, at + SIZE_BYTES + ID_BYTES, in.bytes((int) length - ID_BYTES)));
    }
    return pairs;
  }
}
