package zugabe.formats.deflate;

/**
 * Finds matches: along the chains that the steps back from each place are. Scratch memory of one
 * thread.
 */
final class Chains {
  /** Bytes that the places of a chain have in common. */
  static final int CHAINED = 4;

  private final Steps four = new Steps(CHAINED, 2 * Symbols.WINDOW_BYTES);

  /** None of them is followed further. */
  private final Steps three = new Steps(Symbols.LEAST_LENGTH, 4 * Steps.CHUNK);

  private byte[] bytes;
  private int first;
  private int end;

  /** Starts with another content: nothing before {@code from} is found. */
  void start(byte[] content, int from, int to) {
    bytes = content;
    first = from;
    end = to;
    four.start(content, from, to);
    three.start(content, from, to);
  }

  /** Steps back to the place before in its chain. */
  char[] steps() {
    return four.all();
  }

  /** Steps back to the last place of the same three bytes, where these are asked for. */
  char[] stepsOfThree() {
    return three.all();
  }

  /**
   * Makes sure that steps ahead of this place are known.
   *
   * @param far how far matches of three bytes may be; 0 for none
   */
  void know(int at, int far) {
    four.know(at);
    if (far > 0) {
      three.skipTo(Math.max(first, at - far));
      three.know(at);
    }
  }

  /** The match with the last place of the same three bytes, as {@link #longest} gives it. */
  int ofThree(int at, int distance) {
    long differing = Agreement.eight(bytes, at - distance) ^ Agreement.eight(bytes, at);
    if ((differing & 0xFF_FFFF) != 0) {
      return 0;
    }
    // no longer one was found: its end isn't worth looking for
    int length = differing == 0 ? Long.BYTES : Agreement.ofEight(differing);
    return (Math.min(length, end - at) << 16) | distance;
  }

  /**
   * The longest match. One of some length agrees in its last four bytes too: what is longer than
   * the best one so far lies in the chain of the four bytes that end behind it, from its place on.
   * Of that chain and the one that was followed, the one that leads farther back is followed
   * further, since no longer match lies between; where it ends, there is none.
   *
   * @param longerThan at least 3: what is as long or shorter isn't wanted
   * @param depth how many places are looked at
   * @param nice a match of this length ends the search
   * @return length above 16 bits for the distance; 0 when there is none
   */
  int longest(int at, int longerThan, int depth, int nice) {
    int most = Math.min(Symbols.MOST_LENGTH, end - at);
    if (longerThan >= most) {
      return 0;
    }
    byte[] b = bytes;
    char[] steps = four.all();
    int cut = Math.max(at - Symbols.WINDOW_BYTES, first);
    // where the four bytes of the chain begin, counted from the match, are its last so far
    int tailAt = longerThan + 1 - CHAINED;
    int chain = tailAt;
    int step = steps[(at + chain) & (steps.length - 1)];
    // by masks, here and below: which one leads farther back no processor could foresee
    int farther = (step - steps[at & (steps.length - 1)]) >> (Integer.SIZE - 1);
    step += (steps[at & (steps.length - 1)] - step) & farther;
    chain &= ~farther;
    int c = at - step;
    if (c < cut) {
      return 0;
    }
    int enough = Math.min(nice, most);
    int best = longerThan;
    int found = 0;
    long start = Agreement.eight(b, at);
    int tail = Agreement.four(b, at + tailAt);
    int left = depth;
    while (true) {
      // most candidates differ there
      while (Agreement.four(b, c + tailAt) != tail) {
        c -= steps[(c + chain) & (steps.length - 1)];
        if (c < cut || --left <= 0) {
          return found;
        }
      }
      long differing = Agreement.eight(b, c) ^ start;
      int further = c - steps[(c + chain) & (steps.length - 1)];
      if ((int) differing == 0) {
        int length =
            differing == 0
                ? Agreement.length(b, at, c, Long.BYTES, most)
                : Math.min(Agreement.ofEight(differing), most);
        if (length > best) {
          found = (length << 16) | (at - c);
          if (length >= enough) {
            return found;
          }
          best = length;
          tailAt = best + 1 - CHAINED;
          tail = Agreement.four(b, at + tailAt);
          int other = at - steps[(at + tailAt) & (steps.length - 1)];
          farther = (other - further) >> (Integer.SIZE - 1);
          further += (other - further) & farther;
          chain += (tailAt - chain) & farther;
        }
      }
      c = further;
      if (c < cut || --left <= 0) {
        return found;
      }
    }
  }
}
