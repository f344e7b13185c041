package zugabe.formats.deflate;

/**
 * Cuts a content into literals and matches, front to back; a match waits until the next place turns
 * out not to have a better one. Scratch memory of one thread.
 */
final class LazyParser {
  /** From this length on, half as much is looked at for something better. */
  private static final int GOOD = 16;

  /** What a match has to gain to be put off: in quarters of a byte, distances counted. */
  private static final int LEAST_GAIN = 2;

  /** Among literals, each so many in a row make a place more be passed over: noise. */
  private static final int NOISE = 128;

  /** What is found again among noise loses so many bytes at most. */
  private static final int MOST_SKIP = 15;

  /**
   * Bytes that are parsed by one call: many short calls are compiled sooner than a long loop, and
   * once instead of twice.
   */
  private static final int STEP_BYTES = 128;

  /** Literals below which statistics say nothing, but that they are hardly needed. */
  private static final int FEW = 64;

  /** Bits of a literal below which matches of three hardly pay, unless there are some. */
  private static final int CHEAP = 7 * Counts.UNIT;

  /** One match of three for so many literals is worth looking for more. */
  private static final int SOME = 10;

  /** A shorter reach isn't worth the time in texts, where matches of three are few. */
  private static final int LEAST_REACH = 256;

  /** What a match of three costs beside its distance's extra bits, in bits. */
  private static final int MATCH_OF_THREE = 95 * Counts.UNIT / 10;

  private final Chains chains = new Chains();
  private final int[] counts = new int[Symbols.ALL];
  private byte[] bytes;
  private int end;
  private Tokens tokens;
  private Effort effort;

  /** How far a match of three bytes may be; 0 for none. */
  private int far;

  /** What a literal cost in the part before, in parts of a bit. */
  private int literalBits;

  /** Whether matches of three weren't looked for, so that their number says nothing. */
  private boolean untried;

  private int literals;

  /**
   * Cuts up bytes from {@code from} to {@code to}; those from {@code first} on may be referred to.
   * Behind the end there have to be 16 zeros.
   */
  void run(byte[] content, int first, int from, int to, Tokens into, Parts parts) {
    bytes = content;
    end = to;
    tokens = into;
    // short contents gain nothing by matches of three
    far = 0;
    literalBits = Byte.SIZE * Counts.UNIT;
    untried = true;
    chains.start(content, first, to);
    literals = from;
    for (int at = from; at < to; ) {
      Counts.clear(counts);
      int stop = to - at < Parts.PART_BYTES * 3 / 2 ? to : at + Parts.PART_BYTES;
      boolean text = Effort.isText(content, at, Math.min(stop, at + Parts.PART_BYTES));
      effort = Effort.of(text, literalBits, to - from);
      at = part(at, stop);
      tokens.literals(at - literals);
      literals = at;
      if (at < to) {
        // most contents are short: nothing comes behind their only part
        adapt(text);
      }
      parts.add(counts, tokens.count(), at);
    }
  }

  /** From what literals cost in this part follows what pays in the next one. */
  private void adapt(boolean text) {
    int total = 0;
    long sum = 0;
    for (int s = 0; s < Symbols.LITERALS; s++) {
      int n = counts[s];
      if (n != 0) {
        total += n;
        sum += Counts.weight(n);
      }
    }
    if (total < FEW) {
      literalBits = 0;
      return;
    }
    literalBits = (int) ((Counts.weight(total) - sum) / total);
    boolean used = untried || counts[Symbols.FIRST_LENGTH] * SOME > total;
    int reach = literalBits < CHEAP && !used ? 0 : power(3 * literalBits - MATCH_OF_THREE);
    untried = text && reach > 0 && reach < LEAST_REACH;
    far = untried ? 0 : reach;
  }

