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
    for (int l = Symbols.LEAST_LENGTH; l <= Symbols.MOST_LENGTH; l++) {
      int symbol = Symbols.ofLength(l);
      int bits = lengths[Symbols.FIRST_LENGTH + symbol];
      int value =
          codes[Symbols.FIRST_LENGTH + symbol] | ((l - Symbols.LENGTH_BASE[symbol]) << bits);
      length[l] = (value << 5) | (bits + Symbols.EXTRA[Symbols.FIRST_LENGTH + symbol]);
    }
    for (int s = 0; s < Symbols.DISTANCE_CODES; s++) {
      distance[s] = (codes[Symbols.DISTANCES + s] << 4) | lengths[Symbols.DISTANCES + s];
    }
  }
}
