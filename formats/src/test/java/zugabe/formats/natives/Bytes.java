package zugabe.formats.natives;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/** Bytes put together field by field. */
final class Bytes {
  private final boolean big;
  private byte[] bytes = new byte[256];
  private int size;

  private Bytes(boolean big) {
    this.big = big;
  }

  static Bytes little() {
    return new Bytes(false);
  }

  static Bytes big() {
    return new Bytes(true);
  }

  static Bytes of(boolean big) {
    return new Bytes(big);
  }

  int size() {
    return size;
  }

  private Bytes number(int at, int width, long value) {
    if (at + width > bytes.length) {
      bytes = Arrays.copyOf(bytes, 2 * (at + width));
    }
    for (int i = 0; i < width; i++) {
      int shift = 8 * (big ? width - 1 - i : i);
      bytes[at + i] = (byte) (value >>> shift);
    }
    size = Math.max(size, at + width);
    return this;
  }

  Bytes u1(long value) {
    return number(size, 1, value);
  }

  Bytes u2(long value) {
    return number(size, 2, value);
  }

  Bytes u4(long value) {
    return number(size, 4, value);
  }

  Bytes u8(long value) {
    return number(size, 8, value);
  }

  /** A field as wide as the file's addresses. */
  Bytes word(boolean wide, long value) {
    return wide ? u8(value) : u4(value);
  }

  Bytes u4At(int at, long value) {
    return number(at, 4, value);
  }

  Bytes u2At(int at, long value) {
    return number(at, 2, value);
  }

  Bytes text(String text) {
    for (byte b : text.getBytes(StandardCharsets.ISO_8859_1)) {
      u1(b);
    }
    return this;
  }

  Bytes zeroed(String text) {
    return text(text).u1(0);
  }

  /** Zeros up to a place. */
  Bytes to(int place) {
    while (size < place) {
      u1(0);
    }
    return this;
  }

  Bytes all(byte[] more) {
    for (byte b : more) {
      u1(b);
    }
    return this;
  }

  byte[] done() {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.write(bytes, 0, size);
    return out.toByteArray();
  }
}
