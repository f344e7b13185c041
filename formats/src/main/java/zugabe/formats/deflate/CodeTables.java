package zugabe.formats.deflate;

/**
 * Codes ready to be written: a code above its number of bits. Scratch memory of one thread.
 *
 * @param literal code above 4 bits for its length, by byte
 * @param length code with its extra bits above 5 bits for their number, by the match's length
 * @param distance code above 4 bits for its length, by symbol
 */
@SuppressWarnings("ArrayRecordComponent") // nobody compares them
record CodeTables(int[] literal, int[] length, int[] distance) {
  CodeTables() {
    this(
        new int[Symbols.LITERALS],
        new int[Symbols.MOST_LENGTH + 1],
        new int[Symbols.DISTANCE_CODES]);
  }

  void fill(int[] lengths, int[] codes) {
    for (int s = 0; s < Symbols.LITERALS; s++) {
      literal[s] = (codes[s] << 4) | lengths[s];
    }
    for (int s = 0; s < Symbols.LENGTH_CODES; s++) {
      int bits = lengths[Symbols.FIRST_LENGTH + s];
      // of symbols that don't occur, nothing is looked up
      if (bits != 0) {
        lengths(s, codes[Symbols.FIRST_LENGTH + s], bits);
      }
    }
    for (int s = 0; s < Symbols.DISTANCE_CODES; s++) {
      distance[s] = (codes[Symbols.DISTANCES + s] << 4) | lengths[Symbols.DISTANCES + s];
    }
  }

  /** All lengths of a symbol. */
  private void lengths(int symbol, int code, int bits) {
    int extra = Symbols.EXTRA[Symbols.FIRST_LENGTH + symbol];
    int first = Symbols.LENGTH_BASE[symbol];
    int count = Math.min(1 << extra, Symbols.MOST_LENGTH + 1 - first);
    for (int l = 0; l < count; l++) {
      length[first + l] = ((code | (l << bits)) << 5) | (bits + extra);
    }
  }
}
