package zugabe.cli;

/**
 * Texts from anywhere, such as names of entries, as a terminal may get them: what would move the
 * cursor, change colours, begin a line or turn the direction of writing is shown as {@code \u001b}
 * is.
 */
final class Visible {
  private Visible() {}

  /** A text on one line. */
  static String text(String text) {
    return escaped(text, false);
  }

  /** Lines of ours, with names of others in them. */
  static String lines(String text) {
    return escaped(text, true);
  }

  private static String escaped(String text, boolean lineFeeds) {
    int first = 0;
    while (first < text.length() && !isHidden(text.charAt(first), lineFeeds)) {
      first++;
    }
    if (first == text.length()) {
      return text;
    }
    StringBuilder shown = new StringBuilder(text.length() + 16).append(text, 0, first);
    for (int i = first; i < text.length(); i++) {
      char c = text.charAt(i);
      if (isHidden(c, lineFeeds)) {
        String digits = Integer.toHexString(c);
        shown.append("\\u").append("0".repeat(4 - digits.length())).append(digits);
      } else {
        shown.append(c);
      }
    }
    return shown.toString();
  }

  private static boolean isHidden(char c, boolean lineFeeds) {
    return (c < ' ' && c != '\t' && !(lineFeeds && c == '\n'))
        || (c >= 0x7F && c < 0xA0)
        || (c >= 0x2028 && c <= 0x202E)
        || (c >= 0x2066 && c <= 0x2069);
  }
}
