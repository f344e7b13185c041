package zugabe.core.scripts;

import java.util.List;

/** Texts as words of shells, so that nothing in them is expanded. */
public final class Words {
  private Words() {}

  /** As one word of a POSIX shell. */
  public static String quoted(String text) {
    return "'" + text.replace("'", "'\\''") + "'";
  }

  /** A word inside the double quotes of {@code eval}. */
  public static String evaluated(String text) {
    return quoted(text)
        .replace("\\", "\\\\")
        .replace("\"", "\\\"")
        .replace("$", "\\$")
        .replace("`", "\\`");
  }

  /** Words inside the double quotes of {@code eval}. */
  public static String evaluated(List<String> texts) {
    return String.join(" ", texts.stream().map(Words::evaluated).toList());
  }

  /** A path below the script's own place, inside the double quotes of {@code eval}. */
  public static String here(String path) {
    return "\\\"\\$here\\\"/" + evaluated(path);
  }

  /** As one word of the Windows command processor, with a space in front. */
  public static String cmd(String text) {
    return " \"" + percent(text).replace("\"", "\\\"") + '"';
  }

  /** As words of the Windows command processor, each with a space in front. */
  public static String cmd(List<String> texts) {
    return String.join("", texts.stream().map(Words::cmd).toList());
  }

  /** With the percent signs that a batch file would otherwise expand. */
  public static String percent(String text) {
    return text.replace("%", "%%");
  }

  /** A path as Windows writes it, for a batch file. */
  public static String windows(String path) {
    return percent(path.replace('/', '\\'));
  }
}
