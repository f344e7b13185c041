package zugabe.formats.deflate;

import java.util.Arrays;

/**
 * Cuts a content into literals and matches so that the whole takes the fewest bits: all matches of
 * each place are found once, then the cheapest way through each block is looked for, several times,
 * with prices from the way before. Scratch memory of one thread.
 */
final class ThoroughParser {
  /** Nodes of a tree that are looked at: more bring next to nothing. */
  private static final int DEPTH = 24;

  /** A match of this length is taken at once. */
  private static final int NICE = 64;

  /** How often the cheapest way is looked for: later passes bring less and less. */
  private static final int PASSES = 2;

  private final Trees trees = new Trees(DEPTH, NICE);
  private final Prices prices = new Prices();
  private final int[] counts = new int[Symbols.ALL];

  /** Matches of all places, one after the other, and where each place's begin. */
  private int[] matches = new int[0];

  private int[] matchesAt = new int[0];

  /** What it costs from each place to the block's end, and the match that is best there. */
  private int[] costs = new int[0];

  private int[] choices = new int[0];
  private byte[] bytes;
  private int offset;

  /**
   * Improves on a way through a content that is there.
   *
   * @param found blocks with their counts; their ends stay, their counts become those of the new
   *     way
   * @param into the new way; each block's tokens end where {@code better} says
   */
  void run(byte[] content, int from, int to, Parts found, Tokens into, Parts better) {
    bytes = content;
    offset = from;
    search(from, to);
    int start = from;
    for (int p = 0; p < found.count(); p++) {
      int stop = found.byteEnd(p);
      prices.of(found.counts(), found.countsAt(p));
      for (int pass = 0; pass < PASSES; pass++) {
        cheapest(start, stop);
        count(start, stop);
        prices.of(counts, 0);
      }
      write(start, stop, into);
      better.add(counts, into.count(), stop);
      start = stop;
    }
  }

  private void search(int from, int to) {
    int size = to - from;
    if (matchesAt.length <= size) {
      matchesAt = new int[size + 1];
      costs = new int[size + 1];
      choices = new int[size + 1];
    }
    trees.start(bytes, to);
    if (matches.length < Trees.MOST + 1) {
      matches = new int[Math.max(Trees.MOST + 1, size)];
    }
    for (int i = 0; i < from; i++) {
      trees.enter(i, matches, 0);
    }
    int count = 0;
    for (int i = from; i < to; i++) {
      if (count + Trees.MOST + 1 > matches.length) {
        matches = Arrays.copyOf(matches, matches.length * 2);
      }
      matchesAt[i - from] = count;
      count = trees.enter(i, matches, count);
    }
    matchesAt[size] = count;
  }

  /** From the end to the start of a block. */
  private void cheapest(int start, int stop) {
    int from = offset;
    int[] cost = costs;
    int[] lengths = prices.length;
    cost[stop - from] = 0;
    for (int i = stop - 1 - from; i >= start - from; i--) {
      int best = prices.literal[bytes[i + from] & 0xFF] + cost[i + 1];
      int choice = 0;
      int most = stop - from - i;
      int length = Symbols.LEAST_LENGTH;
      for (int m = matchesAt[i]; m < matchesAt[i + 1]; m++) {
        int match = matches[m];
        int distance = match & 0xFFFF;
        int price = prices.distance[Symbols.ofDistance(distance - 1)];
        int longest = Math.min(match >>> 16, most);
        if (longest == Symbols.MOST_LENGTH && longest > length) {
          // nothing is better than the longest of all
          length = longest;
        }
        for (; length <= longest; length++) {
          int sum = price + lengths[length] + cost[i + length];
          if (sum < best) {
            best = sum;
            choice = (length << 16) | distance;
          }
        }
      }
      cost[i] = best;
      choices[i] = choice;
    }
  }

  private void count(int start, int stop) {
    Counts.clear(counts);
    for (int i = start; i < stop; ) {
      int choice = choices[i - offset];
      if (choice == 0) {
        counts[bytes[i++] & 0xFF]++;
      } else {
        int length = choice >>> 16;
        counts[Symbols.FIRST_LENGTH + Symbols.ofLength(length)]++;
        counts[Symbols.DISTANCES + Symbols.ofDistance((choice & 0xFFFF) - 1)]++;
        i += length;
      }
    }
    counts[Symbols.END_OF_BLOCK] = 1;
  }

  private void write(int start, int stop, Tokens into) {
    int literals = start;
    for (int i = start; i < stop; ) {
      int choice = choices[i - offset];
      if (choice == 0) {
        i++;
      } else {
        int length = choice >>> 16;
        into.match(i - literals, length, choice & 0xFFFF);
        i += length;
        literals = i;
      }
    }
    into.literals(stop - literals);
  }
}
