package zugabe.formats.deflate;

/**
 * Makes prefix codes: lengths from counts, of a limited number of bits, and the canonical codes of
 * lengths (RFC 1951, section 3.2.2). Scratch memory of one thread.
 */
final class HuffmanCode {
  private static final int SYMBOL_BITS = 9;
  private static final int SYMBOL_MASK = (1 << SYMBOL_BITS) - 1;

  /** Symbols that are looked at by one call: many short calls are compiled sooner. */
  private static final int STEP = 32;

  /** Counts from this one on are one group when sorted. */
  private static final int OFTEN = 63;

  /** The bits of a byte the other way round. */
  private static final char[] REVERSED = new char[256];

  static {
    for (int i = 0; i < REVERSED.length; i++) {
      REVERSED[i] = (char) (Integer.reverse(i) >>> (Integer.SIZE - Byte.SIZE));
    }
  }

  /** One more than there are symbols: see {@link #leaves(int[], int, int, int, int)}. */
  private final int[] leaves = new int[Symbols.FIXED_LITERAL_CODES + 1];

  private final int[] sorted = new int[Symbols.FIXED_LITERAL_CODES + 1];
  private final int[] starts = new int[OFTEN + 1];
  private final int[] nodes = new int[Symbols.FIXED_LITERAL_CODES];

  /** How many codes have each length. */
  private final int[] ofLength = new int[Symbols.MOST_BITS + 2];

  private final int[] next = new int[Symbols.MOST_BITS + 2];

  /** How many symbols have a code. */
  private int coded;

  /**
   * The lengths of an optimal code, at least two symbols' so that it is complete.
   *
   * @param counts below 2 to the 22nd each
   * @param from where the alphabet starts, in both arrays
   * @param most bits of a code
   */
  void lengths(int[] counts, int from, int symbols, int most, int[] lengths) {
    int n = 0;
    for (int s = 0; s < symbols; s += STEP) {
      n = leaves(counts, from, s, Math.min(s + STEP, symbols), n);
    }
    System.arraycopy(Counts.ZEROS, 0, lengths, from, symbols);
    coded = Math.max(n, 2);
    if (n < 2) {
      int only = n == 0 ? 0 : leaves[0] & SYMBOL_MASK;
      leaves[0] = 0;
      leaves[1] = Math.max(only, 1);
      lengths[from] = 1;
      lengths[from + leaves[1]] = 1;
      return;
    }
    sort(n);
    tree(n);
    depths(n, most);
    int[] leaf = sorted;
    int at = 0;
    for (int bits = most; bits > 0; bits--) {
      for (int end = at + ofLength[bits]; at < end; at++) {
        lengths[from + (leaf[at] & SYMBOL_MASK)] = bits;
      }
    }
  }

  /**
   * Those that occur, from one symbol to another: one that doesn't is overwritten by the next,
   * which takes less time than a question that no processor can foresee.
   */
  private int leaves(int[] counts, int at, int from, int to, int before) {
    int[] into = leaves;
    int used = before;
    for (int s = from; s < to; s++) {
      int n = counts[at + s];
      into[used] = (n << SYMBOL_BITS) | s;
      used += -n >>> (Integer.SIZE - 1);
    }
    return used;
  }

  /**
   * By count and symbol: counted out, those that occur often sorted in. The runtime's sort is made
   * for longer arrays, and takes longer to compile than what it sorts here.
   */
  private void sort(int used) {
    int[] bySymbol = leaves;
    int[] byCount = sorted;
    int[] place = starts;
    System.arraycopy(Counts.ZEROS, 0, place, 0, place.length);
    for (int i = 0; i < used; i++) {
      place[group(bySymbol[i])]++;
    }
    int at = 0;
    for (int n = 0; n < place.length; n++) {
      int here = place[n];
      place[n] = at;
      at += here;
    }
    int often = place[OFTEN];
    for (int i = 0; i < used; i++) {
      int leaf = bySymbol[i];
      byCount[place[group(leaf)]++] = leaf;
    }
    for (int i = often + 1; i < used; i++) {
      int leaf = byCount[i];
      int to = i;
      for (; to > often && byCount[to - 1] > leaf; to--) {
        byCount[to] = byCount[to - 1];
      }
      byCount[to] = leaf;
    }
  }

