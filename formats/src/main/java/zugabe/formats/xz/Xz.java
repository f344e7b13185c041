package zugabe.formats.xz;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Iterator;
import java.util.List;
import java.util.zip.CRC32;
import org.tukaani.xz.ArrayCache;
import org.tukaani.xz.FinishableOutputStream;
import org.tukaani.xz.FinishableWrapperOutputStream;
import org.tukaani.xz.LZMA2Options;
import org.tukaani.xz.UnsupportedOptionsException;
import zugabe.bytes.ByteWriter;
import zugabe.bytes.Content;
import zugabe.bytes.Layout;
import zugabe.bytes.Packing;
import zugabe.bytes.Segment;

/**
 * A content as an .xz file of preset 6, in blocks of 24 MiB, three times the dictionary.
 *
 * <pre>
 * stream header   FD 37 7A 58 5A 00, flags 00 01 (CRC-32), CRC-32 of the flags   (2.1.1)
 * block header    size, flags, LZMA2 filter with its dictionary, padding, CRC-32 (3.1)
 * block           LZMA2 data, padding to 4 bytes, CRC-32 of the content          (3)
 * index           00, number of blocks, of each its unpadded and content size    (4)
 * stream footer   CRC-32, size of the index, flags, 59 5A                        (2.1.2)
 * </pre>
 */
public record Xz(String label, Content content) implements Layout {
  private static final int PRESET = 6;

  /** A match of this length is good enough: the preset's 64 costs more time than it wins. */
  private static final int NICE_BYTES = 52;

  private static final int CONTENT_BYTES = 24 << 20;
  private static final byte[] MAGIC = {(byte) 0xFD, '7', 'z', 'X', 'Z', 0};
  private static final byte[] FLAGS = {0, 1};
  private static final byte LZMA2 = 0x21;

  /** 8 MiB: 2 to the power of 22 / 2 + 12 (5.3.1). */
  private static final byte DICTIONARY = 22;

  private static final int CHECK_BYTES = 4;

  /** What one encoder of preset 6 takes, in bytes. */
  private static final long ENGINE_BYTES = 93L << 20;

  private static final class Blocks implements Packing {
    @Override
    public byte[] pack(byte[] previous, byte[] block, int length, boolean last) {
      ByteArrayOutputStream data = new ByteArrayOutputStream(length / 3 + 1024);
      try (FinishableOutputStream lzma2 =
          options()
              .getOutputStream(
                  new FinishableWrapperOutputStream(data), ArrayCache.getDefaultCache())) {
        lzma2.write(block, 0, length);
        lzma2.finish();
      } catch (IOException e) {
        throw new UncheckedIOException("LZMA2 failed in memory", e);
      }
      ByteArrayOutputStream out = new ByteArrayOutputStream(data.size() + 64);
      out.writeBytes(blockHeader(data.size(), length));
      out.writeBytes(data.toByteArray());
      out.writeBytes(new byte[padding(data.size())]);
      CRC32 check = new CRC32();
      check.update(block, 0, length);
      out.writeBytes(ByteWriter.ofSize(CHECK_BYTES).u4("Check", check.getValue()).done());
      return out.toByteArray();
    }

    @Override
    public long countedBytes(byte[] packed) {
      // the header's own size, the compressed size that it holds, and the check
      long compressed = 0;
      int at = 2;
      for (int shift = 0; ; shift += 7) {
        byte b = packed[at++];
        compressed |= (long) (b & 0x7F) << shift;
        if (b >= 0) {
          return (packed[0] + 1) * 4L + compressed + CHECK_BYTES;
        }
      }
    }

    @Override
    public int blockBytes() {
      return CONTENT_BYTES;
    }

    @Override
    public boolean packsAlways() {
      return true;
    }

    @Override
    public long engineBytes() {
      return ENGINE_BYTES;
    }
  }

  private static LZMA2Options options() {
    try {
      LZMA2Options options = new LZMA2Options(PRESET);
      options.setNiceLen(NICE_BYTES);
      return options;
    } catch (UnsupportedOptionsException e) {
      throw new IllegalStateException("preset " + PRESET + " is unknown", e);
    }
  }

  private static byte[] blockHeader(long packedSize, long size) {
    ByteArrayOutputStream fields = new ByteArrayOutputStream();
    // one filter, both sizes given: readers can then unpack blocks in parallel
    fields.write(0xC0);
    number(fields, packedSize);
    number(fields, size);
    fields.writeBytes(new byte[] {LZMA2, 1, DICTIONARY});
    fields.writeBytes(new byte[padding(fields.size() + 1)]);
    byte[] sized =
        ByteWriter.ofSize(fields.size() + 1)
            .bytes(new byte[] {(byte) ((fields.size() + 1 + 4) / 4 - 1)})
            .bytes(fields.toByteArray())
            .done();
    return withCrc(sized);
  }

  private static byte[] withCrc(byte[] fields) {
    return ByteWriter.ofSize(fields.length + 4).bytes(fields).u4("CRC32", crc(fields)).done();
  }

  private static long crc(byte[] bytes) {
    CRC32 crc = new CRC32();
    crc.update(bytes);
    return crc.getValue();
  }

  private static int padding(long size) {
    return (int) ((4 - size % 4) % 4);
  }

  @Override
  public Iterator<Segment> segments() {
    byte[] header = ByteWriter.ofSize(12).bytes(MAGIC).bytes(FLAGS).u4("CRC32", crc(FLAGS)).done();
    return List.<Segment>of(
            new Segment.Encoded("xz header", at -> header.clone()),
            new Segment.Compressed(
                label,
                content,
                new Blocks(),
                Segment.Head.NOTHING,
                (outcome, blocks) -> indexAndFooter(blocks)))
        .iterator();
  }

  private static byte[] indexAndFooter(List<Segment.Block> blocks) {
    ByteArrayOutputStream index = new ByteArrayOutputStream();
    index.write(0);
    number(index, blocks.size());
    for (Segment.Block block : blocks) {
      number(index, block.packedSize());
      number(index, block.size());
    }
    index.writeBytes(new byte[padding(index.size())]);
    byte[] whole = withCrc(index.toByteArray());
    byte[] tail =
        ByteWriter.ofSize(6).u4("Backward Size", whole.length / 4 - 1).bytes(FLAGS).done();
    return ByteWriter.ofSize(whole.length + 12)
        .bytes(whole)
        .u4("CRC32", crc(tail))
        .bytes(tail)
        .bytes(new byte[] {'Y', 'Z'})
        .done();
  }

  /** A variable-length integer: seven bits a byte, lowest first (1.2). */
  private static void number(ByteArrayOutputStream out, long value) {
    long rest = value;
    while (rest >= 0x80) {
      out.write((int) (rest & 0x7F) | 0x80);
      rest >>>= 7;
    }
    out.write((int) rest);
  }

  @Override
  public long leastSize() {
    return 32;
  }

  @Override
  public long mostSize() {
    return content.size() + content.size() / 100 + 4096;
  }
}
