package zugabe.formats.deflate;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;
import java.util.Arrays;

/**
 * Where sequences of some bytes occurred, as chains from the last place to earlier ones, and where
 * shorter ones did last. Places are counted on from call to call, so that nothing has to be cleared
 * between them. Scratch memory of one thread.
 */
final class Chains {
  static final VarHandle INT =
      MethodHandles.byteArrayViewVarHandle(int[].class, ByteOrder.LITTLE_ENDIAN);
  static final VarHandle LONG =
      MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.LITTLE_ENDIAN);

  static final int WINDOW = Symbols.WINDOW_BYTES;
  static final int MASK = WINDOW - 1;

  /** Larger tables hold more apart and fit the processor's cache worse. */
  private static final int SLOT_BITS = 16;

  /** Half of the slots that are used at least. */
  private static final int FEW_SLOTS = 256;

  /** A multiplier that spreads neighbouring values (multiplicative hashing). */
  private static final long FACTOR = 0x9E3779B97F4A7C15L;

  /** Chains that are compared for the one that leads farthest back. */
  private static final int MOST_CHAINS = 16;

  /** A step back that leads out of any window. */
  static final int FAR_BACK = 65_535;

  /** The last place of each hash, counted from {@link #base}. */
  final int[] heads = new int[1 << SLOT_BITS];

  /** The same of shorter sequences. */
  final int[] singles = new int[1 << SLOT_BITS];

  /** Steps back to the place before in its chain. */
  final char[] back = new char[WINDOW];

  /** What is added to an index to get its place. */
  int base;

  /** Which of eight bytes the places of a chain have in common. */
  long chained;

  /** The same of shorter sequences. */
  long single;

  /** Mask of the slots that are used: short contents stay in the processor's cache. */
  int slots;

  private int next = 1;
  private byte[] bytes;
  private int first;
  private int end;

  /** Starts with another content: nothing before {@code from} is found any more. */
  void start(byte[] content, int from, int to) {
    if (next > Integer.MAX_VALUE - FAR_BACK - (to - from)) {
      Arrays.fill(heads, 0);
      Arrays.fill(singles, 0);
      next = 1;
    }
    bytes = content;
    first = from;
    end = to;
    base = next - from;
    next += to - from;
    chained = 0;
    single = 0;
    int places = Integer.highestOneBit(Math.max(FEW_SLOTS, to - from)) << 1;
    slots = Math.min(1 << SLOT_BITS, places) - 1;
  }

  /** From a place on, sequences are as long as this effort says: those in reach are entered. */
  void key(Effort effort, int at) {
    long chainedNow = lowest(effort.chained());
    long singleNow = lowest(effort.single());
    if (chainedNow != chained || singleNow != single) {
      chained = chainedNow;
      single = singleNow;
      enter(reach(at), at, true);
    }
  }

  private static long lowest(int bytes) {
    return (1L << (bytes * Byte.SIZE)) - 1;
  }

  /**
   * Where sequences like this one stand in a table.
   *
   * @param mask of the slots that are used
   */
  static int slot(long key, int mask) {
    return (int) ((key * FACTOR) >>> (Long.SIZE - SLOT_BITS)) & mask;
  }

  /** The first index that a match at this one may start from. */
  int reach(int at) {
    return Math.max(at - WINDOW, first);
  }

  /**
   * Enters places that no match is looked for at.
   *
   * @param withSingle whether shorter sequences are entered as well
   */
  void enter(int from, int to, boolean withSingle) {
    byte[] b = bytes;
    int[] last = heads;
    char[] steps = back;
    int shift = base;
    long mask = chained;
    int used = slots;
    long value = at(b, from);
    if (withSingle) {
      int[] shorter = singles;
      long shorterMask = single;
      for (int i = from; i < to; i++) {
        int h = slot(value & mask, used);
        int place = i + shift;
        steps[i & MASK] = (char) Math.min(place - last[h], FAR_BACK);
        last[h] = place;
        shorter[slot(value & shorterMask, used)] = place;
        value = (value >>> Byte.SIZE) | ((long) b[i + 8] << 56);
      }
      return;
    }
    for (int i = from; i < to; i++) {
      int h = slot(value & mask, used);
      int place = i + shift;
      steps[i & MASK] = (char) Math.min(place - last[h], FAR_BACK);
      last[h] = place;
      value = (value >>> Byte.SIZE) | ((long) b[i + 8] << 56);
    }
  }

  /** Eight bytes as one number, the first one lowest. */
  static long at(byte[] b, int i) {
    return (long) LONG.get(b, i);
  }

  /**
   * The match with the last place of a shorter sequence, if there is one.
   *
   * @param candidate within reach
   * @param here eight bytes of this place
   * @param mask which of them have to agree
   * @return as {@link #longest} does
   */
  int shortest(int at, int candidate, long here, long mask) {
    long differing = at(bytes, candidate) ^ here;
    if ((differing & mask) != 0) {
      return 0;
    }
    // no longer one was found: its end isn't worth looking for
    int length = differing == 0 ? Long.BYTES : Long.numberOfTrailingZeros(differing) >>> 3;
    return (Math.min(length, end - at) << 16) | (at - candidate);
  }

  /**
   * The longest match in a chain.
   *
   * @param at which place; it is entered
   * @param candidate the first place of the chain, within reach
   * @param longerThan at least 3: what is as long or shorter isn't wanted
   * @param depth how many places are looked at
   * @return length above 16 bits for the distance; 0 when there is none
   */
  int longest(int at, int candidate, int longerThan, int depth) {
    byte[] b = bytes;
    char[] steps = back;
    int cut = reach(at);
    int most = Math.min(Symbols.MOST_LENGTH, end - at);
    if (longerThan >= most) {
      return 0;
    }
    int enough = Math.min(Effort.NICE, most);
    int found = 0;
    int best = longerThan;
    long start = (long) LONG.get(b, at);
    // the last four bytes of a longer match: most candidates differ there
    int tailAt = best - 3;
    int tail = (int) INT.get(b, at + tailAt);
    int left = depth;
    int c = candidate;
    while (true) {
      while ((int) INT.get(b, c + tailAt) != tail) {
        c -= steps[c & MASK];
        if (c < cut || --left <= 0) {
          return found;
        }
      }
      long differing = (long) LONG.get(b, c) ^ start;
      if ((int) differing == 0) {
        int length = agreeing(differing, at, c, most);
        if (length > best) {
          found = (length << 16) | (at - c);
          if (length >= enough) {
            return (Math.min(length, most) << 16) | (at - c);
          }
          best = length;
          tailAt = best - 3;
          tail = (int) INT.get(b, at + tailAt);
        }
      }
      c -= steps[c & MASK];
      if (c < cut || --left <= 0) {
        return found;
      }
    }
  }

  /**
   * The same where chains are long. A longer match agrees in each four bytes that the longest one
   * so far agrees in, and in its last four: of all these chains, the one that leads farthest back
   * is followed, since no longer match lies between. Only for chains of four bytes. Where chains
   * are short, choosing takes longer than what it saves, and so does one loop for both, which is
   * why they stand apart.
   */
  int longestOfMany(int at, int candidate, int longerThan, int depth) {
    byte[] b = bytes;
    char[] steps = back;
    int cut = reach(at);
    int most = Math.min(Symbols.MOST_LENGTH, end - at);
    if (longerThan >= most) {
      return 0;
    }
    int enough = Math.min(Effort.NICE, most);
    int found = 0;
    int best = longerThan;
    long start = (long) LONG.get(b, at);
    int tailAt = best - 3;
    int tail = (int) INT.get(b, at + tailAt);
    int left = depth;
    int c = candidate;
    int chain = 0;
    int last = heads[slot(tail & chained, slots)] - base - tailAt;
    if (tailAt > 0 && last < c) {
      if (last < cut) {
        return 0;
      }
      c = last;
      chain = tailAt;
    }
    while (true) {
      while ((int) INT.get(b, c + tailAt) != tail) {
        c -= steps[(c + chain) & MASK];
        if (c < cut || --left <= 0) {
          return found;
        }
      }
      long differing = (long) LONG.get(b, c) ^ start;
      if ((int) differing == 0) {
        int length = agreeing(differing, at, c, most);
        if (length > best) {
          found = (length << 16) | (at - c);
          if (length >= enough) {
            return (Math.min(length, most) << 16) | (at - c);
          }
          best = length;
          tailAt = best - 3;
          tail = (int) INT.get(b, at + tailAt);
          // places behind this one aren't entered yet
          chain = widest(c, chain, Math.min(Math.min(best - 4, at - c), MOST_CHAINS));
        }
      }
      c -= steps[(c + chain) & MASK];
      if (c < cut || --left <= 0) {
        return found;
      }
    }
  }

  /** From which place on, counted from a candidate, the step back is the widest. */
  private int widest(int candidate, int chain, int last) {
    int widest = (back[(candidate + chain) & MASK] << Byte.SIZE) | chain;
    for (int o = 0; o <= last; o++) {
      widest = Math.max(widest, (back[(candidate + o) & MASK] << Byte.SIZE) | o);
    }
    return widest & 0xFF;
  }

  /**
   * How long two places agree whose first eight bytes differ so; it may be more than there is when
   * these reach past the end.
   */
  private int agreeing(long differing, int at, int candidate, int most) {
    return differing != 0
        ? Long.numberOfTrailingZeros(differing) >>> 3
        : Agreement.length(bytes, at, candidate, Long.BYTES, most);
  }
}
