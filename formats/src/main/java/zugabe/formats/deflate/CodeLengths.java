package zugabe.formats.deflate;

/**
 * The header of a block with codes of its own: their lengths, as runs that are packed by a third
 * code (RFC 1951, section 3.2.7). Scratch memory of one thread.
 */
final class CodeLengths {
  private static final int SYMBOLS = 19;
  private static final int MOST_BITS = 7;
  private static final int COPY = 16;
  private static final int ZEROS = 17;
  private static final int MANY_ZEROS = 18;
  private static final int SYMBOL_BITS = 5;
  private static final int SYMBOL_MASK = (1 << SYMBOL_BITS) - 1;

  /** The order in which the third code's lengths are written: rare ones last. */
  private static final int[] ORDER = {
    16, 17, 18, 0, 8, 7, 9, 6, 10, 5, 11, 4, 12, 3, 13, 2, 14, 1, 15
  };

  /** Bits behind a symbol's code that tell how long its run is. */
  private static final int[] EXTRA = {0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 2, 3, 7};

  private final HuffmanCode huffman;
  private final int[] joined = new int[Symbols.ALL + 1];
  private final int[] runs = new int[Symbols.ALL];
  private final int[] counts = new int[SYMBOLS];
  private final int[] lengths = new int[SYMBOLS];
  private final int[] codes = new int[SYMBOLS];
  private int runCount;
  private int literals;
  private int distances;
  private int written;

  CodeLengths(HuffmanCode huffman) {
    this.huffman = huffman;
  }

  /** Looks at the lengths of both codes. */
  void of(int[] all) {
    literals = Symbols.LITERAL_CODES;
    while (literals > Symbols.FIRST_LENGTH && all[literals - 1] == 0) {
      literals--;
    }
    distances = Symbols.DISTANCE_CODES;
    while (distances > 1 && all[Symbols.DISTANCES + distances - 1] == 0) {
      distances--;
    }
    System.arraycopy(Counts.ZEROS, 0, counts, 0, SYMBOLS);
    runCount = 0;
    int total = literals + distances;
    int[] both = joined;
    System.arraycopy(all, 0, both, 0, literals);
    System.arraycopy(all, Symbols.DISTANCES, both, literals, distances);
    // so that the last run ends there
    both[total] = -1;
    for (int at = 0; at < total; ) {
      int length = both[at];
      int end = at + 1;
      while (both[end] == length) {
        end++;
      }
      if (length == 0) {
        zeros(end - at);
      } else {
        same(length, end - at);
      }
      at = end;
    }
    huffman.lengths(counts, 0, SYMBOLS, MOST_BITS, lengths);
    written = SYMBOLS;
    while (written > 4 && lengths[ORDER[written - 1]] == 0) {
      written--;
    }
  }

  private void zeros(int run) {
    int left = run;
    while (left >= 11) {
      int length = Math.min(left, 138);
      add(MANY_ZEROS, length - 11);
      left -= length;
    }
    if (left >= 3) {
      add(ZEROS, left - 3);
      left = 0;
    }
    for (; left > 0; left--) {
      add(0, 0);
    }
  }

  private void same(int length, int run) {
    add(length, 0);
    int left = run - 1;
    while (left >= 3) {
      int copies = Math.min(left, 6);
      add(COPY, copies - 3);
      left -= copies;
    }
    for (; left > 0; left--) {
      add(length, 0);
    }
  }

  private void add(int symbol, int extra) {
    counts[symbol]++;
    runs[runCount++] = (extra << SYMBOL_BITS) | symbol;
  }

  /** Bits of the header behind the block's first three. */
  int bits() {
    int bits = 14 + 3 * written;
    for (int s = 0; s < SYMBOLS; s++) {
      bits += counts[s] * (lengths[s] + EXTRA[s]);
    }
    return bits;
  }

  void write(BitWriter out) {
    out.put(literals - Symbols.FIRST_LENGTH, 5);
    out.put(distances - 1, 5);
    out.put(written - 4, 4);
    for (int i = 0; i < written; i++) {
      out.put(lengths[ORDER[i]], 3);
    }
    huffman.codes(lengths, 0, SYMBOLS, codes);
    for (int i = 0; i < runCount; i++) {
      int symbol = runs[i] & SYMBOL_MASK;
      int extra = runs[i] >>> SYMBOL_BITS;
      out.put(codes[symbol] | (extra << lengths[symbol]), lengths[symbol] + EXTRA[symbol]);
    }
  }
}
