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

  /** Larger tables hold more apart and fit the processor's cache worse. */
  private static final int SLOT_BITS = 16;

  /** A quarter of the slots that are used at least: few places meet in one. */
  private static final int FEW_SLOTS = 256;

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
  private final int ring;
  private final int mask;
  private byte[] bytes;
  private int end;

  /** What is added to an index to get its place. */
  private int base;

  private int next = 1 + Symbols.WINDOW_BYTES;

  /** Mask of the slots that are used: short contents stay in the processor's cache. */
  private int slots;

  private int known;

  /**
   * @param bytes that two places have in common, at most four
   * @param ring mask of a step's index: behind the places that are taken down ahead, these are the
   *     last ones whose steps are kept
   */
  Steps(int bytes, int ring) {
    mask = -1 >>> (Integer.SIZE - Byte.SIZE * bytes);
    steps = new char[ring + 1];
    this.ring = ring;
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
    int places = Integer.highestOneBit(Math.max(FEW_SLOTS, length)) << 2;
    slots = Math.min(1 << SLOT_BITS, places) - 1;
  }

  /** Steps by masked index; more than the window for none. */
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
    int[] places = last;
    char[] back = steps;
    int modulo = ring;
    int shift = base;
    int few = mask;
    int used = slots;
    for (int i = from; i < to; i++) {
      int slot = (((Agreement.four(b, i) & few) * FACTOR) >>> (Integer.SIZE - SLOT_BITS)) & used;
      int place = i + shift;
      // the lesser of two, since a choice would be a branch
      back[i & modulo] = (char) Math.min(place - places[slot], NONE);
      places[slot] = place;
    }
  }
}
