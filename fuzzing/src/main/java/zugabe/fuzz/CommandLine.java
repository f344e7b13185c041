package zugabe.fuzz;

import java.util.ArrayList;
import java.util.List;

/**
 * What Windows makes of a line of a batch file, written apart from what quotes such lines: first
 * the command processor (percent signs, then carets and quotation marks), then the program
 * (backslashes and quotation marks, as {@code CommandLineToArgvW} documents).
 */
final class CommandLine {
  private CommandLine() {}

  /**
   * The line that a program gets.
   *
   * @throws IllegalStateException when a part of it would be a command or a redirection of its own
   */
  static String processed(String line) {
    StringBuilder expanded = new StringBuilder();
    for (int i = 0; i < line.length(); i++) {
      if (line.charAt(i) == '%') {
        if (i + 1 == line.length() || line.charAt(i + 1) != '%') {
          throw new IllegalStateException("a variable begins in " + line);
        }
        i++;
      }
      expanded.append(line.charAt(i));
    }
    StringBuilder processed = new StringBuilder();
    boolean quoted = false;
    for (int i = 0; i < expanded.length(); i++) {
      char c = expanded.charAt(i);
      if (!quoted && c == '^') {
        i++;
        processed.append(expanded.charAt(i));
        continue;
      }
      if (!quoted && "&|<>()".indexOf(c) >= 0) {
        throw new IllegalStateException("a command begins in " + line);
      }
      quoted ^= c == '"';
      processed.append(c);
    }
    return processed.toString();
  }

  static List<String> arguments(String line) {
    List<String> arguments = new ArrayList<>();
    int i = 0;
    while (i < line.length()) {
      while (i < line.length() && isBlank(line.charAt(i))) {
        i++;
      }
      if (i == line.length()) {
        break;
      }
      StringBuilder argument = new StringBuilder();
      boolean quoted = false;
      while (i < line.length() && (quoted || !isBlank(line.charAt(i)))) {
        int backslashes = 0;
        while (i < line.length() && line.charAt(i) == '\\') {
          backslashes++;
          i++;
        }
        if (i < line.length() && line.charAt(i) == '"') {
          argument.append("\\".repeat(backslashes / 2));
          if (backslashes % 2 == 1) {
            argument.append('"');
          } else {
            quoted = !quoted;
          }
          i++;
        } else {
          argument.append("\\".repeat(backslashes));
          if (backslashes == 0) {
            argument.append(line.charAt(i));
            i++;
          }
        }
      }
      arguments.add(argument.toString());
    }
    return arguments;
  }

  private static boolean isBlank(char c) {
    return c == ' ' || c == '\t';
  }
}
