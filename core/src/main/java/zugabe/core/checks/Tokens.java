package zugabe.core.checks;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalInt;

/**
 * Texts that have the form of a secret: access keys with the prefixes that services give them,
 * signed tokens (RFC 7519), and long values of keys named for a password. Only the line is told,
 * never the text.
 */
final class Tokens {
  /**
   * A form of tokens.
   *
   * @param signs one of them is in each: looking for those is quick
   */
  private record Form(List<String> signs, Pattern pattern) {
    static Form of(String pattern, String... signs) {
      return new Form(List.of(signs), Pattern.compile(pattern));
    }

    boolean isIn(String line) {
      return signs.stream().anyMatch(line::contains) && pattern.matcher(line).find();
    }
  }

  private static final List<Form> FORMS =
      List.of(
          Form.of("\\b(AKIA|ASIA)[0-9A-Z]{16}\\b", "AKIA", "ASIA"),
          Form.of(
              "\\b(gh[pousr]_[A-Za-z0-9]{36,}|glpat-[A-Za-z0-9_-]{20,})\\b",
              "ghp_",
              "gho_",
              "ghu_",
              "ghs_",
              "ghr_",
              "glpat-"),
          Form.of("\\bxox[abeoprs]-[A-Za-z0-9-]{20,}", "xox"),
          Form.of("\\b(sk|rk)_live_[A-Za-z0-9]{20,}\\b", "_live_"),
          Form.of("\\beyJ[A-Za-z0-9_-]{10,}\\.eyJ[A-Za-z0-9_-]{10,}\\.[A-Za-z0-9_-]{10,}", "eyJ"));

  /** What is assigned to a name that tells; only a value with a digit in it counts. */
  private static final Pattern ASSIGNED =
      Pattern.compile(
          "(?i)(password|passwd|secret|api[_-]?key|access[_-]?token)\\s*[=:]\\s*"
              + "[\"']?([A-Za-z0-9+/_=-]{20,})[\"']?\\s*$");

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
          "apik",
          "api_",
          "api-",
          "access");

  /** A line can be as long as its file; so much around a sign is looked at. */
  private static final int BEFORE = 256;

  private static final int BEHIND = 4096;

  /** Signs by their first two letters. */
  private static final byte[][][] BY_START = new byte[1 << 16][][];

  private static final byte[] LOWER = new byte[1 << 8];

  static {
    for (int c = 0; c < LOWER.length; c++) {
      LOWER[c] = (byte) (c >= 'A' && c <= 'Z' ? c + 'a' - 'A' : c);
    }
    for (String sign : SIGNS) {
      int start = sign.charAt(0) << 8 | sign.charAt(1);
      byte[][] known = BY_START[start] == null ? new byte[0][] : BY_START[start];
      byte[][] all = Arrays.copyOf(known, known.length + 1);
      all[known.length] = sign.getBytes(StandardCharsets.ISO_8859_1);
      BY_START[start] = all;
    }
  }

  private Tokens() {}

  /** The first line, from 1, that holds one. */
  static OptionalInt line(byte[] text) {
    int number = 1;
    int start = 0;
    int two = 0;
    for (int i = 0; i < text.length; i++) {
      int c = text[i] & 0xFF;
      if (c == '\n') {
        number++;
        start = i + 1;
      }
      two = (two << 8 | (LOWER[c] & 0xFF)) & 0xFFFF;
      if (BY_START[two] != null && i > start && hasSign(text, i - 1, BY_START[two])) {
        int end = end(text, i);
        if (isSecret(text, Math.max(start, i - BEFORE), end)) {
          return OptionalInt.of(number);
        }
        i = end - 1;
      }
    }
    return OptionalInt.empty();
  }

  private static boolean hasSign(byte[] text, int at, byte[][] signs) {
    for (byte[] sign : signs) {
      int i = 2;
      while (i < sign.length && at + i < text.length && LOWER[text[at + i] & 0xFF] == sign[i]) {
        i++;
      }
      if (i == sign.length) {
        return true;
      }
    }
    return false;
  }

  /** The end of the line that this is in, or of what is looked at of it in one go. */
  private static int end(byte[] text, int at) {
    int end = at;
    while (end < text.length && text[end] != '\n' && end - at < BEHIND) {
      end++;
    }
    return end;
  }

  private static boolean isSecret(byte[] text, int start, int end) {
    String line = new String(text, start, end - start, StandardCharsets.ISO_8859_1);
    if (FORMS.stream().anyMatch(form -> form.isIn(line))) {
      return true;
    }
    if (line.indexOf('=') < 0 && line.indexOf(':') < 0) {
      return false;
    }
    Matcher assigned = ASSIGNED.matcher(line);
    return assigned.find() && assigned.group(2).chars().anyMatch(c -> c >= '0' && c <= '9');
  }
}
