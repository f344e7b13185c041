package zugabe.formats.deflate;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;

/** Reads and compares places of a content, behind which there have to be some bytes more. */
final class Agreement {
  private static final VarHandle INT =
      MethodHandles.byteArrayViewVarHandle(int[].class, ByteOrder.LITTLE_ENDIAN);
  private static final VarHandle LONG =
      MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.LITTLE_ENDIAN);

  private Agreement() {}

  /** Four bytes as one number, the first one lowest. */
  static int four(byte[] b, int at) {
    return (int) INT.get(b, at);
  }

  /** Eight bytes as one number, the first one lowest. */
  static long eight(byte[] b, int at) {
    return (long) LONG.get(b, at);
  }

  /** How many of eight bytes agree from the first one on, whose difference isn't nothing. */
  static int ofEight(long differing) {
    return Long.numberOfTrailingZeros(differing) >>> 3;
  }

  /**
   * How long two places agree, of which so many bytes are known to. Eight at a time, up to seven
   * behind the most: a loop over the last ones takes longer.
   */
  static int length(byte[] b, int one, int other, int known, int most) {
    int length = known;
    while (length < most) {
      long differing = eight(b, one + length) ^ eight(b, other + length);
      if (differing != 0) {
        return Math.min(length + ofEight(differing), most);
      }
      length += Long.BYTES;
    }
    return most;
  }
}
