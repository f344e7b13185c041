package zugabe.core.rehearse;

import java.util.List;
import java.util.stream.Collectors;
import zugabe.bytes.Regex;
import zugabe.core.scripts.Words;

/** Words of a command line, written so that a shell takes them for the same words. */
final class ShellWords {
  private static final String PLAIN = "[\\p{L}\\p{N}_@%+=:,./-]+";

  private ShellWords() {}

  static String of(List<String> words) {
    return words.stream().map(ShellWords::of).collect(Collectors.joining(" "));
  }

  static String of(String word) {
    return Regex.matches(word, PLAIN) ? word : Words.quoted(word);
  }
}
