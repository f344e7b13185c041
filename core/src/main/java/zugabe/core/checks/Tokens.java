package zugabe.core.checks;

import java.util.List;
import java.util.Locale;
import java.util.OptionalInt;
import java.util.regex.Pattern;

/**
 * Texts that have the form of a secret: access keys with the prefixes that services give them,
 * signed tokens (RFC 7519), and long values of keys named for a password. Only the line is told,
 * never the text.
 */
final class Tokens {
  private static final List<Pattern> FORMS =
      List.of(
          Pattern.compile("\\b(AKIA|ASIA)[0-9A-Z]{16}\\b"),
          Pattern.compile("\\b(gh[pousr]_[A-Za-z0-9]{36,}|glpat-[A-Za-z0-9_-]{20,})\\b"),
          Pattern.compile("\\bxox[abeoprs]-[A-Za-z0-9-]{20,}"),
          Pattern.compile("\\b(sk|rk)_live_[A-Za-z0-9]{20,}\\b"),
          Pattern.compile("\\beyJ[A-Za-z0-9_-]{10,}\\.eyJ[A-Za-z0-9_-]{10,}\\.[A-Za-z0-9_-]{10,}"),
          Pattern.compile(
              "(?i)(password|passwd|secret|api[_-]?key|access[_-]?token)\\s*[=:]\\s*"
                  + "[\"']?(?=[^\\s\"']*\\d)[A-Za-z0-9+/_=-]{20,}[\"']?\\s*$"));

  /** One of these is in each of them, in lower case: most texts needn't be looked at closely. */
  private static final List<String> SIGNS =
      List.of(
          "akia",
          "asia",
          "ghp_",
          "gho_",
          "ghu_",
          "ghs_",
          "ghr_",
          "glpat-",
          "xox",
          "_live_",
          "eyj",
          "password",
          "passwd",
          "secret",
          "api",
          "token");

  private Tokens() {}

  private static boolean mayHold(String text) {
    String lower = text.toLowerCase(Locale.ROOT);
    return SIGNS.stream().anyMatch(lower::contains);
  }

  /** The first line, from 1, that holds one. */
  static OptionalInt line(String text) {
    if (!mayHold(text)) {
      return OptionalInt.empty();
    }
    int number = 0;
    for (String line : text.split("\n", -1)) {
      number++;
      if (!mayHold(line)) {
        continue;
      }
      for (Pattern form : FORMS) {
        if (form.matcher(line).find()) {
          return OptionalInt.of(number);
        }
      }
    }
    return OptionalInt.empty();
  }
}
