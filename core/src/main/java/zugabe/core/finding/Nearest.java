package zugabe.core.finding;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;

/** Finds the names a misspelt one may have meant. */
public final class Nearest {
  private Nearest() {}

  /**
   * Up to {@code most} names at an edit distance that still looks like a slip, the nearest first.
   */
  public static List<String> of(String wrong, Collection<String> names, int most) {
    int limit = Math.max(2, wrong.length() / 3);
    return names.stream()
        .distinct()
        .filter(name -> distance(wrong, name) <= limit)
        .sorted(
            Comparator.<String>comparingInt(name -> distance(wrong, name))
                .thenComparing(Comparator.naturalOrder()))
        .limit(most)
        .toList();
  }

  /** A sentence for a message: {@code Did you mean "main"?}, or the names there are. */
  public static String hint(String wrong, Collection<String> names) {
    List<String> near = new ArrayList<>(of(wrong, names, 3));
    List<String> meant = Senses.of(wrong, names);
    if (!meant.isEmpty() && near.stream().noneMatch(n -> distance(wrong, n) == 1)) {
      return "Did you mean " + quoted(meant, " or ") + "?";
    }
    if (!near.isEmpty()) {
      // what is farther off than another wasn't meant
      int least = distance(wrong, near.get(0));
      near.removeIf(name -> distance(wrong, name) > least);
      return "Did you mean " + quoted(near, " or ") + "?";
    }
    return names.isEmpty()
        ? "There is none to choose from."
        : "Known: " + quoted(names.stream().sorted().limit(12).toList(), ", ") + ".";
  }

  private static String quoted(List<String> names, String between) {
    return String.join(between, names.stream().map(n -> "\"" + n + "\"").toList());
  }

  /** Levenshtein's distance without regard to case; swapped neighbours count once. */
  static int distance(String left, String right) {
    String a = left.toLowerCase(Locale.ROOT);
    String b = right.toLowerCase(Locale.ROOT);
    int[][] d = new int[a.length() + 1][b.length() + 1];
    for (int i = 0; i <= a.length(); i++) {
      for (int j = 0; j <= b.length(); j++) {
        d[i][j] = i == 0 || j == 0 ? i + j : step(a, b, d, i, j);
      }
    }
    return d[a.length()][b.length()];
  }

  private static int step(String a, String b, int[][] d, int i, int j) {
    int same = a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1;
    int best = Math.min(Math.min(d[i - 1][j], d[i][j - 1]) + 1, d[i - 1][j - 1] + same);
    boolean swapped =
        i > 1 && j > 1 && a.charAt(i - 1) == b.charAt(j - 2) && a.charAt(i - 2) == b.charAt(j - 1);
    return swapped ? Math.min(best, d[i - 2][j - 2] + 1) : best;
  }
}
