package zugabe.formats.deflate;

/** What each literal, length and distance costs in a block, in parts of a bit. */
final class Prices {
  private static final int NEVER_SEEN = 13 * Counts.UNIT;

  final int[] literal = new int[Symbols.LITERALS];
  final int[] length = new int[Symbols.MOST_LENGTH + 1];
  final int[] distance = new int[Symbols.DISTANCE_CODES];

  /** From counts: what an ideal code for them would take. */
  void of(int[] counts, int from) {
    int total = sum(counts, from, Symbols.LITERAL_CODES);
    for (int s = 0; s < Symbols.LITERALS; s++) {
      literal[s] = bits(counts[from + s], total);
    }
    for (int l = Symbols.LEAST_LENGTH; l <= Symbols.MOST_LENGTH; l++) {
      int symbol = Symbols.ofLength(l);
      length[l] =
          bits(counts[from + Symbols.FIRST_LENGTH + symbol], total)
              + Symbols.EXTRA[Symbols.FIRST_LENGTH + symbol] * Counts.UNIT;
    }
    int at = from + Symbols.DISTANCES;
    total = sum(counts, at, Symbols.DISTANCE_CODES);
    for (int s = 0; s < Symbols.DISTANCE_CODES; s++) {
      distance[s] =
          bits(counts[at + s], total) + Symbols.EXTRA[Symbols.DISTANCES + s] * Counts.UNIT;
    }
  }

  private static int sum(int[] counts, int from, int symbols) {
    int total = 0;
    for (int s = 0; s < symbols; s++) {
      total += counts[from + s];
    }
    return total;
  }

  /** log2 of the ratio; a code has one bit at least. */
  private static int bits(int count, int total) {
    return count == 0 ? NEVER_SEEN : Math.max(Counts.UNIT, Counts.log(total) - Counts.log(count));
  }
}
