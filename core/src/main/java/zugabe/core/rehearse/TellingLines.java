package zugabe.core.rehearse;

import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.List;

/** The lines of an output or a log that tell why something failed. */
final class TellingLines {
  private static final int MOST = 12;
  private static final int LAST = 4;
  private static final Pattern TELLING =
      Pattern.compile(
          "Exception|Error\\b|\\bERROR\\b|SEVERE|FATAL|Caused by|\\bWARN|not found|refused|denied|cannot|can't|[Ff]ailed|in use");

  private TellingLines() {}

  static List<String> of(String text) {
    List<String> lines = text.lines().filter(l -> !l.isBlank()).toList();
    if (lines.size() <= MOST) {
      return lines;
    }
    List<String> telling = new ArrayList<>();
    for (int i = 0; i < lines.size() - LAST && telling.size() < MOST - LAST; i++) {
      if (TELLING.matcher(lines.get(i)).find()) {
        telling.add(lines.get(i));
      }
    }
    telling.addAll(lines.subList(lines.size() - LAST, lines.size()));
    return telling;
  }
}
