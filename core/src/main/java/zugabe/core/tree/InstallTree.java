package zugabe.core.tree;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.UnaryOperator;

/**
 * Entries in a fixed order, with every folder that a path needs.
 *
 * @param entries sorted by the order given when it was made
 */
public record InstallTree(List<Entry> entries) {

  /** Collects files; folders come by themselves. */
  public static final class Builder {
    private final NavigableMap<String, Entry> byPath = new TreeMap<>();
    private final Instant time;

    private Builder(Instant time) {
      this.time = time;
    }

    /**
     * Puts a file in its place; returns the file that was there, which stays, when there was one.
     */
    public Optional<Entry> put(Entry file) {
      return Optional.ofNullable(byPath.putIfAbsent(file.path(), file));
    }

    /** Puts a file in its place, instead of one that may be there. */
    public void replace(Entry file) {
      byPath.put(file.path(), file);
    }

    /** Files that stand where another file needs a folder. */
    public List<String> filesAsFolders() {
      Set<String> clashes = new TreeSet<>();
      String last = "";
      for (String path : byPath.keySet()) {
        // neighbours mostly share their folder
        String folder = path.substring(0, Math.max(0, path.lastIndexOf('/')));
        if (!folder.equals(last)) {
          for (int slash = path.indexOf('/'); slash > 0; slash = path.indexOf('/', slash + 1)) {
            String parent = path.substring(0, slash);
            if (byPath.containsKey(parent)) {
              clashes.add(parent);
            }
          }
        }
        last = folder;
      }
      return List.copyOf(clashes);
    }

    /** The tree; folders are compared with a slash behind their path. */
    public InstallTree sorted(Comparator<String> order) {
      // paths come nearly in order, which a list's sort makes use of
      List<Map.Entry<String, Entry>> all = new ArrayList<>(byPath.size());
      Set<String> folders = new HashSet<>();
      String last = "";
      for (Entry file : byPath.values()) {
        String path = file.path();
        all.add(Map.entry(path, file));
        String folder = path.substring(0, Math.max(0, path.lastIndexOf('/')));
        if (folder.equals(last)) {
          continue;
        }
        last = folder;
        for (int slash = path.indexOf('/'); slash > 0; slash = path.indexOf('/', slash + 1)) {
          String parent = path.substring(0, slash);
          if (folders.add(parent)) {
            all.add(Map.entry(parent + "/", new Entry.Directory(parent, 0755, time)));
          }
        }
      }
      all.sort((a, b) -> order.compare(a.getKey(), b.getKey()));
      return new InstallTree(all.stream().map(Map.Entry::getValue).toList());
    }
  }

  /** The same tree in a folder, whose name is one word or a path. */
  public InstallTree below(String folder) {
    List<Entry> all = new ArrayList<>();
    entries.stream()
        .map(Entry::time)
        .findFirst()
        .ifPresent(time -> all.add(new Entry.Directory(folder, 0755, time)));
    entries.forEach(e -> all.add(e.at(folder + "/" + e.path())));
    return new InstallTree(List.copyOf(all));
  }

  /** The same tree with another entry for each. */
  public InstallTree with(UnaryOperator<Entry> change) {
    return new InstallTree(entries.stream().map(change).toList());
  }

  /** A builder whose folders get this time. */
  public static Builder builder(Instant time) {
    return new Builder(time);
  }
}
