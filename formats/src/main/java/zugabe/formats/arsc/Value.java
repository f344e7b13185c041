package zugabe.formats.arsc;

import java.util.List;
import java.util.Locale;
import zugabe.bytes.ByteWriter;

/**
 * A typed value ({@code Res_value}).
 *
 * <pre>
 * 0 u2 size    2 u1 res0    3 u1 dataType    4 u4 data
 * </pre>
 *
 * @param type one of the constants
 * @param data 32 bits; of a string 0, since pools differ
 * @param text of a string, else empty
 * @param spans how a string is styled
 */
public record Value(int type, long data, String text, List<StringPool.Span> spans) {
  /** Bytes of its structure. */
  public static final int BYTES = 8;

  public static final int NULL = 0x00;
  public static final int REFERENCE = 0x01;
  public static final int ATTRIBUTE = 0x02;
  public static final int STRING = 0x03;
  public static final int FLOAT = 0x04;
  public static final int DIMENSION = 0x05;
  public static final int FRACTION = 0x06;
  public static final int DYNAMIC_REFERENCE = 0x07;
  public static final int DYNAMIC_ATTRIBUTE = 0x08;
  public static final int INT_DEC = 0x10;
  public static final int INT_HEX = 0x11;
  public static final int INT_BOOLEAN = 0x12;
  public static final int COLOR_ARGB8 = 0x1c;
  public static final int COLOR_RGB8 = 0x1d;
  public static final int COLOR_ARGB4 = 0x1e;
  public static final int COLOR_RGB4 = 0x1f;

  private static final long TRUE = 0xFFFF_FFFFL;

  public Value {
    spans = List.copyOf(spans);
  }

  /** One without styles. */
  public Value(int type, long data, String text) {
    this(type, data, text, List.of());
  }

  /** A string with styles. */
  public static Value string(String text, List<StringPool.Span> spans) {
    return new Value(STRING, 0, text, spans);
  }

  /** A string; the data are its index in the pool that it is written with. */
  public static Value string(String text) {
    return new Value(STRING, 0, text);
  }

  /** A whole number of 32 bits. */
  public static Value number(long number) {
    return new Value(INT_DEC, number & 0xFFFF_FFFFL, "");
  }

  /** True or false. */
  public static Value bool(boolean is) {
    return new Value(INT_BOOLEAN, is ? TRUE : 0, "");
  }

  /** Another resource. */
  public static Value reference(long id) {
    return new Value(REFERENCE, id, "");
  }

  /** Whether it is a resource's number. */
  public boolean isReference() {
    return type == REFERENCE || type == DYNAMIC_REFERENCE;
  }

  /** Whether it is a whole number, a truth value or a colour. */
  public boolean isNumber() {
    return type >= INT_DEC && type <= COLOR_RGB4;
  }

  /** As a signed number. */
  public int number() {
    return (int) data;
  }

  /** Its structure. */
  public void encode(ByteWriter out, long pooled) {
    out.u2("size", BYTES).u1("res0", 0).u1("dataType", type);
    out.u4("data", type == STRING ? pooled : data);
  }

  /** As a person would write it in a source; references by their numbers. */
  public String shown() {
    return switch (type) {
      case STRING -> text;
      case NULL -> data == 1 ? "@empty" : "@null";
      case REFERENCE, DYNAMIC_REFERENCE -> "@0x%08x".formatted(data);
      case ATTRIBUTE, DYNAMIC_ATTRIBUTE -> "?0x%08x".formatted(data);
      case INT_BOOLEAN -> data == 0 ? "false" : "true";
      case INT_DEC -> Integer.toString(number());
      case FLOAT -> Float.toString(Float.intBitsToFloat(number()));
      case DIMENSION, FRACTION -> Complex.shown(type, data);
      case COLOR_ARGB8, COLOR_ARGB4 -> "#%08x".formatted(data);
      case COLOR_RGB8, COLOR_RGB4 -> "#%06x".formatted(data & 0xFF_FFFF);
      default -> "0x" + Long.toString(data, 16).toLowerCase(Locale.ROOT);
    };
  }
}
