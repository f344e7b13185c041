package zugabe.acceptance;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;

/** What lies in a folder, to compare it before and after. */
final class FileTree {
  private FileTree() {}

  /** Every path with its kind, mode and content. */
  static Map<String, String> of(Path folder) throws IOException {
    Map<String, String> tree = new TreeMap<>();
    try (Stream<Path> walk = Files.walk(folder)) {
      for (Path p : walk.toList()) {
        tree.put(folder.relativize(p).toString(), text(p));
      }
    }
    return tree;
  }

  /** What is in one tree only or differs, short enough to be read. */
  static List<String> differences(Map<String, String> wanted, Map<String, String> is) {
    Set<String> paths = new TreeSet<>(wanted.keySet());
    paths.addAll(is.keySet());
    return paths.stream()
        .filter(p -> !Objects.equals(wanted.get(p), is.get(p)))
        .map(p -> p + ": " + extra(is.get(p), wanted.get(p)) + extra(wanted.get(p), is.get(p)))
        .toList();
  }

  private static String extra(String some, String others) {
    List<String> lines = new ArrayList<>(String.valueOf(some).lines().toList());
    lines.removeAll(String.valueOf(others).lines().toList());
    return lines.toString();
  }

  private static String text(Path p) throws IOException {
    if (Files.isSymbolicLink(p)) {
      return "-> " + Files.readSymbolicLink(p);
    }
    String mode =
        PosixFilePermissions.toString(Files.getPosixFilePermissions(p, LinkOption.NOFOLLOW_LINKS));
    return Files.isDirectory(p) ? "folder " + mode : mode + Files.readString(p);
  }
}
