package zugabe.core.survey;

import java.util.List;
import zugabe.bytes.Regex;

/** Texts as a drafted recipe has them. */
public final class YamlText {
  private YamlText() {}

  /** A list of paths, or of names that are like them, on one line. */
  public static String list(List<String> texts) {
    return "[" + String.join(", ", texts.stream().map(YamlText::path).toList()) + "]";
  }

  /** A list of any texts on one line. */
  static String texts(List<String> texts) {
    return "[" + String.join(", ", texts.stream().map(YamlText::quoted).toList()) + "]";
  }

  /** In a list, a comma would end a plain text. */
  private static String quoted(String text) {
    String written = scalar(text);
    return written.startsWith("\"") ? written : '"' + written + '"';
  }

  /**
   * A path below the recipe's folder; what stands before a colon would be a drive or the name of a
   * root.
   */
  public static String path(String path) {
    return scalar(Regex.matches(path, "[A-Za-z][A-Za-z0-9-]*:.*") ? "./" + path : path);
  }

  /** A text of somebody's: nothing in it is a variable. */
  public static String scalar(String text) {
    return filled(text.replace("{", "{{"));
  }

  /**
   * A text with variables in it: plain where YAML takes it for a text as it is, else in double
   * quotes.
   */
  public static String filled(String text) {
    boolean plain =
        Regex.matches(text, "[A-Za-z0-9./][A-Za-z0-9 ._/+*-]*")
            && !Regex.matches(
                text, "(?i)true|false|yes|no|on|off|null|[0-9.]+|[0-9]+e[0-9]+|0x[0-9a-f]+")
            && !text.endsWith(" ");
    boolean version = Regex.matches(text, "[0-9]+\\.[0-9]+\\.[0-9.]+");
    return plain || version
        ? text
        : '"' + oneLine(text.replace("\\", "\\\\").replace("\"", "\\\"")) + '"';
  }

  /**
   * With control characters and line ends as YAML escapes them (YAML 1.2.2, 5.7); in a comment they
   * are only shown.
   */
  static String oneLine(String text) {
    StringBuilder line = new StringBuilder();
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      if (Character.isISOControl(c) || c == '\u2028' || c == '\u2029' || c == '\uFEFF') {
        String digits = Integer.toHexString(c);
        line.append("\\u").append("0".repeat(4 - digits.length())).append(digits);
      } else {
        line.append(c);
      }
    }
    return line.toString();
  }

  /** A comment behind a line. */
  public static String comment(String text) {
    return "  # " + text;
  }
}
