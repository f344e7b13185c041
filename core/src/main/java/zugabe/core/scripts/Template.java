package zugabe.core.scripts;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.function.UnaryOperator;

/**
 * A script with names between at signs, such as {@code @TITLE@}: values, or, when the name ends
 * with {@code _SH} or {@code _CMD} and has no value, another template.
 */
public final class Template {
  private static final Set<String> ENDINGS = Set.of("sh", "cmd");

  private Template() {}

  /** With values in place, and line ends as the system that runs it wants them. */
  public static byte[] filled(String name, Map<String, String> values, String lineEnd)
      throws IOException {
    Set<String> missing = new HashSet<>();
    String filled =
        replaced(
            whole(name, values),
            n -> {
              String value = values.get(n);
              if (value == null) {
                missing.add("@" + n + "@");
              }
              return value == null ? "" : value;
            });
    if (!missing.isEmpty()) {
      throw new IllegalStateException(name + " wants " + missing);
    }
    return filled.replace("\r\n", "\n").replace("\n", lineEnd).getBytes(StandardCharsets.UTF_8);
  }

  /** With the templates that it names. */
  private static String whole(String name, Map<String, String> values) throws IOException {
    try {
      return replaced(text(name), part -> part(part, values));
    } catch (UncheckedIOException e) {
      throw e.getCause();
    }
  }

  private static String part(String name, Map<String, String> values) {
    int end = name.lastIndexOf('_');
    String ending = name.substring(end + 1).toLowerCase(java.util.Locale.ROOT);
    if (end < 1 || !ENDINGS.contains(ending) || values.containsKey(name)) {
      return "@" + name + "@";
    }
    String file =
        name.substring(0, end).toLowerCase(java.util.Locale.ROOT).replace('_', '-') + "." + ending;
    try {
      return whole(file, values).stripTrailing();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /**
   * A text with each name between at signs replaced; a name has capital letters and underscores.
   */
  private static String replaced(String text, UnaryOperator<String> by) {
    StringBuilder replaced = new StringBuilder(text.length() * 2);
    int done = 0;
    for (int at = text.indexOf('@'); at >= 0; at = text.indexOf('@', at)) {
      int end = at + 1;
      while (end < text.length() && isPart(text.charAt(end))) {
        end++;
      }
      if (end > at + 1 && end < text.length() && text.charAt(end) == '@') {
        replaced.append(text, done, at).append(by.apply(text.substring(at + 1, end)));
        done = end + 1;
        at = done;
      } else {
        at = end;
      }
    }
    return replaced.append(text, done, text.length()).toString();
  }

  private static boolean isPart(char c) {
    return (c >= 'A' && c <= 'Z') || c == '_';
  }

  /** A kind's own templates are named with their folder. */
  private static String path(String name) {
    return "/zugabe/" + (name.contains("/") ? name : "scripts/" + name);
  }

  private static String text(String name) throws IOException {
    try (InputStream in = Template.class.getResourceAsStream(path(name))) {
      if (in == null) {
        throw new IOException(name + " is missing from this installation");
      }
      return new String(in.readAllBytes(), StandardCharsets.UTF_8).replace("\r\n", "\n");
    }
  }
}
