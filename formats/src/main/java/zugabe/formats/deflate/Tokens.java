package zugabe.formats.deflate;

/**
 * What a content is written as: runs of literals, each with a match behind it or without. One token
 * is one number: 8 bits for the run, 9 for the match's length less 2 (0: none), 15 for its distance
 * less 1.
 */
final class Tokens {
  static final int RUN_SHIFT = 24;
  static final int MOST_RUN = 255;
  static final int DISTANCE_MASK = Symbols.WINDOW_BYTES - 1;
  private static final int LENGTH_SHIFT = 15;
  private static final int LENGTH_MASK = 511;

  private int[] all = new int[1024];
  private int count;

  /** Starts anew, with room for a content of this many bytes in so many parts. */
  void clear(int bytes, int parts) {
    count = 0;
    int most = bytes / Symbols.LEAST_LENGTH + bytes / MOST_RUN + 2 * parts + 8;
    if (all.length < most) {
      all = new int[most];
    }
  }

  int[] all() {
    return all;
  }

  int count() {
    return count;
  }

  /** Literals that no match follows. */
  void literals(int run) {
    for (int left = run; left > 0; left -= MOST_RUN) {
      all[count++] = Math.min(left, MOST_RUN) << RUN_SHIFT;
    }
  }

  /** A match behind a run of literals. */
  void match(int run, int length, int distance) {
    int left = run;
    for (; left > MOST_RUN; left -= MOST_RUN) {
      all[count++] = MOST_RUN << RUN_SHIFT;
    }
    all[count++] = (left << RUN_SHIFT) | ((length - 2) << LENGTH_SHIFT) | (distance - 1);
  }

  /** Of the match; 0 when there is none. */
  static int length(int token) {
    int stored = (token >>> LENGTH_SHIFT) & LENGTH_MASK;
    return stored == 0 ? 0 : stored + 2;
  }
}