  private static int group(int leaf) {
    return Math.min(leaf >>> SYMBOL_BITS, OFTEN);
  }

  /** Joins the two lightest until one is left; then each inner node holds its parent. */
  private void tree(int used) {
    int[] light = sorted;
    int[] made = nodes;
    int leaf = 0;
    int inner = 0;
    int lightest = light[0] >>> SYMBOL_BITS;
    int lightestInner = Integer.MAX_VALUE;
    for (int n = 0; n < used - 1; n++) {
      int sum = 0;
      for (int child = 0; child < 2; child++) {
        if (lightest <= lightestInner) {
          sum += lightest;
          leaf++;
          lightest = leaf < used ? light[leaf] >>> SYMBOL_BITS : Integer.MAX_VALUE;
        } else {
          sum += lightestInner;
          made[inner++] = n;
          lightestInner = inner < n ? made[inner] : Integer.MAX_VALUE;
        }
      }
      made[n] = sum;
      if (inner == n) {
        lightestInner = sum;
      }
    }
  }

  /** Counts leaves by depth, from the root down, and lifts those that lie too deep. */
  private void depths(int used, int most) {
    System.arraycopy(Counts.ZEROS, 0, ofLength, 0, ofLength.length);
    int root = used - 2;
    nodes[root] = 0;
    for (int n = root - 1; n >= 0; n--) {
      nodes[n] = nodes[nodes[n]] + 1;
    }
    int room = 1;
    int n = root;
    int left = used;
    int depth = 0;
    for (; left > 0; depth++) {
      int inner = 0;
      for (; n >= 0 && nodes[n] == depth; n--) {
        inner++;
      }
      ofLength[Math.min(depth, most)] += room - inner;
      left -= room - inner;
      room = inner * 2;
    }
    if (depth - 1 > most) {
      shorten(most);
    }
  }

  /** Makes room for the codes that were cut off: others get longer by a bit. */
  private void shorten(int most) {
    int sum = 0;
    for (int bits = 1; bits <= most; bits++) {
      sum += ofLength[bits] << (most - bits);
    }
    for (int over = sum - (1 << most); over > 0; over--) {
      int bits = most - 1;
      while (ofLength[bits] == 0) {
        bits--;
      }
      // this leaf goes down a level and takes one of the deepest beside it
      ofLength[bits]--;
      ofLength[bits + 1] += 2;
      ofLength[most]--;
    }
  }

  /** Codes of any lengths, with their bits reversed, as they are written. */
  void codes(int[] lengths, int from, int symbols, int[] codes) {
    for (int s = 0; s < symbols; s++) {
      leaves[s] = s;
    }
    coded = symbols;
    codes(lengths, from, codes);
  }

  /** The same of the symbols whose {@linkplain #lengths lengths} were made last: no others'. */
  void codes(int[] lengths, int from, int[] codes) {
    int[] some = leaves;
    int[] n = ofLength;
    System.arraycopy(Counts.ZEROS, 0, n, 0, n.length);
    for (int i = 0; i < coded; i++) {
      n[lengths[from + (some[i] & SYMBOL_MASK)]]++;
    }
    n[0] = 0;
    int code = 0;
    int[] first = next;
    first[0] = 0;
    for (int bits = 1; bits <= Symbols.MOST_BITS; bits++) {
      code = (code + n[bits - 1]) << 1;
      first[bits] = code;
    }
    for (int i = 0; i < coded; i++) {
      int s = from + (some[i] & SYMBOL_MASK);
      int bits = lengths[s];
      int straight = first[bits]++;
      int reversed = (REVERSED[straight & 0xFF] << Byte.SIZE) | REVERSED[straight >>> Byte.SIZE];
      codes[s] = reversed >>> (2 * Byte.SIZE - bits);
    }
  }
}
