package zugabe.formats.deflate;

/**
 * How matches are looked for in one part of a content; times and sizes were weighed on class files,
 * texts, programs and packed data.
 *
 * @param chained bytes that the places of a chain have in common: many of them make chains short,
 *     and each place in them one where much agrees
 * @param single bytes of the shorter sequences of which the last place only is known: matches that
 *     no chain leads to
 * @param depth places of a chain that are looked at: where chains are long, this is most of the
 *     time
 * @param later the same for a match that begins a byte later
 * @param many whether chains of few bytes are long: see {@link Chains#longestOfMany}
 */
record Effort(int chained, int single, int depth, int later, boolean many) {
  /** A match of this length ends the search: longer ones gain a bit at most. */
  static final int NICE = 66;

  /** For class files, programs, and what is packed already: short matches are most of them. */
  static final Effort USUAL = new Effort(4, 3, 16, 8, false);

  /** The same where literals are cheap, as in tables: chains are longer there. */
  static final Effort DENSE = new Effort(4, 3, 28, 12, true);

  /**
   * Where they are very cheap, since few words come again and again: there only depth helps, and a
   * match that begins a byte later is hardly ever a better one.
   */
  static final Effort REPEATED = new Effort(4, 3, 48, 4, true);

  /** For texts, whose shorter sequences come again far too often. */
  static final Effort TEXT = new Effort(6, 4, 32, 16, false);

  private static final int DENSE_BITS = 58 * Counts.UNIT / 10;
  private static final int REPEATED_BITS = 4 * Counts.UNIT;

  /** One of so many bytes is looked at: in records of any usual length each place comes by. */
  private static final int SAMPLE_STEP = 31;

  /** From 0xC0 on, first bytes of longer sequences in UTF-8; below, and negative, later ones. */
  private static final byte FIRST_OF_MORE = (byte) 0xC0;

  /** Text has a byte that texts don't have among so many at most; packed data has nine. */
  private static final int RARE = 32;

  /**
   * The one that fits a part.
   *
   * @param text whether it {@linkplain #isText looks like text}
   * @param bits what a literal cost in the part before it, in parts of a bit
   */
  static Effort of(boolean text, int bits) {
    if (bits < REPEATED_BITS) {
      return REPEATED;
    }
    if (text) {
      return TEXT;
    }
    return bits < DENSE_BITS ? DENSE : USUAL;
  }

  /** Whether hardly any of some bytes is one that texts don't have, whatever their language. */
  static boolean isText(byte[] content, int from, int to) {
    int odd = 0;
    for (int i = from; i < to; i += SAMPLE_STEP) {
      odd += isOdd(content[i], content[i + 1]) ? 1 : 0;
    }
    return odd * RARE * SAMPLE_STEP <= to - from;
  }

  /**
   * Control characters but for those that part lines and words, and first bytes of UTF-8's longer
   * sequences that no later one follows.
   */
  private static boolean isOdd(byte one, byte next) {
    if (one < 0) {
      return one >= FIRST_OF_MORE && next >= FIRST_OF_MORE;
    }
    return one < ' ' && (one < '\t' || one > '\r');
  }
}
