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

  /** Among literals, each 2 to this power in a row make places be passed over: noise. */
  private static final int SKIP_SHIFT = 7;

  private static final int MOST_SKIP = 3;

  /**
   * Bytes that are parsed by one call: many short calls are compiled sooner than a long loop, and
   * once instead of twice.
   */
  private static final int STEP_BYTES = 128;

  /** Literals below which statistics say nothing. */
  private static final int FEW = 64;

  /** Bits of a literal below which matches of three hardly pay, unless there are some. */
  private static final int CHEAP = 7 * Counts.UNIT;

  /** One match of three for so many literals is worth looking for more. */
  private static final int SOME = 10;

  /** What a match of three costs beside its distance's extra bits, in bits. */
  private static final int MATCH_OF_THREE = 95 * Counts.UNIT / 10;

  private final Chains chains = new Chains();
  private final int[] counts = new int[Symbols.ALL];
  private byte[] bytes;
  private int end;
  private Tokens tokens;
  private Effort effort = Effort.USUAL;

  /** How far a match of the shorter sequences may be; 0 for none. */
  private int far;

  /** How far one of three bytes may be. */
  private int farOfThree;

  /** What a literal cost in the part before, in parts of a bit. */
  private int literalBits;

  /** Whether a part was parsed yet. */
  private boolean started;

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
    farOfThree = 0;
    literalBits = Byte.SIZE * Counts.UNIT;
    started = false;
    chains.start(content, first, to);
    literals = from;
    for (int at = from; at < to; ) {
      Counts.clear(counts);
      int stop = to - at < Parts.PART_BYTES * 3 / 2 ? to : at + Parts.PART_BYTES;
      choose(at, Math.min(stop, at + Parts.PART_BYTES));
      at = part(at, stop);
      tokens.literals(at - literals);
      literals = at;
      if (at < to) {
        // most contents are short: nothing comes behind their only part
        adapt();
      }
      parts.add(counts, tokens.count(), at);
    }
  }

  /** How matches are looked for in the part that comes next. */
  private void choose(int at, int stop) {
    effort = Effort.of(Effort.isText(bytes, at, stop), literalBits);
    far = effort.single() > Symbols.LEAST_LENGTH ? Chains.WINDOW : farOfThree;
    chains.key(effort, at);
  }

  /** From what literals cost in this part follows what pays in the next one. */
  private void adapt() {
    int total = 0;
    long sum = 0;
    for (int s = 0; s < Symbols.LITERALS; s++) {
      int n = counts[s];
      if (n != 0) {
        total += n;
        sum += Counts.weight(n);
      }
    }
    if (total >= FEW) {
      literalBits = (int) ((Counts.weight(total) - sum) / total);
      boolean used = !started || counts[Symbols.FIRST_LENGTH] * SOME > total;
      started = true;
      farOfThree = literalBits < CHEAP && !used ? 0 : power(3 * literalBits - MATCH_OF_THREE);
    }
  }

  /** About 2 to this power, which is in units. */
  private static int power(int exponent) {
    if (exponent < 0) {
      return 0;
    }
    int whole = exponent >> Counts.UNIT_BITS;
    int part = exponent & (Counts.UNIT - 1);
    return whole >= 15 ? Chains.WINDOW : ((Counts.UNIT + part) << whole) >> Counts.UNIT_BITS;
  }

  /** One part; its last match may go past it. Returns where that ends. */
  private int part(int from, int stop) {
    // the shortest match has three bytes
    int limit = Math.min(stop, end - 2);
    int i = from;
    while (i < limit) {
      i = step(i, Math.min(i + STEP_BYTES, limit), stop);
    }
    for (; i < stop; i++) {
      counts[bytes[i] & 0xFF]++;
    }
    return i;
  }

  /**
   * A few bytes. The head of the next place's chain is always loaded one place ahead: that hides
   * most of the wait for it.
   */
  private int step(int from, int limit, int stop) {
    byte[] b = bytes;
    Chains found = chains;
    int[] heads = found.heads;
    int[] singles = found.singles;
    long chained = found.chained;
    long single = found.single;
    int slots = found.slots;
    char[] back = found.back;
    int[] n = counts;
    int base = found.base;
    int reachOfSingle = far;
    boolean withSingle = reachOfSingle > 0;
    int least = effort.chained();
    int most = effort.depth();
    int fewer = effort.later();
    boolean many = effort.many();
    int literal = literals;
    int i = from;
    long value = Chains.at(b, i);
    int hash = Chains.slot(value & chained, slots);
    int next = heads[hash];
    do {
      int c = next - base;
      heads[hash] = i + base;
      back[i & Chains.MASK] = (char) Math.min(i - c, Chains.FAR_BACK);
      int last = -1;
      if (withSingle) {
        int h = Chains.slot(value & single, slots);
        last = singles[h] - base;
        singles[h] = i + base;
      }
      long here = value;
      value = (value >>> Byte.SIZE) | ((long) b[i + 8] << 56);
      hash = Chains.slot(value & chained, slots);
      next = heads[hash];
      int match = c >= found.reach(i) ? longest(i, c, least - 1, most, many) : 0;
      if (match == 0) {
        if (last >= Math.max(i - reachOfSingle, found.reach(i))) {
          match = found.shortest(i, last, here, single);
        }
        if (match == 0) {
          n[(int) here & 0xFF]++;
          int skip = Math.min((i - literal) >> SKIP_SHIFT, MOST_SKIP);
          i++;
          if (skip > 0) {
            for (int to = Math.min(i + skip, stop); i < to; i++) {
              n[b[i] & 0xFF]++;
              // in no chain, and nothing from before may be taken for one
              back[i & Chains.MASK] = 0;
            }
            if (i >= limit) {
              break;
            }
            value = Chains.at(b, i);
            hash = Chains.slot(value & chained, slots);
            next = heads[hash];
          }
          continue;
        }
      }
      int k = i + 1;
      int length = match >>> 16;
      while (true) {
        c = next - base;
        heads[hash] = k + base;
        back[k & Chains.MASK] = (char) Math.min(k - c, Chains.FAR_BACK);
        if (withSingle) {
          singles[Chains.slot(value & single, slots)] = k + base;
        }
        value = (value >>> Byte.SIZE) | ((long) b[k + 8] << 56);
        hash = Chains.slot(value & chained, slots);
        next = heads[hash];
        int better =
            c >= found.reach(k)
                ? longest(
                    k, c, Math.max(length, least) - 1, length >= GOOD ? fewer >> 1 : fewer, many)
                : 0;
        k++;
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
      if (k < i) {
        found.enter(k, i, withSingle);
        if (i >= limit) {
          break;
        }
        value = Chains.at(b, i);
        hash = Chains.slot(value & chained, slots);
        next = heads[hash];
      }
    } while (i < limit);
    literals = literal;
    return i;
  }

  private int longest(int at, int candidate, int longerThan, int depth, boolean many) {
    return many
        ? chains.longestOfMany(at, candidate, longerThan, depth)
        : chains.longest(at, candidate, longerThan, depth);
  }

  /** In quarters of a byte: a longer distance takes more bits. */
  private static int gain(int match, int better) {
    return 4 * ((better >>> 16) - (match >>> 16))
        + Integer.numberOfLeadingZeros(better & 0xFFFF)
        - Integer.numberOfLeadingZeros(match & 0xFFFF);
  }
}
