package zugabe.cli;

import java.io.PrintStream;
import java.util.ArrayList;
import java.util.List;
import zugabe.core.answer.Answer;

/** An install tree, a line per entry, with modes, sizes and where files come from. */
final class InstallTreeText {
  /** A folder with more files than this is one line, unless everything is wanted. */
  private static final int MOST_FILES = 40;

  private final List<Answer.Installed.Line> lines;
  private final boolean all;

  InstallTreeText(List<Answer.Installed.Line> lines, boolean all) {
    this.lines = lines;
    this.all = all;
  }

  void print(PrintStream out) {
    Table table = new Table();
    String closed = null;
    for (Answer.Installed.Line line : lines) {
      if (closed != null && line.path().startsWith(closed)) {
        continue;
      }
      closed = null;
      String path = line.path();
      boolean folder = path.endsWith("/");
      String whole = folder ? path.substring(0, path.length() - 1) : path;
      int depth = (int) whole.chars().filter(c -> c == '/').count();
      String name =
          "  ".repeat(depth) + whole.substring(whole.lastIndexOf('/') + 1) + (folder ? "/" : "");
      if (folder) {
        List<Answer.Installed.Line> inside = inside(path);
        if (!all && depth > 0 && inside.size() > MOST_FILES) {
          closed = path;
          long size = inside.stream().mapToLong(l -> Math.max(0, l.size())).sum();
          table.row(name, line.mode(), Sizes.of(size), Sizes.count(inside.size(), "file"));
          continue;
        }
        table.row(name, line.mode(), "", "");
      } else {
        String to = line.link().isEmpty() ? "" : " -> " + line.link();
        table.row(
            name + to, line.mode(), line.size() < 0 ? "-" : Sizes.of(line.size()), line.from());
      }
    }
    table.print(out, "  ", 2);
  }

  private List<Answer.Installed.Line> inside(String folder) {
    List<Answer.Installed.Line> inside = new ArrayList<>();
    for (Answer.Installed.Line line : lines) {
      if (line.path().startsWith(folder) && !line.path().endsWith("/")) {
        inside.add(line);
      }
    }
    return inside;
  }
}
