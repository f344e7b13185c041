package zugabe.bytes;

import java.util.Arrays;

/** Reads little-endian fields from a byte array, never past its end. */
public final class ByteReader {
  private final byte[] bytes;
  private int at;

  private ByteReader(byte[] bytes) {
    this.bytes = bytes;
  }

  public static ByteReader of(byte[] bytes) {
    return new ByteReader(bytes);
  }

  /** Bytes not yet read. */
  public int left() {
    return bytes.length - at;
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

  private long take(int width) {
    need(width);
    long value = 0;
    for (int i = 0; i < width; i++) {
      value |= (bytes[at++] & 0xFFL) << (8 * i);
    }
    return value;
  }

  private void need(int count) {
    if (count < 0 || count > left()) {
      throw new IndexOutOfBoundsException("wanted " + count + " bytes, " + left() + " are left");
    }
  }
}
