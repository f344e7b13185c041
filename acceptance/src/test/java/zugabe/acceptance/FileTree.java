package zugabe.acceptance;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Map;
import java.util.TreeMap;
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

  private static String text(Path p) throws IOException {
    if (Files.isSymbolicLink(p)) {
      return "-> " + Files.readSymbolicLink(p);
    }
    String mode =
        PosixFilePermissions.toString(Files.getPosixFilePermissions(p, LinkOption.NOFOLLOW_LINKS));
    return Files.isDirectory(p) ? "folder " + mode : mode + Files.readString(p);
  }
}
