package zugabe.formats.deflate;

import java.util.Arrays;
import zugabe.bytes.Packing;

/**
 * Packs contents, one after the other, with the same memory. What it makes depends on its arguments
 * only. For one thread.
 */
final class Encoder {
  /** Places behind a content that are looked at and written to eight at a time. */
  private static final int SLACK_BYTES = 16;

  private final LazyParser parser = new LazyParser();
  private final Tokens tokens = new Tokens();
  private final Parts parts = new Parts();
  private final BlockEncoder blocks = new BlockEncoder();
  private final BitWriter out = new BitWriter();
  private final Parts better = new Parts();

  /** Null for the usual effort. */
  private final ThoroughParser thorough;

  private byte[] content = new byte[0];
  private byte[] packed = new byte[0];

  Encoder(boolean thoroughly) {
    thorough = thoroughly ? new ThoroughParser() : null;
  }

  /** See {@link Packing#pack}. */
  byte[] pack(byte[] previous, byte[] block, int length, boolean last) {
    int from = Math.min(previous.length, Symbols.WINDOW_BYTES);
    int to = from + length;
    // in powers of two: files of like sizes share it
    content = roomy(content, to + SLACK_BYTES);
    System.arraycopy(previous, previous.length - from, content, 0, from);
    System.arraycopy(block, 0, content, from, length);
    Arrays.fill(content, to, to + SLACK_BYTES, (byte) 0);
    int most = length / Parts.PART_BYTES + 2;
    packed = roomy(packed, length + 8 * most + 64);
    out.start(packed);
    if (length == 0) {
      if (last) {
        // one with fixed codes and nothing but its end
        out.put(3, 3);
        out.put(0, 7);
      }
    } else {
      tokens.clear(length, most);
      parts.clear(most);
      parser.run(content, 0, from, to, tokens, parts);
      parts.join(from);
      if (thorough != null) {
        tokens.clear(length, most);
        better.clear(most);
        thorough.run(content, from, to, parts, tokens, better);
      }
      Parts parts = thorough == null ? this.parts : better;
      for (int p = 0; p < parts.count(); p++) {
        blocks.write(parts, p, tokens, content, from, last && p == parts.count() - 1, out);
      }
    }
    if (!last && (out.pending() > 0 || out.bytes() == 0)) {
      out.flush();
    }
    out.align();
    return Arrays.copyOf(packed, out.bytes());
  }

  private static byte[] roomy(byte[] have, int bytes) {
    return have.length >= bytes ? have : new byte[Integer.highestOneBit(bytes - 1) << 1];
  }
}
