package zugabe.formats.deflate;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;
import java.util.Arrays;

/**
 * Where sequences of four bytes occurred, as chains from the last place to earlier ones, and where
 * those of three did last. Places are counted on from call to call, so that nothing has to be
 * cleared between them. Scratch memory of one thread.
 */
final class Chains {
  static final VarHandle INT =
      MethodHandles.byteArrayViewVarHandle(int[].class, ByteOrder.LITTLE_ENDIAN);
  static final VarHandle LONG =
      MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.LITTLE_ENDIAN);

  static final int WINDOW = Symbols.WINDOW_BYTES;
  static final int MASK = WINDOW - 1;

  /** Larger tables hold more apart and fit the processor's cache worse. */
  private static final int FOUR_BITS = 16;

  private static final int THREE_BITS = 14;
  static final int FOUR_SHIFT = Integer.SIZE - FOUR_BITS;
  static final int THREE_SHIFT = Integer.SIZE - THREE_BITS;

  /** Multipliers that spread neighbouring values (multiplicative hashing). */
  static final int FOUR_FACTOR = 0x9E3779B1;

  static final int THREE_FACTOR = 0x1E35A7BD;

  /** Chains that are compared for the one that leads farthest back. */
  private static final int MOST_CHAINS = 16;

  /** A step back that leads out of any window. */
  static final int FAR_BACK = 65_535;

  /** The last place of each hash, counted from {@link #base}. */
  final int[] four = new int[1 << FOUR_BITS];

  final int[] three = new int[1 << THREE_BITS];

  /** Steps back to the place before. */
  final char[] back = new char[WINDOW];

  /** What is added to an index to get its place. */
  int base;

  private int next = 1;
  private byte[] bytes;
  private int first;
  private int end;

  /** Starts with another content: nothing before {@code from} is found any more. */
  void start(byte[] content, int from, int to) {
    if (next > Integer.MAX_VALUE - FAR_BACK - (to - from)) {
      Arrays.fill(four, 0);
      Arrays.fill(three, 0);
      next = 1;
    }
    bytes = content;
    first = from;
    end = to;
    base = next - from;
    next += to - from;
  }

  /** The first index that a match at this one may start from. */
  int reach(int at) {
    return Math.max(at - WINDOW, first);
  }

  /**
   * Enters places that no match is looked for at.
   *
   * @param withThree whether sequences of three are entered as well
   */
  void enter(int from, int to, boolean withThree) {
    byte[] b = bytes;
    int[] heads = four;
    char[] steps = back;
    int shift = base;
    int value = at(b, from);
    if (withThree) {
      int[] threes = three;
      for (int i = from; i < to; i++) {
        int h = (value * FOUR_FACTOR) >>> FOUR_SHIFT;
        int place = i + shift;
        steps[i & MASK] = (char) Math.min(place - heads[h], FAR_BACK);
        heads[h] = place;
        threes[((value << Byte.SIZE) * THREE_FACTOR) >>> THREE_SHIFT] = place;
        value = (value >>> Byte.SIZE) | (b[i + 4] << 24);
      }
      return;
    }
    for (int i = from; i < to; i++) {
      int h = (value * FOUR_FACTOR) >>> FOUR_SHIFT;
      int place = i + shift;
      steps[i & MASK] = (char) Math.min(place - heads[h], FAR_BACK);
      heads[h] = place;
      value = (value >>> Byte.SIZE) | (b[i + 4] << 24);
    }
  }

  /** Four bytes as one number; before it is compiled, this is far faster than a view. */
  static int at(byte[] b, int i) {
    return (b[i] & 0xFF) | ((b[i + 1] & 0xFF) << 8) | ((b[i + 2] & 0xFF) << 16) | (b[i + 3] << 24);
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
   * is followed, since no longer match lies between. Where chains are short, choosing takes longer
   * than what it saves, and so does one loop for both, which is why they stand apart.
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
    int last = four[(tail * FOUR_FACTOR) >>> FOUR_SHIFT] - base - tailAt;
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
        : agreeing(bytes, at, candidate, Long.BYTES, most);
  }

  /** How long two places agree, of which so many bytes are known to. */
  static int agreeing(byte[] b, int one, int other, int known, int most) {
    int length = known;
    while (length + 8 <= most) {
      long differing = (long) LONG.get(b, one + length) ^ (long) LONG.get(b, other + length);
      if (differing != 0) {
        return length + (Long.numberOfTrailingZeros(differing) >>> 3);
      }
      length += 8;
    }
    while (length < most && b[one + length] == b[other + length]) {
      length++;
    }
    return length;
  }
}
