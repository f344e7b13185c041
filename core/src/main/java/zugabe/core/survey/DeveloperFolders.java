package zugabe.core.survey;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/** Folders that people write in: what a build made of them is for users, they aren't. */
final class DeveloperFolders {
  /** At the top of an application; what is in them made what is here. */
  private static final Set<String> TOP = Set.of("src", "test", "tests", "docs", "doc");

  /** Folders whose files builds copy beside the classes. */
  private static final Set<String> COPIED = Set.of("src", "resources");

  private DeveloperFolders() {}

  /** Whether a file lies in one, by the folder's name. */
  static boolean has(String path) {
    String below = "/" + path;
    return TOP.contains(path.split("/", 2)[0])
        || below.contains("/src/main/")
        || below.contains("/src/test/");
  }

  /**
   * Resources where they are written, which lie with the classes as well; those are for users. The
   * folder where all of its files do, else the files.
   *
   * @param roots folders of classes
   */
  static List<Survey.Leftover> copied(List<Survey.Found> found, Set<String> roots) {
    Map<String, Long> sizes =
        found.stream().collect(Collectors.toMap(Survey.Found::path, Survey.Found::size));
    Map<String, List<String>> copies = new LinkedHashMap<>();
    for (Survey.Found file : found) {
      String path = file.path();
      for (int slash = path.indexOf('/'); slash > 0; slash = path.indexOf('/', slash + 1)) {
        String folder = path.substring(0, slash);
        String inside = path.substring(slash + 1);
        boolean copied =
            COPIED.contains(folder.substring(folder.lastIndexOf('/') + 1))
                && roots.stream()
                    .map(root -> root.equals(".") ? inside : root + "/" + inside)
                    .anyMatch(
                        twin -> !twin.equals(path) && sizes.getOrDefault(twin, -1L) == file.size());
        if (copied) {
          copies.computeIfAbsent(folder, f -> new ArrayList<>()).add(path);
          break;
        }
      }
    }
    List<Survey.Leftover> left = new ArrayList<>();
    copies.forEach(
        (folder, files) -> {
          long all = found.stream().filter(f -> f.path().startsWith(folder + "/")).count();
          List<String> named = all == files.size() ? List.of(folder + "/") : files;
          named.forEach(p -> left.add(new Survey.Leftover(p, "also with the classes")));
        });
    return left;
  }

  /** Whether a file is among some paths, or in a folder that is, which ends with a slash. */
  static boolean isAmong(String path, Set<String> paths) {
    for (int slash = path.indexOf('/'); slash > 0; slash = path.indexOf('/', slash + 1)) {
      if (paths.contains(path.substring(0, slash + 1))) {
        return true;
      }
    }
    return paths.contains(path);
  }
}
