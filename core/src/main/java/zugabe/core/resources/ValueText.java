package zugabe.core.resources;

import java.util.Optional;
import zugabe.bytes.Regex;
import zugabe.core.android.Platform;
import zugabe.formats.arsc.Complex;
import zugabe.formats.arsc.Value;

/** Reads values that aren't strings: numbers, colours, lengths, references, names. */
final class ValueText {
  private static final int HEX = 16;
  private static final long MASK = 0xFFFF_FFFFL;

  private ValueText() {}

  /**
   * The value that a text is by itself, among some types.
   *
   * @param types bits of {@link Platform.Attribute}
   */
  static Optional<Value> read(String text, long types) {
    if (text.equals("@null") && (types & Platform.Attribute.REFERENCE) != 0) {
      return Optional.of(new Value(Value.REFERENCE, 0, ""));
    }
    if (text.equals("@empty")) {
      return Optional.of(new Value(Value.NULL, 1, ""));
    }
    Optional<Value> found = Optional.empty();
    if ((types & Platform.Attribute.COLOR) != 0) {
      found = color(text);
    }
    if (found.isEmpty() && (types & Platform.Attribute.BOOLEAN) != 0) {
      found =
          Regex.matches(text, "true|True|TRUE")
              ? Optional.of(Value.bool(true))
              : Regex.matches(text, "false|False|FALSE")
                  ? Optional.of(Value.bool(false))
                  : Optional.empty();
    }
    if (found.isEmpty() && (types & Platform.Attribute.INTEGER) != 0) {
      found = integer(text);
    }
    return found.isPresent() ? found : measured(text, types);
  }

  private static Optional<Value> measured(String text, long types) {
    if (!Regex.matches(
        text, "[-+]?([0-9]{1,12}(\\.[0-9]{0,12})?|\\.[0-9]{1,12})([a-z]{2,3}|%p?)?")) {
      return Optional.empty();
    }
    String unit = Regex.replaceFirst(text, "^[-+0-9.]*", "");
    double number = Double.parseDouble(text.substring(0, text.length() - unit.length()));
    if (unit.isEmpty()) {
      if ((types & Platform.Attribute.FLOAT) != 0) {
        return Optional.of(new Value(Value.FLOAT, Float.floatToIntBits((float) number) & MASK, ""));
      }
      // zero needs no unit
      return (types & Platform.Attribute.DIMENSION) != 0 && number == 0
          ? Complex.dimension(0, "px")
          : Optional.empty();
    }
    if (unit.startsWith("%")) {
      return (types & Platform.Attribute.FRACTION) != 0
          ? Complex.fraction(number, unit)
          : Optional.empty();
    }
    return (types & Platform.Attribute.DIMENSION) != 0
        ? Complex.dimension(number, unit)
        : Optional.empty();
  }

  static Optional<Value> color(String text) {
    if (!Regex.matches(text, "#([0-9a-fA-F]{3,4}|[0-9a-fA-F]{6}|[0-9a-fA-F]{8})")) {
      return Optional.empty();
    }
    String digits = text.substring(1);
    boolean small = digits.length() < 6;
    StringBuilder wide = new StringBuilder();
    for (int i = 0; i < digits.length(); i++) {
      char c = digits.charAt(i);
      wide.append(c);
      if (small) {
        wide.append(c);
      }
    }
    boolean opaque = wide.length() == 6;
    long argb = Long.parseLong(wide.toString(), HEX) | (opaque ? 0xFF00_0000L : 0);
    int type =
        small
            ? opaque ? Value.COLOR_RGB4 : Value.COLOR_ARGB4
            : opaque ? Value.COLOR_RGB8 : Value.COLOR_ARGB8;
    return Optional.of(new Value(type, argb, ""));
  }

  static Optional<Value> integer(String text) {
    if (Regex.matches(text, "0[xX][0-9a-fA-F]{1,8}")) {
      return Optional.of(new Value(Value.INT_HEX, Long.parseLong(text.substring(2), HEX), ""));
    }
    if (!Regex.matches(text, "[-+]?[0-9]{1,10}")) {
      return Optional.empty();
    }
    long number = Long.parseLong(text);
    return number < Integer.MIN_VALUE || number > MASK
        ? Optional.empty()
        : Optional.of(Value.number(number));
  }

  /** The number for which an attribute's name or names stand. */
  static Optional<Value> named(String text, Platform.Attribute attribute) {
    if (attribute.takes(Platform.Attribute.ENUM)) {
      return Optional.ofNullable(attribute.names().get(text)).map(Value::number);
    }
    if (!attribute.takes(Platform.Attribute.FLAGS)) {
      return Optional.empty();
    }
    long all = 0;
    for (String one : text.split("\\|", -1)) {
      Long bits = attribute.names().get(one.strip());
      if (bits == null) {
        return Optional.empty();
      }
      all |= bits;
    }
    return Optional.of(new Value(Value.INT_HEX, all, ""));
  }
}