  /** About 2 to this power, which is in units. */
  private static int power(int exponent) {
    if (exponent < 0) {
      return 0;
    }
    int whole = exponent >> Counts.UNIT_BITS;
    int part = exponent & (Counts.UNIT - 1);
    return whole >= 15 ? Symbols.WINDOW_BYTES : ((Counts.UNIT + part) << whole) >> Counts.UNIT_BITS;
  }

  /** One part; its last match may go past it. Returns where that ends. */
  private int part(int from, int stop) {
    // the shortest match has three bytes
    int limit = Math.min(stop, end - 2);
    int i = from;
    while (i < limit) {
      chains.know(i, far);
      i = step(i, Math.min(i + STEP_BYTES, limit), stop);
    }
    for (; i < stop; i++) {
      counts[bytes[i] & 0xFF]++;
    }
    return i;
  }

  /** A few bytes. */
  private int step(int from, int limit, int stop) {
    byte[] b = bytes;
    Chains found = chains;
    char[] back = found.steps();
    char[] backOfThree = found.stepsOfThree();
    int[] n = counts;
    int reachOfThree = far;
    int depth = effort.depth();
    int later = effort.later();
    int nice = effort.nice();
    int settled = effort.settled();
    int literal = literals;
    int i = from;
    do {
      // nothing lies before most places: these are passed in a loop of their own
      int near = Math.min(limit, literal + NOISE);
      if (reachOfThree == 0) {
        while (i < near && back[i & (back.length - 1)] > Symbols.WINDOW_BYTES) {
          n[b[i] & 0xFF]++;
          i++;
        }
      } else {
        while (i < near
            && back[i & (back.length - 1)] > Symbols.WINDOW_BYTES
            && backOfThree[i & (backOfThree.length - 1)] > reachOfThree) {
          n[b[i] & 0xFF]++;
          i++;
        }
      }
      if (i >= limit) {
        break;
      }
      int match =
          back[i & (back.length - 1)] <= Symbols.WINDOW_BYTES
              ? found.longest(i, Chains.CHAINED - 1, depth, nice)
              : 0;
      if (match == 0 && reachOfThree > 0) {
        int distance = backOfThree[i & (backOfThree.length - 1)];
        match = distance <= reachOfThree ? found.ofThree(i, distance) : 0;
      }
      if (match == 0) {
        int stopAt = Math.min(i + 1 + Math.min((i - literal) / NOISE, MOST_SKIP), stop);
        for (; i < stopAt; i++) {
          n[b[i] & 0xFF]++;
        }
        continue;
      }
      int length = match >>> 16;
      while (length < settled) {
        int next = i + 1;
        int better = 0;
        int tailAt = Math.max(length + 1 - Chains.CHAINED, 0);
        // what is longer ends in four bytes that occurred before
        if (back[next & (back.length - 1)] <= Symbols.WINDOW_BYTES
            && back[(next + tailAt) & (back.length - 1)] <= Symbols.WINDOW_BYTES) {
          better =
              found.longest(
                  next,
                  Math.max(length, Chains.CHAINED - 1),
                  length >= GOOD ? later >> 1 : later,
                  nice);
        }
        if (better == 0 || gain(match, better) <= LEAST_GAIN) {
          break;
        }
        match = better;
        length = better >>> 16;
        n[b[i++] & 0xFF]++;
      }
      int distance = match & 0xFFFF;
      tokens.match(i - literal, length, distance);
      n[Symbols.FIRST_LENGTH + Symbols.ofLength(length)]++;
      n[Symbols.DISTANCES + Symbols.ofDistance(distance - 1)]++;
      i += length;
      literal = i;
    } while (i < limit);
    literals = literal;
    return i;
  }

  /** In quarters of a byte: a longer distance takes more bits. */
  private static int gain(int match, int better) {
    return 4 * ((better >>> 16) - (match >>> 16))
        + Integer.numberOfLeadingZeros(better & 0xFFFF)
        - Integer.numberOfLeadingZeros(match & 0xFFFF);
  }
}
