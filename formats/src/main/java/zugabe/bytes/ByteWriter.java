package zugabe.bytes;

import java.nio.ByteOrder;
import java.util.Arrays;

/**
 * Writes fields in either byte order into a buffer of exactly the size given. Each integer is
 * range-checked; the message names the field, its value and the room it has.
 */
public final class ByteWriter {
  private final byte[] buffer;
  private final boolean bigEndian;
  private int at;

  private ByteWriter(int size, boolean bigEndian) {
    this.buffer = new byte[size];
    this.bigEndian = bigEndian;
  }

  /** A writer for exactly {@code size} bytes, little-endian. */
  public static ByteWriter ofSize(int size) {
    return ofSize(size, ByteOrder.LITTLE_ENDIAN);
  }

  /** A writer for exactly {@code size} bytes. */
  public static ByteWriter ofSize(int size, ByteOrder order) {
    return new ByteWriter(size, order == ByteOrder.BIG_ENDIAN);
  }

  /** An unsigned byte: 0 to 255. */
  public ByteWriter u1(String field, long value) {
    return put(field, value, 1);
  }

  /** An unsigned field of 2 bytes: 0 to 65,535. */
  public ByteWriter u2(String field, long value) {
    return put(field, value, 2);
  }

  /** An unsigned field of 4 bytes: 0 to 4,294,967,295. */
  public ByteWriter u4(String field, long value) {
    return put(field, value, 4);
  }

  /** An unsigned field of 8 bytes, of which values up to {@link Long#MAX_VALUE} can be written. */
  public ByteWriter u8(String field, long value) {
    if (value < 0) {
      throw new FieldOverflowException(field, value, 8);
    }
    return put(value, 8);
  }

  /** An address or a size: of 8 bytes when {@code wide}, else of 4. */
  public ByteWriter word(String field, long value, boolean wide) {
    return wide ? u8(field, value) : u4(field, value);
  }

  /** Bytes as they are. */
  public ByteWriter bytes(byte[] bytes) {
    System.arraycopy(bytes, 0, buffer, at, bytes.length);
    at += bytes.length;
    return this;
  }

  /** Zeros. */
  public ByteWriter zeros(int count) {
    Arrays.fill(buffer, at, at + count, (byte) 0);
    at += count;
    return this;
  }

  /**
   * The finished bytes. Fails when the buffer isn't full: then our own size computation is wrong.
   */
  public byte[] done() {
    if (at != buffer.length) {
      throw new IllegalStateException("wrote " + at + " of " + buffer.length + " bytes");
    }
    return buffer;
  }

  private ByteWriter put(String field, long value, int width) {
    if (value < 0 || value >>> (8 * width) != 0) {
      throw new FieldOverflowException(field, value, width);
    }
    return put(value, width);
  }

  private ByteWriter put(long value, int width) {
    for (int i = 0; i < width; i++) {
      buffer[at++] = (byte) (value >>> (8 * (bigEndian ? width - 1 - i : i)));
    }
    return this;
  }
}
