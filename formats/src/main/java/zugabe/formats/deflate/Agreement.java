package zugabe.formats.deflate;

/** Compares two places of a content. */
final class Agreement {
  private Agreement() {}

  /** How long two places agree, of which so many bytes are known to. */
  static int length(byte[] b, int one, int other, int known, int most) {
    int length = known;
    while (length + 8 <= most) {
      long differing =
          (long) Chains.LONG.get(b, one + length) ^ (long) Chains.LONG.get(b, other + length);
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
