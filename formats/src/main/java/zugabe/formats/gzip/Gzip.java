package zugabe.formats.gzip;

import java.util.Iterator;
import java.util.List;
import zugabe.bytes.ByteWriter;
import zugabe.bytes.Content;
import zugabe.bytes.Layout;
import zugabe.bytes.Packing;
import zugabe.bytes.Segment;
import zugabe.formats.deflate.Deflate;

/**
 * A content as a gzip file.
 *
 * <pre>
 * 0   1F 8B     magic
 * 2   08        method: deflate
 * 3   00        flags: none
 * 4   00000000  time: none
 * 8   00        extra flags
 * 9   FF        operating system: unknown
 * 10            deflate stream
 * -8            CRC-32 of the content
 * -4            size of the content modulo 2^32
 * </pre>
 */
public record Gzip(String label, Content content, Deflate deflate) implements Layout {
  private static final byte[] HEADER = {0x1F, (byte) 0x8B, 8, 0, 0, 0, 0, 0, 0, (byte) 0xFF};
  private static final int TRAILER_BYTES = 8;
  private static final long LEAST_BYTES = 10L + TRAILER_BYTES;

  /** With the usual effort. */
  public Gzip(String label, Content content) {
    this(label, content, new Deflate());
  }

  /** Deflate that always packs: a gzip member can't be stored. */
  private record Always(Deflate deflate) implements Packing {
    @Override
    public byte[] pack(byte[] previous, byte[] block, int length, boolean last) {
      return deflate.pack(previous, block, length, last);
    }

    @Override
    public long engineBytes() {
      return deflate.engineBytes();
    }

    @Override
    public boolean packsAlways() {
      return true;
    }
  }

  @Override
  public Iterator<Segment> segments() {
    return List.<Segment>of(
            new Segment.Encoded("gzip header", at -> HEADER.clone()),
            new Segment.Compressed(
                label,
                content,
                new Always(deflate),
                Segment.Head.NOTHING,
                (outcome, blocks) -> trailer(outcome, blocks.isEmpty())))
        .iterator();
  }

  private static byte[] trailer(Segment.Outcome outcome, boolean empty) {
    // an empty content has no block: its stream is one empty final block (RFC 1951, 3.2.6)
    byte[] block = empty ? new byte[] {3, 0} : new byte[0];
    return ByteWriter.ofSize(block.length + TRAILER_BYTES)
        .bytes(block)
        .u4("CRC32", outcome.crc32())
        .u4("ISIZE", outcome.size() & 0xFFFFFFFFL)
        .done();
  }

  @Override
  public long leastSize() {
    return LEAST_BYTES;
  }

  @Override
  public long mostSize() {
    return content.size() + content.size() / 1000 + 1024;
  }
}
