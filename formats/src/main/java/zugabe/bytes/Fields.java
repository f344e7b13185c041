package zugabe.bytes;

import java.io.IOException;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/**
 * Reads fields where a file's own offsets say that they are. Whatever an offset says, nothing is
 * read or allocated beyond the file: that is a {@link MalformedException}.
 */
public final class Fields {
  private static final int PAGE_BYTES = 4096;

  private final Access access;
  private final boolean bigEndian;
  private byte[] page = {};
  private long pageAt = -1;

  /**
   * @param bigEndian whether the first byte of a field counts most
   */
  public Fields(Access access, boolean bigEndian) {
    this.access = access;
    this.bigEndian = bigEndian;
  }

  /** The same file, read the other way round or not. */
  public Fields withByteOrder(boolean big) {
    return new Fields(access, big);
  }

  public long size() {
    return access.size();
  }

  /** An unsigned byte. */
  public int u1(long at) throws IOException {
    return (int) take(at, 1);
  }

  /** An unsigned field of 2 bytes. */
  public int u2(long at) throws IOException {
    return (int) take(at, 2);
  }

  /** An unsigned field of 4 bytes. */
  public long u4(long at) throws IOException {
    return take(at, 4);
  }

  /** An unsigned field of 8 bytes that is a place or a size, so never above 2^63. */
  public long u8(long at) throws IOException {
    long value = take(at, 8);
    if (value < 0) {
      throw new MalformedException("a field of 8 bytes is out of all proportion", at);
    }
    return value;
  }

  /** A structure's bytes, read in this order. */
  public ByteReader structure(long at, int size) throws IOException {
    return ByteReader.of(
        bytes(at, size), bigEndian ? ByteOrder.BIG_ENDIAN : ByteOrder.LITTLE_ENDIAN);
  }

  /** Some bytes. */
  public byte[] bytes(long at, int count) throws IOException {
    if (at < 0 || count < 0 || at > size() - count) {
      throw new MalformedException("the file ends before what it points to", at);
    }
    return access.readFully(at, count);
  }

  /** Text up to a zero byte, or to its greatest length. */
  public String text(long at, int most) throws IOException {
    byte[] out = new byte[Math.max(0, Math.min(most, 64))];
    int count = 0;
    while (count < most && at + count < size()) {
      int c = u1(at + count);
      if (c == 0) {
        break;
      }
      if (count == out.length) {
        out = Arrays.copyOf(out, Math.min(most, 2 * count));
      }
      out[count++] = (byte) c;
    }
    return new String(out, 0, count, StandardCharsets.UTF_8);
  }

  /** Whether these bytes stand there. */
  public boolean starts(long at, String latin) throws IOException {
    if (at < 0 || at > size() - latin.length()) {
      return false;
    }
    for (int i = 0; i < latin.length(); i++) {
      if (u1(at + i) != latin.charAt(i)) {
        return false;
      }
    }
    return true;
  }

  private long take(long at, int width) throws IOException {
    if (at < 0 || at > size() - width) {
      throw new MalformedException("the file ends before what it points to", at);
    }
    long value = 0;
    for (int i = 0; i < width; i++) {
      int shift = 8 * (bigEndian ? width - 1 - i : i);
      value |= (long) one(at + i) << shift;
    }
    return value;
  }

  private int one(long at) throws IOException {
    if (pageAt < 0 || at < pageAt || at >= pageAt + page.length) {
      pageAt = at / PAGE_BYTES * PAGE_BYTES;
      page = access.readFully(pageAt, (int) Math.min(PAGE_BYTES, size() - pageAt));
    }
    return page[(int) (at - pageAt)] & 0xFF;
  }
}
