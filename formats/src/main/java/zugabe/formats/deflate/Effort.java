package zugabe.formats.deflate;

import java.util.Arrays;

/**
 * How matches are looked for in one part of a content; times and sizes were weighed on class files,
 * texts, programs and packed data.
 *
 * @param depth places of a chain that are looked at
 * @param later the same for a match that begins a byte later
 * @param nice a match of this length ends the search
 * @param settled a match of this length isn't put off: no later one is looked for
 */
record Effort(int depth, int later, int nice, int settled) {
  /** For class files, programs, long texts and what is packed already. */
  static final Effort USUAL = new Effort(16, 8, 66, Symbols.MOST_LENGTH);

  /** For short texts: what comes later is hardly ever better, and looking for it takes a while. */
  static final Effort SHORT_TEXT = new Effort(16, 6, 66, 16);

  /** Where literals are cheap, as in tables: chains are longer there. Texts gain little by it. */
  static final Effort DENSE = new Effort(28, 12, 66, Symbols.MOST_LENGTH);

  /** Where they are very cheap, or rare, since few words come again and again: only depth helps. */
  static final Effort REPEATED = new Effort(128, 8, Symbols.MOST_LENGTH, Symbols.MOST_LENGTH);

  private static final int DENSE_BITS = 58 * Counts.UNIT / 10;
  private static final int REPEATED_BITS = 4 * Counts.UNIT;

  /** One of so many bytes is looked at: in records of any usual length each place comes by. */
  private static final int SAMPLE_STEP = 31;

  private static final int CONTROL = 1;
  private static final int FIRST_OF_MORE = 2;

  /** Bytes that tell, in a table: a question for each would be foreseen by no processor. */
  private static final byte[] KINDS = new byte[256];

  static {
    Arrays.fill(KINDS, 0, '\t', (byte) CONTROL);
    Arrays.fill(KINDS, '\r' + 1, ' ', (byte) CONTROL);
    Arrays.fill(KINDS, 0xC0, KINDS.length, (byte) FIRST_OF_MORE);
  }

  /** Text has a byte that texts don't have among so many at most; packed data has nine. */
  private static final int RARE = 32;

  /**
   * The one that fits a part.
   *
   * @param text whether it {@linkplain #isText looks like text}
   * @param bits what a literal cost in the part before it, in parts of a bit; 0 when there were
   *     hardly any
   * @param bytes of the content that the part is of
   */
  static Effort of(boolean text, int bits, int bytes) {
    if (bits < REPEATED_BITS) {
      return REPEATED;
    }
    if (text && bytes <= Symbols.WINDOW_BYTES) {
      return SHORT_TEXT;
    }
    return text || bits >= DENSE_BITS ? USUAL : DENSE;
  }

  /** Whether hardly any of some bytes is one that texts don't have, whatever their language. */
  static boolean isText(byte[] content, int from, int to) {
    int odd = 0;
    for (int i = from; i < to; i += SAMPLE_STEP) {
      odd += odd(content[i], content[i + 1]);
    }
    return odd * RARE * SAMPLE_STEP <= to - from;
  }

  /**
   * One for control characters but for those that part lines and words, and for first bytes of
   * UTF-8's longer sequences that no later one follows; 0 for others.
   */
  private static int odd(byte one, byte next) {
    int kind = KINDS[one & 0xFF];
    return (kind & CONTROL) | ((kind & KINDS[next & 0xFF]) / FIRST_OF_MORE);
  }
}
