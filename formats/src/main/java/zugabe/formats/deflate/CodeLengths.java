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
  static final int SYMBOL_BITS = 5;
  static final int SYMBOL_MASK = (1 << SYMBOL_BITS) - 1;

  /** The order in which the third code's lengths are written: rare ones last. */
  private static final int[] ORDER = {
    16, 17, 18, 0, 8, 7, 9, 6, 10, 5, 11, 4, 12, 3, 13, 2, 14, 1, 15
  };

  /** Bits behind a symbol's code that tell how long its run is. */
  static final int[] EXTRA = {0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 2, 3, 7};

  private final HuffmanCode huffman;
  private final int[] joined = new int[Symbols.ALL + 1];

  /** Each with its extra bits above its symbol; two more than there can be. */
  private final int[] runs = new int[Symbols.ALL + 2];

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
    int total = literals + distances;
    System.arraycopy(all, 0, joined, 0, literals);
    System.arraycopy(all, Symbols.DISTANCES, joined, literals, distances);
    // so that the last run ends there
    joined[total] = -1;
    runCount = runs(total);
    System.arraycopy(Counts.ZEROS, 0, counts, 0, SYMBOLS);
    for (int i = 0; i < runCount; i++) {
      counts[runs[i] & SYMBOL_MASK]++;
    }
    huffman.lengths(counts, 0, SYMBOLS, MOST_BITS, lengths);
    written = SYMBOLS;
    while (written > 4 && lengths[ORDER[written - 1]] == 0) {
      written--;
    }
  }

  /** Cuts up so many lengths; returns how many runs there are. */
  private int runs(int total) {
    int[] both = joined;
    int[] into = runs;
    int n = 0;
    for (int at = 0; at < total; ) {
      int length = both[at];
      int left = 1;
      while (both[at + left] == length) {
        left++;
      }
      at += left;
      if (length == 0) {
        while (left >= 11) {
          int zeros = Math.min(left, 138);
          into[n++] = ((zeros - 11) << SYMBOL_BITS) | MANY_ZEROS;
          left -= zeros;
        }
        if (left >= 3) {
          into[n++] = ((left - 3) << SYMBOL_BITS) | ZEROS;
          left = 0;
        }
      } else {
        into[n++] = length;
        left--;
        while (left >= 3) {
          int copies = Math.min(left, 6);
          into[n++] = ((copies - 3) << SYMBOL_BITS) | COPY;
          left -= copies;
        }
      }
      // two at most are left: both are written, so many of them stay
      into[n] = length;
      into[n + 1] = length;
      n += left;
    }
    return n;
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
    huffman.codes(lengths, 0, codes);
    for (int s = 0; s < SYMBOLS; s++) {
      codes[s] = (codes[s] << CodeTables.WIDTH_BITS) | lengths[s];
    }
    out.runs(runs, runCount, codes);
  }
}
