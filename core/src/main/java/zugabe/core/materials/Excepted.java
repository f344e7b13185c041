package zugabe.core.materials;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import zugabe.bytes.Regex;

/** Files that a group leaves out, by paths as the recipe would write them. */
final class Excepted {
  private final Map<FilePattern, Glob> patterns = new LinkedHashMap<>();
  private final Set<FilePattern> used = new HashSet<>();

  Excepted(List<FilePattern> patterns) {
    for (FilePattern p : patterns) {
      String plain = Regex.replaceAll(Regex.replaceAll(p.text(), "/+$", ""), "^(\\./)+", "");
      this.patterns.put(p, Glob.of(plain));
    }
  }

  /** Whether a file is left out, itself or a folder that it lies in. */
  boolean has(FileContent file) {
    boolean has = false;
    for (Map.Entry<FilePattern, Glob> one : patterns.entrySet()) {
      for (String path = file.name(); !path.isEmpty(); path = parent(path)) {
        if (one.getValue().matches(path)) {
          used.add(one.getKey());
          has = true;
          break;
        }
      }
    }
    return has;
  }

  private static String parent(String path) {
    return path.substring(0, Math.max(0, path.lastIndexOf('/')));
  }

  List<OwnFile> own(List<OwnFile> files) {
    return patterns.isEmpty() ? files : files.stream().filter(f -> !has(f.file())).toList();
  }

  /** Patterns that matched nothing. */
  List<FilePattern> unused() {
    List<FilePattern> unused = new ArrayList<>(patterns.keySet());
    unused.removeAll(used);
    return unused;
  }
}
