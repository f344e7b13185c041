package zugabe.core.recipe;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * Java versions a program runs on: {@code 17}, {@code 17+} or {@code 17-21}.
 *
 * @param from lowest, 1 to 60
 * @param to highest; empty for any later
 */
public record JavaRange(int from, OptionalInt to) {
  /** Two come a year: no runtime of a later one will be there for a long time. */
  private static final int LATEST = 60;

  static final String PATTERN = "([1-9]|[1-5]\\d|60)(\\+|-[1-9]\\d?)?";
  private static final Pattern FORM = Pattern.compile("(\\d{1,2})(\\+|-(\\d{1,2}))?");

  static Optional<JavaRange> parse(String text) {
    Matcher m = FORM.matcher(text);
    if (!m.matches()) {
      return Optional.empty();
    }
    int from = Integer.parseInt(m.group(1));
    OptionalInt to =
        m.group(2) == null
            ? OptionalInt.of(from)
            : m.group(3) == null
                ? OptionalInt.empty()
                : OptionalInt.of(Integer.parseInt(m.group(3)));
    return from < 1 || from > LATEST || to.orElse(from) < from
        ? Optional.empty()
        : Optional.of(new JavaRange(from, to));
  }

  /** As written in a recipe. */
  public String text() {
    return to.isEmpty()
        ? from + "+"
        : to.getAsInt() == from ? String.valueOf(from) : from + "-" + to.getAsInt();
  }
}
