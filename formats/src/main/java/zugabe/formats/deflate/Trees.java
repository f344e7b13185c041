package zugabe.formats.deflate;

import java.util.Arrays;

/**
 * All matches worth having at each place: for each length the nearest. Places with the same first
 * four bytes hang in a binary tree that is sorted by what follows them, the last place at its root;
 * sequences of three are known by their last place. Scratch memory of one thread.
 */
final class Trees {
  private static final int FOUR_BITS = 16;
  private static final int THREE_BITS = 15;

  /** Multipliers that spread neighbouring values (multiplicative hashing). */
  private static final int FOUR_FACTOR = 0x9E3779B1;

  private static final int THREE_FACTOR = 0x1E35A7BD;
  private static final int NONE = 0;
  private static final int MASK = Symbols.WINDOW_BYTES - 1;

  /** Matches that are kept of one place: one for each length would be too many. */
  static final int MOST = 16;

  /** Last places, plus one; 0 for none. */
  private final int[] four = new int[1 << FOUR_BITS];

  private final int[] three = new int[1 << THREE_BITS];

  /** Of each place in the window the children: what sorts before it, and behind it. */
  private final int[] children = new int[2 * Symbols.WINDOW_BYTES];

  private final int depth;
  private final int nice;
  private byte[] bytes;
  private int end;

  Trees(int depth, int nice) {
    this.depth = depth;
    this.nice = nice;
  }

  /** Starts with another content. */
  void start(byte[] content, int to) {
    bytes = content;
    end = to;
    Arrays.fill(four, NONE);
    Arrays.fill(three, NONE);
  }

  private static int hash(int value, int factor, int bits) {
    return (value * factor) >>> (Integer.SIZE - bits);
  }

  /**
   * Enters a place.
   *
   * @param found where its matches go: length above 16 bits for the distance, longer ones behind
   * @return the index behind the last one
   */
  int enter(int at, int[] found, int from) {
    byte[] b = bytes;
    int most = Math.min(Symbols.MOST_LENGTH, end - at);
    int value = Agreement.four(b, at);
    int count = from;
    // one place less than the window: the farthest one's children lie where this one's will
    int cut = Math.max(0, at - Symbols.WINDOW_BYTES + 1);
    int h = hash(value << Byte.SIZE, THREE_FACTOR, THREE_BITS);
    int last = three[h] - 1;
    three[h] = at + 1;
    if (most >= Symbols.LEAST_LENGTH
        && last >= cut
        && (Agreement.four(b, last) ^ value) << Byte.SIZE == 0) {
      found[count++] = (Symbols.LEAST_LENGTH << 16) | (at - last);
    }
    if (most <= Symbols.LEAST_LENGTH) {
      return count;
    }
    h = hash(value, FOUR_FACTOR, FOUR_BITS);
    int node = four[h] - 1;
    four[h] = at + 1;
    return insert(at, node, cut, most, found, count);
  }

  private int insert(int at, int root, int cut, int most, int[] found, int from) {
    byte[] b = bytes;
    int[] kids = children;
    int enough = Math.min(nice, most);
    int before = 2 * (at & MASK);
    int behind = before + 1;
    int lengthBefore = 0;
    int lengthBehind = 0;
    int best = Symbols.LEAST_LENGTH;
    int count = from;
    int node = root;
    int length = 0;
    for (int left = depth; node >= cut && left > 0; left--) {
      // what both neighbours in the order have in common, this one has as well
      length = Agreement.length(b, node, at, length, most);
      int kid = 2 * (node & MASK);
      if (length > best) {
        best = length;
        if (count - from < MOST) {
          count++;
        }
        found[count - 1] = (length << 16) | (at - node);
      }
      if (length >= enough) {
        // as good as the same: it takes the other one's place
        kids[before] = kids[kid];
        kids[behind] = kids[kid + 1];
        return count;
      }
      if ((b[node + length] & 0xFF) < (b[at + length] & 0xFF)) {
        kids[before] = node + 1;
        before = kid + 1;
        node = kids[before] - 1;
        lengthBefore = length;
      } else {
        kids[behind] = node + 1;
        behind = kid;
        node = kids[behind] - 1;
        lengthBehind = length;
      }
      length = Math.min(lengthBefore, lengthBehind);
    }
    kids[before] = NONE;
    kids[behind] = NONE;
    return count;
  }
}
