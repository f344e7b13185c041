package zugabe.core.sign;

/**
 * What a signature of code says of it, beside who signed.
 *
 * @param description its name, which the system shows; may be empty
 * @param address where there is more to be known, in ASCII; may be empty
 */
public record Described(String description, String address) {
  /** Nothing. */
  public static final Described NOTHING = new Described("", "");
}
