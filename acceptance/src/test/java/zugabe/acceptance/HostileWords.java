package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/** Texts that are commands, variables or quotation marks for something, made from a fixed seed. */
final class HostileWords {
  private static final String SIGNS = "\"%^&|<>()!'\\ \t,;=*?`$~@#{}[]:+-/.ab9";
  private static final List<String> PIECES =
      List.of(
          "\" & echo x>C:\\pwned & rem \"",
          "\"|echo x>C:\\pwned",
          "%PATH%",
          "%RECORD%",
          "%%",
          "%1",
          "%*",
          "!PATH!",
          "^\"",
          "\\\"",
          "\\\\\"",
          "\\",
          "&&",
          "||",
          ">C:\\pwned",
          "$(touch /tmp/pwned)",
          "`x`",
          "@PREFIX@",
          "@LOGS@",
          "@AT@",
          "@echo",
          "%S",
          "$$HOME",
          "${HOME}",
          "'");

  private HostileWords() {}

  static List<String> words(int count) {
    Random random = new Random(14);
    List<String> words = new ArrayList<>(PIECES);
    while (words.size() < count) {
      StringBuilder word = new StringBuilder();
      for (int i = random.nextInt(4); i >= 0; i--) {
        if (random.nextInt(3) == 0) {
          word.append(PIECES.get(random.nextInt(PIECES.size())));
        } else {
          for (int j = random.nextInt(4); j >= 0; j--) {
            word.append(SIGNS.charAt(random.nextInt(SIGNS.length())));
          }
        }
      }
      words.add(word.toString());
    }
    return words;
  }

  /**
   * What passes a second batch file: no quotation marks, which are refused, and no percent signs,
   * since Wine reads what {@code %*} and variables stand for once more, which Windows doesn't.
   */
  static List<String> passing(List<String> words) {
    return words.stream()
        .map(s -> s.replace("\"", "").replace("%", "").replaceFirst("^$", "-"))
        .toList();
  }

  /**
   * Takes a command line of a unit apart (systemd.service(5), "Command Lines"; systemd.syntax(7),
   * "Quoting").
   */
  static List<String> ofUnit(String unit) {
    String line =
        unit.lines()
            .filter(l -> l.startsWith("ExecStart="))
            .findFirst()
            .orElseThrow()
            .substring(10);
    List<String> words = new ArrayList<>();
    int i = 0;
    while (i < line.length()) {
      assertThat(line.charAt(i)).isEqualTo('"');
      StringBuilder word = new StringBuilder();
      for (i++; line.charAt(i) != '"'; i++) {
        char c = line.charAt(i);
        if (c == '\\') {
          c = line.charAt(++i);
          if (c == 'x') {
            word.append((char) Integer.parseInt(line.substring(i + 1, i + 3), 16));
            i += 2;
          } else {
            word.append(c == 'n' ? '\n' : c == 't' ? '\t' : c);
          }
        } else {
          if (c == '%' || c == '$') {
            assertThat(line.charAt(++i)).isEqualTo(c);
          }
          word.append(c);
        }
      }
      words.add(word.toString());
      i += 2;
    }
    return words;
  }
}
