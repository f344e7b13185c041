package zugabe.formats.deflate;

/**
 * Parts of a content with their counts, and which of them become one block: neighbours are joined
 * as long as one code for both takes less than two. Scratch memory of one thread.
 */
final class Parts {
  /** Bytes in each part: where statistics change, a block can end this exactly. */
  static final int PART_BYTES = 8 * 1024;

  private int count;
  private int[] counts = new int[0];
  private int[] countsAt = new int[0];
  private int[] tokenEnd = new int[0];
  private int[] byteEnd = new int[0];
  private long[] cost = new long[0];
  private long[] pairCost = new long[0];

  /** Starts anew. */
  void clear(int most) {
    count = 0;
    if (tokenEnd.length < most) {
      counts = new int[most * Symbols.ALL];
      countsAt = new int[most];
      tokenEnd = new int[most];
      byteEnd = new int[most];
      cost = new long[most];
      pairCost = new long[most];
    }
  }

  int count() {
    return count;
  }

  /** Of all parts; each one's start at {@link #countsAt}. */
  int[] counts() {
    return counts;
  }

  int countsAt(int part) {
    return countsAt[part];
  }

  int tokenEnd(int part) {
    return tokenEnd[part];
  }

  int byteEnd(int part) {
    return byteEnd[part];
  }

  /** The next part; {@code symbols} are copied. */
  void add(int[] symbols, int tokens, int bytes) {
    int at = count * Symbols.ALL;
    System.arraycopy(symbols, 0, counts, at, Symbols.ALL);
    counts[at + Symbols.END_OF_BLOCK] = 1;
    countsAt[count] = at;
    tokenEnd[count] = tokens;
    byteEnd[count] = bytes;
    count++;
  }

  /** Joins parts, always the two that gain most. */
  void join(int from) {
    if (count < 2) {
      return;
    }
    for (int p = 0; p < count; p++) {
      cost[p] = Counts.cost(counts, countsAt[p], -1, byteEnd[p] - start(p, from));
    }
    for (int p = 0; p + 1 < count; p++) {
      pairCost[p] = together(p, from);
    }
    for (int best = best(); best >= 0; best = best()) {
      joinWithNext(best, from);
    }
  }

  private int start(int part, int from) {
    return part == 0 ? from : byteEnd[part - 1];
  }

  private long together(int part, int from) {
    return Counts.cost(
        counts, countsAt[part], countsAt[part + 1], byteEnd[part + 1] - start(part, from));
  }

  /** The part that had best be joined with its neighbour; negative when none should. */
  private int best() {
    int best = -1;
    long most = 0;
    for (int p = 0; p + 1 < count; p++) {
      long gain = cost[p] + cost[p + 1] - pairCost[p];
      if (gain >= most) {
        most = gain;
        best = p;
      }
    }
    return best;
  }

  private void joinWithNext(int part, int from) {
    int into = countsAt[part];
    int other = countsAt[part + 1];
    for (int s = 0; s < Symbols.ALL; s++) {
      counts[into + s] += counts[other + s];
    }
    counts[into + Symbols.END_OF_BLOCK] = 1;
    cost[part] = pairCost[part];
    tokenEnd[part] = tokenEnd[part + 1];
    byteEnd[part] = byteEnd[part + 1];
    count--;
    int moved = count - part - 1;
    System.arraycopy(countsAt, part + 2, countsAt, part + 1, moved);
    System.arraycopy(tokenEnd, part + 2, tokenEnd, part + 1, moved);
    System.arraycopy(byteEnd, part + 2, byteEnd, part + 1, moved);
    System.arraycopy(cost, part + 2, cost, part + 1, moved);
    if (moved > 0) {
      System.arraycopy(pairCost, part + 2, pairCost, part + 1, moved - 1);
    }
    if (part > 0) {
      pairCost[part - 1] = together(part - 1, from);
    }
    if (part + 1 < count) {
      pairCost[part] = together(part, from);
    }
  }
}
