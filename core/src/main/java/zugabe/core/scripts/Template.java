package zugabe.core.scripts;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A script with names between at signs, such as {@code @TITLE@}: values, or, when the name ends
 * with {@code _SH} or {@code _CMD} and has no value, another template.
 */
public final class Template {
  private static final Pattern NAME = Pattern.compile("@([A-Z]+(?:_[A-Z]+)*)@");
  private static final Set<String> ENDINGS = Set.of("sh", "cmd");

  private Template() {}

  /** With values in place, and line ends as the system that runs it wants them. */
  public static byte[] filled(String name, Map<String, String> values, String lineEnd)
      throws IOException {
    String text = whole(name, values);
    Matcher names = NAME.matcher(text);
    StringBuilder filled = new StringBuilder();
    Set<String> missing = new HashSet<>();
    while (names.find()) {
      String value = values.get(names.group(1));
      if (value == null) {
        missing.add(names.group());
        value = "";
      }
      names.appendReplacement(filled, Matcher.quoteReplacement(value));
    }
    names.appendTail(filled);
    if (!missing.isEmpty()) {
      throw new IllegalStateException(name + " wants " + missing);
    }
    return filled
        .toString()
        .replace("\r\n", "\n")
        .replace("\n", lineEnd)
        .getBytes(StandardCharsets.UTF_8);
  }

  /** With the templates that it names. */
  private static String whole(String name, Map<String, String> values) throws IOException {
    Matcher names = NAME.matcher(text(name));
    StringBuilder whole = new StringBuilder();
    while (names.find()) {
      String part = names.group(1);
      int end = part.lastIndexOf('_');
      String ending = part.substring(end + 1).toLowerCase(java.util.Locale.ROOT);
      boolean template = end > 0 && ENDINGS.contains(ending) && !values.containsKey(part);
      String text =
          template
              ? whole(
                  part.substring(0, end).toLowerCase(java.util.Locale.ROOT).replace('_', '-')
                      + "."
                      + ending,
                  values)
              : names.group();
      names.appendReplacement(
          whole, Matcher.quoteReplacement(template ? text.stripTrailing() : text));
    }
    names.appendTail(whole);
    return whole.toString();
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
