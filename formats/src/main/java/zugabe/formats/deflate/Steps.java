package zugabe.formats.deflate;

import java.util.Arrays;

/**
 * From each place of a content the step back to the place before it where the same few bytes stand,
 * or others of the same hash. Steps are taken down ahead of the places where matches are looked
 * for, in a loop of their own, which has no branch that depends on the content. Places are counted
 * on from content to content, so that nothing has to be cleared between them. Scratch memory of one
 * thread.
 */
final class Steps {
  /** A step out of any window. */
  private static final int NONE = 65_535;

  /**
   * Larger tables hold more apart and fit the processor's cache worse. Short contents use all of it
   * too: each place that shares a slot with others is a guess that fails.
   */
  private static final int SLOT_BITS = 16;

  /** A multiplier that spreads neighbouring values (multiplicative hashing). */
  private static final int FACTOR = 0x9E3779B1;

  /**
   * How far ahead steps are known at least: a call of the parser goes on for 128 bytes, a match may
   * be put off 255 times, since what it gives way to is longer, and has 258 bytes at most.
   */
  private static final int AHEAD = 1024;

  /** Places that are taken down at once. */
  static final int CHUNK = 2048;

  /** Places that are taken down by one call: many short calls are compiled sooner. */
  private static final int CALL = 512;

  /** The last place of each hash, counted from {@link #base}. */
  private final int[] last = new int[1 << SLOT_BITS];

  private final char[] steps;
  private final int mask;
  private byte[] bytes;
  private int end;

  /** What is added to an index to get its place. */
  private int base;

  private int next = 1 + Symbols.WINDOW_BYTES;

  private int known;

  /**
   * @param bytes that two places have in common, at most four
   * @param kept steps that are kept, a power of two: of the places that are taken down ahead, and
   *     of the last ones behind them
   */
  Steps(int bytes, int kept) {
    mask = -1 >>> (Integer.SIZE - Byte.SIZE * bytes);
    steps = new char[kept];
  }

  /** Starts with another content: no step within the window leads out of it. */
  void start(byte[] content, int from, int to) {
    int length = to - from;
    if (next > Integer.MAX_VALUE - 2 * Symbols.WINDOW_BYTES - length) {
      Arrays.fill(last, 0);
      next = 1 + Symbols.WINDOW_BYTES;
    }
    bytes = content;
    end = to;
    base = next - from;
    // a window behind the last place: what comes next can't reach it
    next += length + Symbols.WINDOW_BYTES;
    known = from;
  }

  /**
   * Steps; more than the window for none. One's index is masked by the array's length less one,
   * which spares the runtime the question whether it lies within.
   */
  char[] all() {
    return steps;
  }

  /** Leaves out what lies before, unless it was taken down already. */
  void skipTo(int at) {
    known = Math.max(known, at);
  }

  /** From now on the steps from here to {@link #AHEAD} places further are known. */
  void know(int at) {
    int to = Math.min(end, at + AHEAD);
    if (known >= to) {
      return;
    }
    int all = Math.min(end, Math.max(to, known + CHUNK));
    for (; known < all; known = Math.min(all, known + CALL)) {
      take(known, Math.min(all, known + CALL));
    }
  }

  private void take(int from, int to) {
    byte[] b = bytes;
    int few = mask;
    int i = from;
    // four at a time, from one look at the content
    for (; i + 3 < to; i += 4) {
      long eight = Agreement.eight(b, i);
      takeOne(i, (int) eight & few);
      takeOne(i + 1, (int) (eight >>> Byte.SIZE) & few);
      takeOne(i + 2, (int) (eight >>> (2 * Byte.SIZE)) & few);
      takeOne(i + 3, (int) (eight >>> (3 * Byte.SIZE)) & few);
    }
    for (; i < to; i++) {
      takeOne(i, Agreement.four(b, i) & few);
    }
  }

  private void takeOne(int at, int start) {
    int[] places = last;
    char[] back = steps;
    int slot = (start * FACTOR) >>> (Integer.SIZE - SLOT_BITS);
    int place = at + base;
    // the lesser of two, since a choice would be a branch
    back[at & (back.length - 1)] = (char) Math.min(place - places[slot], NONE);
    places[slot] = place;
  }
}
