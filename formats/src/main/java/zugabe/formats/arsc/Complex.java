package zugabe.formats.arsc;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;

/**
 * Numbers with a unit ({@code Res_value}, "complex data"): 24 bits of mantissa, two of radix, four
 * of unit.
 */
public final class Complex {
  private static final List<String> LENGTHS = List.of("px", "dp", "sp", "pt", "in", "mm");
  private static final List<String> PARTS = List.of("%", "%p");

  /** Bits behind the point, by radix. */
  private static final int[] FRACTION_BITS = {0, 7, 15, 23};

  private static final int MANTISSA_SHIFT = 8;
  private static final int RADIX_SHIFT = 4;

  /** Of the mantissa, whose highest bit is the sign. */
  private static final int MOST = 1 << 23;

  private Complex() {}

  /** A length; empty for an unknown unit or a number that has no room. */
  public static Optional<Value> dimension(double number, String unit) {
    String known = unit.equals("dip") ? "dp" : unit;
    return encoded(Value.DIMENSION, number, LENGTHS.indexOf(known));
  }

  /** A part of something, in percent of itself or of what is around it ({@code %p}). */
  public static Optional<Value> fraction(double percent, String unit) {
    return encoded(Value.FRACTION, percent / 100, PARTS.indexOf(unit));
  }

  private static Optional<Value> encoded(int type, double number, int unit) {
    if (unit < 0) {
      return Optional.empty();
    }
    double size = Math.abs(number);
    // the first form that loses nothing, else the finest that has room
    for (int radix = 0; radix < FRACTION_BITS.length; radix++) {
      double scaled = size * (1L << FRACTION_BITS[radix]);
      if (scaled == Math.rint(scaled) && scaled < MOST) {
        return Optional.of(value(type, number, radix, unit));
      }
    }
    for (int radix = FRACTION_BITS.length - 1; radix >= 0; radix--) {
      if (Math.rint(size * (1L << FRACTION_BITS[radix])) < MOST) {
        return Optional.of(value(type, number, radix, unit));
      }
    }
    return Optional.empty();
  }

  private static Value value(int type, double number, int radix, int unit) {
    long mantissa = Math.round(number * (1L << FRACTION_BITS[radix])) & 0xFF_FFFFL;
    return new Value(type, mantissa << MANTISSA_SHIFT | (long) radix << RADIX_SHIFT | unit, "");
  }

  static String shown(int type, long data) {
    int radix = (int) (data >> RADIX_SHIFT) & 3;
    int unit = (int) data & 0xF;
    int mantissa = (int) data >> MANTISSA_SHIFT;
    double number = (double) mantissa / (1L << FRACTION_BITS[radix]);
    List<String> units = type == Value.DIMENSION ? LENGTHS : PARTS;
    double told = type == Value.DIMENSION ? number : number * 100;
    return BigDecimal.valueOf(told).stripTrailingZeros().toPlainString()
        + (unit < units.size() ? units.get(unit) : "");
  }
}
