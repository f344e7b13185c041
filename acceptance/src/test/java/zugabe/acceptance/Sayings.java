package zugabe.acceptance;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What the program said in the tests that ran so far: findings by their codes, on one line each.
 */
final class Sayings {
  private static final Pattern HEAD = Pattern.compile("(error|warning|note) (Z\\d{4})( {2}.*)?");
  private static final Map<String, Set<String>> ALL = new ConcurrentHashMap<>();

  private Sayings() {}

  /** What was said under a code, a finding's sentence and its remedy apart. */
  static Set<String> under(String code) {
    return ALL.getOrDefault(code, Set.of());
  }

  /** Notes the findings in what was printed. */
  static void note(String printed) {
    String code = "";
    StringBuilder text = new StringBuilder();
    for (String line : (printed + "\n-").lines().toList()) {
      Matcher head = HEAD.matcher(line);
      if (line.startsWith("  ") && !code.isEmpty()) {
        text.append(' ').append(line.strip());
      } else {
        keep(code, text.toString());
        text.setLength(0);
        code = head.matches() ? head.group(2) : "";
      }
    }
  }

  /** Takes in what tests of other modules noted: a code, a sentence and its remedy on a line. */
  static void noteOthers() throws IOException {
    for (String module : List.of("core", "kinds")) {
      Path notes = Program.ROOT.resolve(module + "/target/raised.txt");
      if (Files.exists(notes)) {
        for (String line : Files.readAllLines(notes)) {
          String[] parts = line.split("\t", 2);
          keep(parts[0], parts[1]);
        }
      }
    }
  }

  private static void keep(String code, String text) {
    if (!code.isEmpty() && !text.isBlank()) {
      ALL.computeIfAbsent(code, c -> ConcurrentHashMap.newKeySet()).addAll(sentences(text));
    }
  }

  /** What is wrong, and what to do. */
  static List<String> sentences(String text) {
    List<String> sentences = new ArrayList<>();
    for (String part : text.split("To do: ", -1)) {
      if (!part.isBlank()) {
        sentences.add(part.strip());
      }
    }
    return sentences;
  }
}
