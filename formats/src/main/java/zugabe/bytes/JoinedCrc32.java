package zugabe.bytes;

/**
 * CRC-32 of two contents one behind the other, from those of each: what lies behind moves the first
 * one's remainder up by its bits, which is a product modulo the polynomial.
 */
public final class JoinedCrc32 {
  /** The polynomial of RFC 1952, section 8, with its bits reversed: the first bit counts most. */
  private static final int POLYNOMIAL = 0xEDB88320;

  private static final int ONE = Integer.MIN_VALUE;

  /** x to the power of each power of two. */
  private static final int[] SQUARES = squares();

  private JoinedCrc32() {}

  private static int[] squares() {
    int[] squares = new int[Integer.SIZE];
    squares[0] = ONE >>> 1;
    for (int i = 1; i < squares.length; i++) {
      squares[i] = product(squares[i - 1], squares[i - 1]);
    }
    return squares;
  }

  /**
   * Of both.
   *
   * @param second of the content behind
   * @param bytes of the content behind
   */
  public static long of(long first, long second, long bytes) {
    int shift = ONE;
    int power = 3;
    for (long left = bytes; left != 0; left >>>= 1) {
      if ((left & 1) != 0) {
        shift = product(shift, SQUARES[power % Integer.SIZE]);
      }
      power++;
    }
    return (product(shift, (int) first) ^ (int) second) & 0xFFFF_FFFFL;
  }

  /** Of two polynomials, modulo the one. */
  private static int product(int one, int other) {
    int product = 0;
    int moved = other;
    for (int bit = ONE; bit != 0; bit >>>= 1) {
      if ((one & bit) != 0) {
        product ^= moved;
      }
      moved = (moved >>> 1) ^ (POLYNOMIAL & -(moved & 1));
    }
    return product;
  }
}
