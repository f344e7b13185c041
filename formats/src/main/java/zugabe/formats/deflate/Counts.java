package zugabe.formats.deflate;

/** How often symbols occur, and about how many bits that takes: integers only. */
final class Counts {
  static final int UNIT_BITS = 6;

  /** Parts of a bit that costs are counted in. */
  static final int UNIT = 1 << UNIT_BITS;

  /**
   * Cleared by copying: wide stores of zeros, as the runtime makes them for a loop, slow some
   * processors down for all.
   */
  static final int[] ZEROS = new int[Symbols.ALL];

  private static final int TABLE_BITS = 12;

  /** n log2 n, in units. */
  private static final int[] N_LOG_N = new int[1 << TABLE_BITS];

  /** What a block costs beside its codes: its first bits and its header, about. */
  private static final int HEADER = 80 * UNIT;

  /** What each symbol that occurs adds to the header, about. */
  private static final int HEADER_EACH = 7 * UNIT / 2;

  /** What stored bytes cost more than themselves. */
  private static final int STORED_HEADER = 40 * UNIT;

  static {
    for (int n = 1; n < N_LOG_N.length; n++) {
      double log = StrictMath.log(n) / StrictMath.log(2);
      N_LOG_N[n] = (int) StrictMath.rint(n * log * UNIT);
    }
  }

  private Counts() {}

  static void clear(int[] counts) {
    System.arraycopy(ZEROS, 0, counts, 0, Symbols.ALL);
  }

  /** n log2 n, in units; beyond the table's end in steps. */
  static long weight(int n) {
    if (n < 1 << TABLE_BITS) {
      return N_LOG_N[n];
    }
    int shift = Integer.SIZE - TABLE_BITS - Integer.numberOfLeadingZeros(n);
    int part = n >> shift;
    return (long) n * shift * UNIT + (long) n * N_LOG_N[part] / part;
  }

  /** log2 n, in units. */
  static int log(int n) {
    return (int) (weight(n) / n);
  }

  /**
   * About what a block with these counts takes, in units.
   *
   * @param all counts of several parts
   * @param first where the first part's start
   * @param second where another's start that is added; negative for none
   * @param bytes of content
   */
  static long cost(int[] all, int first, int second, int bytes) {
    int other = second < 0 ? first : second;
    int times = second < 0 ? 0 : 1;
    long cost =
        HEADER
            + alphabet(all, first, other, times, 0, Symbols.LITERAL_CODES)
            + alphabet(all, first, other, times, Symbols.DISTANCES, Symbols.DISTANCE_CODES);
    return Math.min(cost, (long) Byte.SIZE * UNIT * bytes + STORED_HEADER);
  }

  private static long alphabet(int[] all, int first, int other, int times, int from, int symbols) {
    long cost = 0;
    int total = 0;
    for (int s = from; s < from + symbols; s++) {
      int n = all[first + s] + times * all[other + s];
      if (n != 0) {
        total += n;
        cost += HEADER_EACH + (long) n * UNIT * Symbols.EXTRA[s] - weight(n);
      }
    }
    return cost + weight(total);
  }
}
