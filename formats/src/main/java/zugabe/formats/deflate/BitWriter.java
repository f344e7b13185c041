package zugabe.formats.deflate;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;

/** Packs bits into bytes, the least significant first (RFC 1951, section 3.1.1). */
final class BitWriter {
  private static final VarHandle LONG =
      MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.LITTLE_ENDIAN);

  private static final int STORED_MOST = 65_535;

  /** Tokens that are written by one call: many short calls are compiled sooner than a long loop. */
  private static final int STEP = 64;

  private byte[] out = new byte[0];
  private int at;
  private long bits;
  private int count;

  /** Starts anew; there has to be room for eight bytes behind the last one. */
  void start(byte[] into) {
    out = into;
    at = 0;
    bits = 0;
    count = 0;
  }

  int bytes() {
    return at;
  }

  /** Bits that don't fill a byte yet. */
  int pending() {
    return count;
  }

  /** At most 32 bits. */
  void put(long value, int width) {
    bits |= value << count;
    count += width;
    LONG.set(out, at, bits);
    at += count >>> 3;
    bits >>>= count & ~7;
    count &= 7;
  }

  /** Zeros up to the next byte. */
  void align() {
    if (count > 0) {
      put(0, Byte.SIZE - count);
    }
  }

  /** What {@link #stored} would write. */
  long storedBits(int bytes) {
    int blocks = (bytes + STORED_MOST - 1) / STORED_MOST;
    // the first header's end depends on where it begins; each has 3 bits, up to a byte, and 32
    return (-(count + 3) & 7) + 35 + (blocks - 1) * 40L + (long) Byte.SIZE * bytes;
  }

  /** Stored blocks (section 3.2.4): each of up to 65,535 bytes, behind a header of up to 5. */
  void stored(byte[] content, int from, int to, boolean last) {
    int start = from;
    do {
      int length = Math.min(STORED_MOST, to - start);
      put(last && start + length == to ? 1 : 0, 3);
      align();
      put(length | ((length ^ 0xFFFFL) << 16), 32);
      System.arraycopy(content, start, out, at, length);
      at += length;
      start += length;
    } while (start < to);
  }

  /** An empty stored block: what follows begins with a byte. */
  void flush() {
    put(0, 3);
    align();
    put(0xFFFF0000L, 32);
  }

  /**
   * A header's runs of code lengths.
   *
   * @param runs each with its extra bits above its symbol
   * @param codes above their lengths, as in {@link CodeTables}
   */
  void runs(int[] runs, int count, int[] codes) {
    long acc = bits;
    int n = this.count;
    int op = at;
    for (int i = 0; i < count; i++) {
      int symbol = runs[i] & CodeLengths.SYMBOL_MASK;
      int code = codes[symbol];
      acc |= (long) (code >>> CodeTables.WIDTH_BITS) << n;
      n += code & CodeTables.WIDTH_MASK;
      acc |= (long) (runs[i] >>> CodeLengths.SYMBOL_BITS) << n;
      n += CodeLengths.EXTRA[symbol];
      LONG.set(out, op, acc);
      op += n >>> 3;
      acc >>>= n & ~7;
      n &= 7;
    }
    bits = acc;
    this.count = n;
    at = op;
  }

  /**
   * Tokens as codes.
   *
   * @param start of the content that the tokens stand for
   */
  void tokens(Tokens tokens, int from, int to, CodeTables codes, byte[] content, int start) {
    int i = start;
    for (int t = from; t < to; t += STEP) {
      i = some(tokens, t, Math.min(t + STEP, to), codes, content, i);
    }
  }

  private int some(Tokens tokens, int from, int to, CodeTables codes, byte[] content, int start) {
    int[] all = tokens.all();
    int[] table = codes.all();
    byte[] into = out;
    long acc = bits;
    int n = count;
    int op = at;
    int i = start;
    for (int t = from; t < to; t++) {
      int token = all[t];
      int run = token >>> Tokens.RUN_SHIFT;
      // four codes of at most 14 bits, and 7 bits that wait, fit
      for (; run >= 4; run -= 4, i += 4) {
        int four = Agreement.four(content, i);
        int a = table[four & 0xFF];
        int b = table[(four >>> 8) & 0xFF];
        int c = table[(four >>> 16) & 0xFF];
        int d = table[four >>> 24];
        acc |= (long) (a >>> CodeTables.WIDTH_BITS) << n;
        n += a & CodeTables.WIDTH_MASK;
        acc |= (long) (b >>> CodeTables.WIDTH_BITS) << n;
        n += b & CodeTables.WIDTH_MASK;
        acc |= (long) (c >>> CodeTables.WIDTH_BITS) << n;
        n += c & CodeTables.WIDTH_MASK;
        acc |= (long) (d >>> CodeTables.WIDTH_BITS) << n;
        n += d & CodeTables.WIDTH_MASK;
        LONG.set(into, op, acc);
        op += n >>> 3;
        acc >>>= n & ~7;
        n &= 7;
      }
      // up to three more, without a branch: codes that don't belong to the run become empty
      int rest = Agreement.four(content, i);
      int a1 = table[rest & 0xFF] & (-run >> 31);
      acc |= (long) (a1 >>> CodeTables.WIDTH_BITS) << n;
      n += a1 & CodeTables.WIDTH_MASK;
      int a2 = table[(rest >>> 8) & 0xFF] & ((1 - run) >> 31);
      acc |= (long) (a2 >>> CodeTables.WIDTH_BITS) << n;
      n += a2 & CodeTables.WIDTH_MASK;
      int a3 = table[(rest >>> 16) & 0xFF] & ((2 - run) >> 31);
      acc |= (long) (a3 >>> CodeTables.WIDTH_BITS) << n;
      n += a3 & CodeTables.WIDTH_MASK;
      i += run;
      LONG.set(into, op, acc);
      op += n >>> 3;
      acc >>>= n & ~7;
      n &= 7;
      int matched = Tokens.length(token);
      if (matched > 0) {
        int less = token & Tokens.DISTANCE_MASK;
        int a = table[CodeTables.LENGTHS + matched];
        acc |= (long) (a >>> CodeTables.WIDTH_BITS) << n;
        n += a & CodeTables.WIDTH_MASK;
        int symbol = Symbols.ofDistance(less);
        int b = table[CodeTables.DISTANCES + symbol];
        acc |= (long) (b >>> CodeTables.WIDTH_BITS) << n;
        n += b & CodeTables.WIDTH_MASK;
        int extra = Symbols.extraOfDistance(symbol);
        acc |= (long) (less & ((1 << extra) - 1)) << n;
        n += extra;
        LONG.set(into, op, acc);
        op += n >>> 3;
        acc >>>= n & ~7;
        n &= 7;
        i += matched;
      }
    }
    bits = acc;
    count = n;
    at = op;
    return i;
  }
}
