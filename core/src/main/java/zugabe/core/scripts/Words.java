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

  /**
   * As one word of a command line in a batch file, with a space in front. Programs take such a line
   * apart themselves: backslashes before a quotation mark count twice. The command processor, which
   * knows nothing of them, takes every quotation mark for the begin or the end of what it leaves
   * alone; so where there is one within the word, each of its signs has a caret. What passes
   * another batch file on its way can't have quotation marks at all.
   */
  public static String cmd(String text) {
    StringBuilder word = new StringBuilder("\"");
    int backslashes = 0;
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      word.append(c == '"' ? "\\".repeat(backslashes + 1) : "").append(c);
      backslashes = c == '\\' ? backslashes + 1 : 0;
    }
    String quoted = word.append("\\".repeat(backslashes)).append('"').toString();
    return " " + percent(text.indexOf('"') < 0 ? quoted : careted(quoted));
  }

  private static String careted(String text) {
    StringBuilder careted = new StringBuilder();
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      careted.append("()!^\"<>&|".indexOf(c) >= 0 ? "^" : "").append(c);
    }
    return careted.toString();
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
