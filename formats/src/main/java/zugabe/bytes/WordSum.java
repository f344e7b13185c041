package zugabe.bytes;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.LongBuffer;
import java.util.zip.Checksum;

/**
 * The sum of all words of two bytes, the low one first, with what overflows added at its end: RFC
 * 1071's sum, in the other order and not inverted. An odd byte at the end counts as a word's first.
 */
public final class WordSum implements Checksum {
  private static final int WORD = 0xFFFF;

  private final long[] eights = new long[1024];
  private long sum;
  private long length;

  @Override
  public void update(int b) {
    // the second byte of a word counts 256 times
    long value = (long) (b & 0xFF) << (length % 2 == 0 ? 0 : Byte.SIZE);
    sum += value;
    sum = (sum & WORD) + (sum >> 16);
    length++;
  }

  @Override
  public void update(byte[] bytes, int offset, int count) {
    int end = offset + count;
    int at = offset;
    if (length % 2 != 0 && at < end) {
      update(bytes[at++]);
    }
    int from = at;
    LongBuffer all =
        ByteBuffer.wrap(bytes, at, end - at).order(ByteOrder.LITTLE_ENDIAN).asLongBuffer();
    while (all.hasRemaining()) {
      int some = Math.min(all.remaining(), eights.length);
      all.get(eights, 0, some);
      sum = folded(sum + words(some));
      at += some * Long.BYTES;
    }
    long words = 0;
    for (; at + 1 < end; at += 2) {
      words += (bytes[at] & 0xFF) | (bytes[at + 1] & 0xFF) << Byte.SIZE;
    }
    sum = folded(sum + words);
    length += at - from;
    if (at < end) {
      update(bytes[at]);
    }
  }

  /**
   * 65,536 leaves 1 when divided by 65,535: words of four bytes have the same sum. A loop over
   * numbers is fast as soon as it is compiled at all, unlike one over views of bytes.
   */
  private long words(int some) {
    long[] from = eights;
    long words = 0;
    for (int i = 0; i < some; i++) {
      words += (from[i] & 0xFFFF_FFFFL) + (from[i] >>> Integer.SIZE);
    }
    return words;
  }

  /** The sum of some bytes, from an even place on. */
  public static long of(byte[] bytes) {
    WordSum sum = new WordSum();
    sum.update(bytes, 0, bytes.length);
    return sum.getValue();
  }

  /** What overflows two bytes is added at their end. */
  public static long folded(long sum) {
    long folded = sum;
    while (folded > WORD) {
      folded = (folded & WORD) + (folded >> 16);
    }
    return folded;
  }

  /** The sum of what was given so far. */
  @Override
  public long getValue() {
    return (sum & WORD) + (sum >> 16) & WORD;
  }

  @Override
  public void reset() {
    sum = 0;
    length = 0;
  }
}
