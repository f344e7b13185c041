package zugabe.bytes;

import java.nio.ByteOrder;
import java.util.Arrays;

/** Reads fields in either byte order from a byte array, never past its end. */
public final class ByteReader {
  private final byte[] bytes;
  private final boolean bigEndian;
  private int at;

  private ByteReader(byte[] bytes, boolean bigEndian) {
    this.bytes = bytes;
    this.bigEndian = bigEndian;
  }

  /** A reader of little-endian fields. */
  public static ByteReader of(byte[] bytes) {
    return of(bytes, ByteOrder.LITTLE_ENDIAN);
  }

  public static ByteReader of(byte[] bytes, ByteOrder order) {
    return new ByteReader(bytes, order == ByteOrder.BIG_ENDIAN);
  }

  /** Bytes not yet read. */
  public int left() {
    return bytes.length - at;
  }

  /** An unsigned byte. */
  public int u1() {
    return (int) take(1);
  }

  /** An unsigned field of 2 bytes. */
  public int u2() {
    return (int) take(2);
  }

  /** An unsigned field of 4 bytes. */
  public long u4() {
    return take(4);
  }

  /** A field of 8 bytes; values over {@link Long#MAX_VALUE} come out negative. */
  public long u8() {
    return take(8);
  }

  /** An address or a size: of 8 bytes when {@code wide}, else of 4. */
  public long word(boolean wide) {
    return wide ? u8() : u4();
  }

  private long take(int width) {
    need(width);
    long value = 0;
    for (int i = 0; i < width; i++) {
      int shift = 8 * (bigEndian ? width - 1 - i : i);
      value |= (bytes[at++] & 0xFFL) << shift;
    }
    return value;
  }

  /** The next {@code count} bytes. */
  public byte[] bytes(int count) {
    need(count);
    byte[] out = Arrays.copyOfRange(bytes, at, at + count);
    at += count;
    return out;
  }

  /** Steps over {@code count} bytes. */
  public ByteReader skip(int count) {
    need(count);
    at += count;
    return this;
  }

  private void need(int count) {
    if (count < 0 || count > left()) {
      throw new IndexOutOfBoundsException("wanted " + count + " bytes, " + left() + " are left");
    }
  }
}
