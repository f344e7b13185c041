package zugabe.cli;

import java.io.PrintStream;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.PriorityQueue;
import java.util.TreeMap;
import zugabe.core.inspect.Inspection;

/**
 * Entries as a tree of folders with their sizes, the biggest folders opened until the lines are
 * used up.
 */
final class TreeText {
  /** A folder with less than this part of the whole stays closed. */
  private static final int LEAST_SHARE = 30;

  /** What lies deeper is shown with its path. */
  private static final int MAX_DEPTH = 100;

  private final Folder root = new Folder("");

  private static final class Folder {
    private final String name;
    private final Map<String, Folder> folders = new TreeMap<>();
    private final Map<String, Long> files = new TreeMap<>();
    private long size;
    private long count;
    private boolean open;

    Folder(String name) {
      this.name = name;
    }

    /** A folder with nothing but one folder in it is shown with it as one. */
    Folder joined() {
      if (!files.isEmpty() || folders.size() != 1) {
        return this;
      }
      Folder only = folders.values().iterator().next();
      Folder both = new Folder(name + "/" + only.name);
      both.folders.putAll(only.folders);
      both.files.putAll(only.files);
      both.size = only.size;
      both.count = only.count;
      return both.joined();
    }

    int lines() {
      return folders.size() + files.size();
    }
  }

  TreeText(List<Inspection.Item> entries) {
    entries.forEach(e -> add(e.path(), e.size()));
    join(root);
  }

  private void add(String path, long size) {
    Folder at = root;
    String[] parts = path.split("/", MAX_DEPTH);
    for (int i = 0; i < parts.length - 1; i++) {
      at.size += size;
      at.count++;
      at = at.folders.computeIfAbsent(parts[i], Folder::new);
    }
    at.size += size;
    at.count++;
    at.files.merge(parts[parts.length - 1], size, Long::sum);
  }

  private static void join(Folder folder) {
    List<Folder> joined = folder.folders.values().stream().map(Folder::joined).toList();
    folder.folders.clear();
    joined.forEach(f -> folder.folders.put(f.name, f));
    joined.forEach(TreeText::join);
  }

  void print(PrintStream out, int lines) {
    choose(lines);
    List<String[]> rows = new ArrayList<>();
    rows(root, "", rows);
    Table table = new Table();
    rows.forEach(table::row);
    table.print(out, "  ", 1, 2);
  }

  private void choose(int lines) {
    PriorityQueue<Folder> candidates =
        new PriorityQueue<>(
            Comparator.<Folder>comparingLong(f -> -f.size).thenComparing(f -> f.name));
    candidates.add(root);
    int used = 0;
    while (!candidates.isEmpty()) {
      Folder next = candidates.remove();
      if (next == root || opens(next, used, lines)) {
        next.open = true;
        used += next.lines();
        candidates.addAll(next.folders.values());
      }
    }
  }

  /** With a limit on lines only folders that matter for the size are opened. */
  private boolean opens(Folder folder, int used, int lines) {
    return lines == Integer.MAX_VALUE
        || (used + folder.lines() <= lines && folder.size >= root.size / LEAST_SHARE);
  }

  private static void rows(Folder folder, String indent, List<String[]> rows) {
    folder
        .folders
        .values()
        .forEach(
            f -> {
              rows.add(
                  new String[] {
                    indent + f.name + "/", Sizes.of(f.size), Sizes.count(f.count, "file")
                  });
              if (f.open) {
                rows(f, indent + "  ", rows);
              }
            });
    folder.files.forEach(
        (name, size) -> rows.add(new String[] {indent + name, Sizes.of(size), ""}));
  }
}
