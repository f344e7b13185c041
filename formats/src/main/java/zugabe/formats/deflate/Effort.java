package zugabe.formats.deflate;

/**
 * How hard matches are looked for in one part of a content; times and sizes were weighed on class
 * files, texts, programs and packed data.
 *
 * @param depth places of a chain that are looked at: where chains are long, this is most of the
 *     time
 * @param later the same for a match that begins a byte later
 * @param many whether chains are long: see {@link Chains#longestOfMany}
 */
record Effort(int depth, int later, boolean many) {
  /** A match of this length ends the search: longer ones gain a bit at most. */
  static final int NICE = 66;

  /** For class files, programs, and what is packed already. */
  static final Effort USUAL = new Effort(16, 8, false);

  /** Where literals are cheap, as in texts: chains are longer there. */
  static final Effort TEXT = new Effort(28, 12, true);

  /**
   * Where they are very cheap, since few words come again and again: there only depth helps, and a
   * match that begins a byte later is hardly ever a better one.
   */
  static final Effort REPEATED = new Effort(48, 4, true);

  private static final int TEXT_BITS = 58 * Counts.UNIT / 10;
  private static final int REPEATED_BITS = 4 * Counts.UNIT;

  /** The one that fits what a literal costs, in parts of a bit. */
  static Effort of(int bits) {
    if (bits < REPEATED_BITS) {
      return REPEATED;
    }
    return bits < TEXT_BITS ? TEXT : USUAL;
  }
}
