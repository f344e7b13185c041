package zugabe.core.materials;

import com.google.re2j.Pattern;

/**
 * A path pattern with {@code /} between parts: {@code *} and {@code ?} stay within a part, {@code
 * **} crosses parts. Case counts on every system.
 *
 * @param prefix the parts before the first wildcard, without a last slash; may be empty
 * @param rest matches the path below the prefix; null when there is no wildcard
 */
public record Glob(String prefix, Pattern rest) {

  public static Glob of(String pattern) {
    String[] parts = pattern.split("/", -1);
    int fixed = 0;
    while (fixed < parts.length && !isWild(parts[fixed])) {
      fixed++;
    }
    String prefix = String.join("/", java.util.Arrays.copyOf(parts, fixed));
    if (fixed == parts.length) {
      return new Glob(prefix, null);
    }
    StringBuilder regex = new StringBuilder();
    for (int i = fixed; i < parts.length; i++) {
      boolean last = i == parts.length - 1;
      if (parts[i].equals("**")) {
        regex.append(last ? ".*" : "(?:[^/]+/)*");
      } else {
        part(parts[i], regex);
        regex.append(last ? "" : "/");
      }
    }
    return new Glob(prefix, Pattern.compile(regex.toString()));
  }

  /** Whether a whole path is meant. */
  public boolean matches(String path) {
    if (rest == null) {
      return path.equals(prefix);
    }
    int from = prefix.isEmpty() ? 0 : prefix.length() + 1;
    return path.length() >= from
        && path.startsWith(prefix)
        && (from == 0 || path.charAt(from - 1) == '/')
        && rest.matcher(path.substring(from)).matches();
  }

  boolean hasWildcards() {
    return rest != null;
  }

  private static boolean isWild(String part) {
    return part.indexOf('*') >= 0 || part.indexOf('?') >= 0;
  }

  private static void part(String part, StringBuilder regex) {
    for (int i = 0; i < part.length(); i++) {
      switch (part.charAt(i)) {
        case '*' -> regex.append("[^/]*");
        case '?' -> regex.append("[^/]");
        default -> regex.append(Pattern.quote(part.substring(i, i + 1)));
      }
    }
  }
}
