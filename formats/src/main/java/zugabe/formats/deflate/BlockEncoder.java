package zugabe.formats.deflate;

/**
 * Writes a block in the shortest of the three ways: stored, with fixed codes, with codes of its own
 * (RFC 1951, section 3.2.3). Scratch memory of one thread.
 */
final class BlockEncoder {
  /** Four codes of this length fit the writer at once; a longer one saves next to nothing. */
  private static final int MOST_LITERAL_BITS = 14;

  private static final int FIXED = 1;
  private static final int DYNAMIC = 2;
  private static final int[] FIXED_LENGTHS = Symbols.fixedLengths();
  private static final int[] FIXED_CODES = fixedCodes();

  private final HuffmanCode literal = new HuffmanCode();
  private final HuffmanCode distance = new HuffmanCode();
  private final CodeLengths header = new CodeLengths(new HuffmanCode());
  private final int[] lengths = new int[Symbols.ALL];
  private final int[] codes = new int[Symbols.ALL];
  private final int[] counts = new int[Symbols.ALL];
  private final CodeTables tables = new CodeTables();

  private static int[] fixedCodes() {
    HuffmanCode huffman = new HuffmanCode();
    int[] codes = new int[Symbols.ALL];
    huffman.codes(FIXED_LENGTHS, 0, Symbols.FIXED_LITERAL_CODES, codes);
    huffman.codes(FIXED_LENGTHS, Symbols.DISTANCES, Symbols.DISTANCE_CODES, codes);
    return codes;
  }

  /**
   * One block.
   *
   * @param parts with the counts of this one
   * @param content from {@code from}
   */
  void write(
      Parts parts,
      int part,
      Tokens tokens,
      byte[] content,
      int start,
      boolean last,
      BitWriter out) {
    int from = part == 0 ? start : parts.byteEnd(part - 1);
    int to = parts.byteEnd(part);
    System.arraycopy(parts.counts(), parts.countsAt(part), counts, 0, Symbols.ALL);
    literal.lengths(counts, 0, Symbols.LITERAL_CODES, MOST_LITERAL_BITS, lengths);
    distance.lengths(counts, Symbols.DISTANCES, Symbols.DISTANCE_CODES, Symbols.MOST_BITS, lengths);
    header.of(lengths);
    long fixed = bits(FIXED_LENGTHS);
    long dynamic = header.bits() + bits(lengths);
    // each but the stored one begins with three bits
    if (out.storedBits(to - from) <= Math.min(fixed, dynamic) + 3) {
      out.stored(content, from, to, last);
      return;
    }
    boolean ownCodes = dynamic < fixed;
    out.put((last ? 1 : 0) | ((ownCodes ? DYNAMIC : FIXED) << 1), 3);
    if (ownCodes) {
      header.write(out);
      literal.codes(lengths, 0, codes);
      distance.codes(lengths, Symbols.DISTANCES, codes);
    }
    int[] chosenLengths = ownCodes ? lengths : FIXED_LENGTHS;
    int[] chosen = ownCodes ? codes : FIXED_CODES;
    tables.fill(chosenLengths, chosen);
    int firstToken = part == 0 ? 0 : parts.tokenEnd(part - 1);
    out.tokens(tokens, firstToken, parts.tokenEnd(part), tables, content, from);
    out.put(chosen[Symbols.END_OF_BLOCK], chosenLengths[Symbols.END_OF_BLOCK]);
  }

  /**
   * What the symbols take: with 28 bits for each byte of a content still a small number, which is
   * why the runtime may add up several at once. By itself, as all that repeats is: the runtime
   * would compile a long method with everything that it calls in it, twice, for seconds.
   */
  private long bits(int[] lengths) {
    int bits = 0;
    for (int s = 0; s < Symbols.ALL; s++) {
      bits += counts[s] * (lengths[s] + Symbols.EXTRA[s]);
    }
    return bits;
  }
}
