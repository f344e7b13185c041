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
    need(2);
    int value = (bytes[at] & 0xFF) | (bytes[at + 1] & 0xFF) << 8;
    at += 2;
    return value;
  }

  /** An unsigned field of 4 bytes. */
  public long u4() {
    need(4);
    int value =
        (bytes[at] & 0xFF)
            | (bytes[at + 1] & 0xFF) << 8
            | (bytes[at + 2] & 0xFF) << 16
            | bytes[at + 3] << 24;
    at += 4;
    return value & 0xFFFFFFFFL;
  }

  /** A field of 8 bytes; values over {@link Long#MAX_VALUE} come out negative. */
  public long u8() {
    return u4() | u4() << 32;
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
