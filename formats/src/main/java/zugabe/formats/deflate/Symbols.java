package zugabe.formats.deflate;

import java.util.Arrays;

/**
 * The alphabets of RFC 1951, section 3.2.5: literals, lengths and distances, with their extra bits.
 * Counts, code lengths and codes of both alphabets stand in one array, distances from {@link
 * #DISTANCES} on.
 */
final class Symbols {
  static final int LITERALS = 256;
  static final int END_OF_BLOCK = 256;
  static final int FIRST_LENGTH = 257;
  static final int LENGTH_CODES = 29;

  /** Literals, end of block and lengths that can occur. */
  static final int LITERAL_CODES = FIRST_LENGTH + LENGTH_CODES;

  /** The fixed code has two more (section 3.2.6). */
  static final int FIXED_LITERAL_CODES = 288;

  static final int DISTANCES = FIXED_LITERAL_CODES;
  static final int DISTANCE_CODES = 30;

  /** Room for both alphabets. */
  static final int ALL = DISTANCES + 32;

  static final int LEAST_LENGTH = 3;
  static final int MOST_LENGTH = 258;

  /** The farthest a match may reach back (section 2). */
  static final int WINDOW_BYTES = 32 * 1024;

  /** Bits of the longest code (section 3.2.7). */
  static final int MOST_BITS = 15;

  /** The symbol of a length, counted from {@link #FIRST_LENGTH}. */
  private static final byte[] LENGTH_SYMBOL = new byte[MOST_LENGTH + 1];

  /** Bits behind each symbol's code that tell which of its lengths or distances is meant. */
  static final int[] EXTRA = new int[ALL];

  static final int[] LENGTH_BASE = new int[LENGTH_CODES];

  /** Code lengths of blocks with fixed codes (section 3.2.6). */
  private static final int[] FIXED = new int[ALL];

  static {
    lengths();
    distances();
    Arrays.fill(FIXED, 0, 144, 8);
    Arrays.fill(FIXED, 144, 256, 9);
    Arrays.fill(FIXED, 256, 280, 7);
    Arrays.fill(FIXED, 280, FIXED_LITERAL_CODES, 8);
    Arrays.fill(FIXED, DISTANCES, DISTANCES + DISTANCE_CODES, 5);
  }

  private Symbols() {}

  private static void lengths() {
    int length = LEAST_LENGTH;
    for (int s = 0; s < LENGTH_CODES - 1; s++) {
      LENGTH_BASE[s] = length;
      int extra = s < 8 ? 0 : (s >> 2) - 1;
      EXTRA[FIRST_LENGTH + s] = extra;
      for (int i = 0; i < 1 << extra && length < MOST_LENGTH; i++) {
        LENGTH_SYMBOL[length++] = (byte) s;
      }
    }
    // the longest has a symbol of its own, without extra bits
    LENGTH_BASE[LENGTH_CODES - 1] = MOST_LENGTH;
    LENGTH_SYMBOL[MOST_LENGTH] = LENGTH_CODES - 1;
  }

  private static void distances() {
    for (int s = 0; s < DISTANCE_CODES; s++) {
      EXTRA[DISTANCES + s] = extraOfDistance(s);
    }
  }

  /** From 0 on. */
  static int ofLength(int length) {
    return LENGTH_SYMBOL[length];
  }

  /**
   * The symbol of one less than the distance: its highest bit's place and the bit below. Reckoned,
   * since near and far ones come in no order that a processor could foresee, as two tables would
   * need.
   */
  static int ofDistance(int less) {
    if (less < 2) {
      return less;
    }
    int top = Integer.SIZE - 1 - Integer.numberOfLeadingZeros(less);
    return 2 * top + ((less >>> (top - 1)) & 1);
  }

  /** How many of the lowest bits of one less than the distance stand behind the symbol's code. */
  static int extraOfDistance(int symbol) {
    return Math.max(symbol >> 1, 1) - 1;
  }

  /** Of the codes that need no header (section 3.2.6). */
  static int[] fixedLengths() {
    return FIXED.clone();
  }
}
