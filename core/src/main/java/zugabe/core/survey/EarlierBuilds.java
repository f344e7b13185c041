package zugabe.core.survey;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import zugabe.core.materials.FileContent;

/**
 * What earlier builds of a recipe made. Other tools may build into the same folder: what lies in a
 * folder below it that the receipt doesn't know is theirs.
 *
 * @param receipts of folders with the records of a build, by the folder with a last slash
 */
record EarlierBuilds(Map<String, String> receipts) {
  /** A longer receipt isn't read: one that isn't counts as knowing every folder. */
  private static final int MOST_BYTES = 1 << 25;

  static EarlierBuilds among(List<FileContent> files) {
    Map<String, String> receipts = new TreeMap<>();
    Set<String> summed = new TreeSet<>();
    for (FileContent file : files) {
      String folder = file.name().substring(0, file.name().lastIndexOf('/') + 1);
      if (!folder.isEmpty() && file.name().equals(folder + "SHA256SUMS")) {
        summed.add(folder);
      }
      if (!folder.isEmpty() && file.name().equals(folder + "receipt.json")) {
        receipts.put(folder, text(file));
      }
    }
    receipts.keySet().retainAll(summed);
    return new EarlierBuilds(receipts);
  }

  /** Empty where it can't be read: that mustn't end a look at all else. */
  private static String text(FileContent receipt) {
    if (receipt.size() > MOST_BYTES) {
      return "";
    }
    try {
      return new String(receipt.start(MOST_BYTES), StandardCharsets.UTF_8);
    } catch (IOException e) {
      return "";
    }
  }

  /** Whether an earlier build made a file. */
  boolean made(String path) {
    return receipts.entrySet().stream()
        .anyMatch(r -> path.startsWith(r.getKey()) && knows(r.getValue(), r.getKey(), path));
  }

  private static boolean knows(String receipt, String folder, String path) {
    int slash = path.indexOf('/', folder.length());
    // JSON of our own, in which only a file that was made or left stands so
    return slash < 0
        || receipt.isEmpty()
        || receipt.contains("\"path\" : \"" + path.substring(folder.length(), slash + 1))
        || receipt
            .substring(Math.max(0, receipt.lastIndexOf("\"left\"")))
            .contains("\"" + path.substring(folder.length(), slash + 1));
  }

  /** Each whole folder, or what was made in it, when there is more in it. */
  Set<Survey.Leftover> leftovers(List<FileContent> files) {
    Set<String> paths = new TreeSet<>();
    for (String folder : receipts.keySet()) {
      List<String> here =
          files.stream().map(FileContent::name).filter(n -> n.startsWith(folder)).toList();
      if (here.stream().allMatch(this::made)) {
        paths.add(folder);
        continue;
      }
      for (String path : here) {
        int slash = path.indexOf('/', folder.length());
        if (made(path)) {
          paths.add(slash < 0 ? path : path.substring(0, slash + 1));
        }
      }
    }
    Set<Survey.Leftover> left = new LinkedHashSet<>();
    paths.forEach(p -> left.add(new Survey.Leftover(p, "made by an earlier build")));
    return left;
  }
}
