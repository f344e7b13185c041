package zugabe.formats.pe;

import java.util.zip.Checksum;

/**
 * The checksum of the optional header: the sum of all words of two bytes, with what overflows added
 * at its end, and the file's length. The field itself counts as zeros.
 */
public final class PeChecksum implements Checksum {
  private static final int WORD = 0xFFFF;

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
    for (int i = offset; i < offset + count; i++) {
      update(bytes[i]);
    }
  }

  /** The sum of what was given so far, without the length of the file. */
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
