package zugabe.cli;

import java.io.PrintStream;
import java.util.ArrayList;
import java.util.List;

/** Rows whose columns line up. */
final class Table {
  private final List<String[]> rows = new ArrayList<>();

  Table row(String... cells) {
    rows.add(java.util.Arrays.stream(cells).map(Visible::text).toArray(String[]::new));
    return this;
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
    for (String[] row : rows) {
      StringBuilder line = new StringBuilder(indent);
      for (int i = 0; i < row.length; i++) {
        String gap = " ".repeat(width[i] - row[i].length());
        int column = i;
        boolean toRight = java.util.Arrays.stream(right).anyMatch(r -> r == column);
        line.append(toRight ? gap + row[i] : row[i] + gap).append("  ");
      }
      out.println(line.toString().stripTrailing());
    }
  }
}
