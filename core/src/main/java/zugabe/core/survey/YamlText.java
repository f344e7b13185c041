package zugabe.core.survey;

import java.util.List;
import zugabe.bytes.Regex;

/** Texts as a drafted recipe has them. */
public final class YamlText {
  private YamlText() {}

  /** A list on one line. */
  public static String list(List<String> texts) {
    return "[" + String.join(", ", texts.stream().map(YamlText::scalar).toList()) + "]";
  }

  /** Plain where YAML takes it for a text as it is, else in double quotes. */
  public static String scalar(String text) {
    boolean plain =
        Regex.matches(text, "[A-Za-z0-9./][A-Za-z0-9 ._/+*-]*")
            && !Regex.matches(
                text, "(?i)true|false|yes|no|on|off|null|[0-9.]+|[0-9]+e[0-9]+|0x[0-9a-f]+")
            && !text.endsWith(" ");
    boolean version = Regex.matches(text, "[0-9]+\\.[0-9]+\\.[0-9.]+");
    return plain || version ? text : '"' + text.replace("\\", "\\\\").replace("\"", "\\\"") + '"';
  }

  /** A comment behind a line. */
  public static String comment(String text) {
    return "  # " + text;
  }
}
