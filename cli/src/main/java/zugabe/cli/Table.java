package zugabe.cli;

import java.io.PrintStream;
import java.util.ArrayList;
import java.util.List;

/** Rows whose columns line up. */
final class Table {
  /** A narrower column tells nothing. */
  private static final int LEAST = 10;

  /** In so many characters most names are known. */
  private static final int TELLING = 24;

  /** In front of what a line doesn't hold. */
  private static final String FOLD = "    ";

  private final List<String[]> rows = new ArrayList<>();

  Table row(String... cells) {
    rows.add(java.util.Arrays.stream(cells).map(Visible::text).toArray(String[]::new));
    return this;
  }

  /** Takes from the widest columns of text until a row fits. */
  private static void fit(int[] width, int columns, int[] right) {
    boolean[] fixed = new boolean[width.length];
    for (int r : right) {
      if (r < fixed.length) {
        fixed[r] = true;
      }
    }
    int excess = java.util.Arrays.stream(width).sum() + 2 * (width.length - 1) - columns;
    while (excess > 0) {
      int widest = -1;
      for (int i = 0; i < width.length; i++) {
        if (!fixed[i] && width[i] > LEAST && (widest < 0 || width[i] > width[widest])) {
          widest = i;
        }
      }
      if (widest < 0) {
        return;
      }
      width[widest]--;
      excess--;
    }
  }

  /**
   * A text that fits: of sentences the first words, of paths and names their beginning and end, the
   * last part whole if it can be.
   */
  static String cut(String text, int width) {
    if (text.length() <= width) {
      return text;
    }
    int start = text.length() - text.stripLeading().length();
    int space = text.indexOf(' ', start);
    if (space > 0 && text.indexOf('/') < 0) {
      int end = text.lastIndexOf(' ', width - 2);
      return end > start ? text.substring(0, end) + " …" : text.substring(0, width - 1) + "…";
    }
    String last = text.substring(text.lastIndexOf('/', text.length() - 2) + 1);
    int tail = last.length() + start + 3 <= width ? last.length() : (width - start) / 2;
    int head = Math.max(0, width - 1 - tail);
    return text.substring(0, head) + "…" + text.substring(text.length() - tail);
  }

  /** Every row behind an indent; columns named in {@code right} (from 0) end where they line up. */
  void print(PrintStream out, String indent, int... right) {
    int columns = rows.stream().mapToInt(r -> r.length).max().orElse(0);
    int[] width = new int[columns];
    for (String[] row : rows) {
      for (int i = 0; i < row.length; i++) {
        width[i] = Math.max(width[i], row[i].length());
      }
    }
    int most = VisibleStream.columns(out) - indent.length();
    int shown = shown(width, most);
    int[] kept = java.util.Arrays.copyOf(width, shown);
    fit(kept, most, right);
    for (String[] row : rows) {
      StringBuilder line = new StringBuilder(indent);
      for (int i = 0; i < Math.min(shown, row.length); i++) {
        String cell = cut(row[i], kept[i]);
        String gap = " ".repeat(kept[i] - cell.length());
        int column = i;
        boolean toRight = java.util.Arrays.stream(right).anyMatch(r -> r == column);
        line.append(toRight ? gap + cell : cell + gap).append("  ");
      }
      out.println(line.toString().stripTrailing());
      folded(row, shown, most - FOLD.length()).forEach(l -> out.println(indent + FOLD + l));
    }
  }

  /** How many columns one line holds so that each tells something. */
  private static int shown(int[] width, int most) {
    int shown = width.length;
    while (shown > 1) {
      int needed = 2 * (shown - 1);
      for (int i = 0; i < shown; i++) {
        needed += Math.min(width[i], TELLING);
      }
      if (needed <= most) {
        return shown;
      }
      shown--;
    }
    return shown;
  }

  /** What one line doesn't hold, in lines of its own. */
  private static List<String> folded(String[] row, int from, int width) {
    List<String> cells = new ArrayList<>();
    for (int i = from; i < row.length; i++) {
      if (!row[i].isBlank()) {
        cells.add(row[i].strip());
      }
    }
    return cells.isEmpty() ? List.of() : FindingText.wrap(String.join(", ", cells), width);
  }
}
