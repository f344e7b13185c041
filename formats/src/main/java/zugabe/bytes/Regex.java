package zugabe.bytes;

import com.google.re2j.Pattern;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Regular expressions on texts from anywhere: matched in time that grows with the text's length
 * only, since nothing is tried twice. The runtime's own expressions, and the methods of {@link
 * String} that use them, can take time that grows exponentially, or overflow the stack.
 */
public final class Regex {
  private static final Map<String, Pattern> COMPILED = new ConcurrentHashMap<>();

  private Regex() {}

  /** The expression, which is kept: only those that stand in the program are asked for. */
  private static Pattern pattern(String expression) {
    return COMPILED.computeIfAbsent(expression, Pattern::compile);
  }

  /** Whether the whole text matches. */
  public static boolean matches(String text, String expression) {
    return pattern(expression).matcher(text).matches();
  }

  /** The text with each match replaced; {@code $1} stands for the first group. */
  public static String replaceAll(String text, String expression, String with) {
    return pattern(expression).matcher(text).replaceAll(with);
  }

  /** The text with the first match replaced. */
  public static String replaceFirst(String text, String expression, String with) {
    return pattern(expression).matcher(text).replaceFirst(with);
  }
}
