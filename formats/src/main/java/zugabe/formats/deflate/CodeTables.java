package zugabe.formats.deflate;

/**
 * Codes ready to be written, each above 5 bits for its length, in one table: a loop that needs
 * three of them has no registers left. Scratch memory of one thread.
 */
final class CodeTables {
  /** Bits that hold a code's length. */
  static final int WIDTH_BITS = 5;

  static final int WIDTH_MASK = (1 << WIDTH_BITS) - 1;

  /** Where codes of a match's lengths begin, with their extra bits; before, those of literals. */
  static final int LENGTHS = Symbols.LITERALS;

  /** Where codes of distances begin, by symbol. */
  static final int DISTANCES = LENGTHS + Symbols.MOST_LENGTH + 1;

  private final int[] all = new int[DISTANCES + Symbols.DISTANCE_CODES];

  int[] all() {
    return all;
  }

  void fill(int[] lengths, int[] codes) {
    for (int s = 0; s < Symbols.LITERALS; s++) {
      all[s] = (codes[s] << WIDTH_BITS) | lengths[s];
    }
    for (int s = 0; s < Symbols.LENGTH_CODES; s++) {
      int bits = lengths[Symbols.FIRST_LENGTH + s];
      // of symbols that don't occur, nothing is looked up
      if (bits != 0) {
        lengths(s, codes[Symbols.FIRST_LENGTH + s], bits);
      }
    }
    for (int s = 0; s < Symbols.DISTANCE_CODES; s++) {
      all[DISTANCES + s] =
          (codes[Symbols.DISTANCES + s] << WIDTH_BITS) | lengths[Symbols.DISTANCES + s];
    }
  }

  /** All lengths of a symbol. */
  private void lengths(int symbol, int code, int bits) {
    int extra = Symbols.EXTRA[Symbols.FIRST_LENGTH + symbol];
    int first = Symbols.LENGTH_BASE[symbol];
    int count = Math.min(1 << extra, Symbols.MOST_LENGTH + 1 - first);
    for (int l = 0; l < count; l++) {
      all[LENGTHS + first + l] = ((code | (l << bits)) << WIDTH_BITS) | (bits + extra);
    }
  }
}
