package zugabe.core.icon;

/**
 * Path data of drawings (SVG 2, section 9.3): looked through before a library reads it, which goes
 * astray where there is no command.
 */
final class PathData {
  private static final String COMMANDS = "MmZzLlHhVvCcSsQqTtAa";

  private final String text;
  private int at;

  private PathData(String text) {
    this.text = text;
  }

  /** Whether it is commands with as many numbers as they take. */
  static boolean isSound(String text) {
    return new PathData(text).isSound();
  }

  private boolean isSound() {
    spaces();
    boolean first = true;
    while (at < text.length()) {
      char command = text.charAt(at++);
      if (COMMANDS.indexOf(command) < 0 || (first && command != 'M' && command != 'm')) {
        return false;
      }
      int takes = numbers(command);
      int count = 0;
      spaces();
      while (at < text.length() && COMMANDS.indexOf(text.charAt(at)) < 0) {
        if (!number(takes == 7 && (count % 7 == 3 || count % 7 == 4))) {
          return false;
        }
        count++;
        spaces();
      }
      if (takes == 0 ? count > 0 : count == 0 || count % takes != 0) {
        return false;
      }
      first = false;
    }
    return true;
  }

  private static int numbers(char command) {
    return switch (Character.toLowerCase(command)) {
      case 'z' -> 0;
      case 'h', 'v' -> 1;
      case 's', 'q' -> 4;
      case 'c' -> 6;
      case 'a' -> 7;
      default -> 2;
    };
  }

  private void spaces() {
    while (at < text.length() && (text.charAt(at) <= ' ' || text.charAt(at) == ',')) {
      at++;
    }
  }

  /** A flag of an arc is one digit, and nothing need follow it. */
  private boolean number(boolean flag) {
    if (flag) {
      char c = text.charAt(at++);
      return c == '0' || c == '1';
    }
    int from = at;
    if (is("+-")) {
      at++;
    }
    int digits = digits();
    if (is(".")) {
      at++;
      digits += digits();
    }
    if (digits > 0 && is("eE")) {
      at++;
      if (is("+-")) {
        at++;
      }
      return digits() > 0;
    }
    return digits > 0 && at > from;
  }

  private boolean is(String these) {
    return at < text.length() && these.indexOf(text.charAt(at)) >= 0;
  }

  private int digits() {
    int from = at;
    while (is("0123456789")) {
      at++;
    }
    return at - from;
  }
}
