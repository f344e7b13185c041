package zugabe.formats.arsc;

import java.util.List;
import java.util.Optional;

/** Names of parts that aren't attributes' numbers ({@code ResTable_map}). */
public final class Parts {
  /** Of an attribute: which types its values may have. */
  public static final long TYPES = 0x01000000L;

  /** Of an attribute: the least number. */
  public static final long LEAST = 0x01000001L;

  /** Of an attribute: the greatest number. */
  public static final long MOST = 0x01000002L;

  private static final List<String> FORMS = List.of("other", "zero", "one", "two", "few", "many");
  private static final long FIRST_FORM = 0x01000004L;

  /** An array's first item; others follow. */
  public static final long FIRST_ITEM = 0x02000000L;

  private Parts() {}

  /** The name of a plural's form: {@code zero}, {@code one}, {@code two} and so on. */
  public static Optional<Long> form(String quantity) {
    int at = FORMS.indexOf(quantity);
    return at < 0 ? Optional.empty() : Optional.of(FIRST_FORM + at);
  }
}
