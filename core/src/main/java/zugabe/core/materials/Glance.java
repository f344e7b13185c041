package zugabe.core.materials;

import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;

/**
 * What a folder has, by the endings of its first files: for somebody who doesn't know yet what to
 * ask. Nothing is opened.
 */
public final class Glance {
  private static final int DEPTH = 16;
  private static final int MOST = 20_000;
  private static final Map<String, String> ENDINGS =
      Map.of(
          "class", "class file",
          "jar", "jar",
          "war", "web archive",
          "so", "native library",
          "dll", "native library",
          "dylib", "native library",
          "exe", "program for Windows",
          "beam", "Erlang module",
          "png", "picture");

  private final Map<String, Integer> counts = new LinkedHashMap<>();
  private int files;

  private Glance() {}

  /** Looks at a folder. */
  public static Glance at(Path folder) throws IOException {
    Glance glance = new Glance();
    Files.walkFileTree(
        folder,
        EnumSet.noneOf(java.nio.file.FileVisitOption.class),
        DEPTH,
        new SimpleFileVisitor<>() {
          @Override
          public FileVisitResult preVisitDirectory(Path dir, BasicFileAttributes a) {
            boolean hidden = !dir.equals(folder) && dir.getFileName().toString().startsWith(".");
            return hidden ? FileVisitResult.SKIP_SUBTREE : FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult visitFile(Path file, BasicFileAttributes a) {
            return glance.count(file) < MOST ? FileVisitResult.CONTINUE : FileVisitResult.TERMINATE;
          }

          @Override
          public FileVisitResult visitFileFailed(Path file, IOException e) {
            return FileVisitResult.CONTINUE;
          }
        });
    return glance;
  }

  private int count(Path file) {
    String name = file.getFileName().toString();
    String ending = name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
    String what = ENDINGS.get(ending);
    if (what != null) {
      counts.merge(what, 1, Integer::sum);
    }
    return ++files;
  }

  /** How many files there are, or as many as were looked at. */
  public int files() {
    return files;
  }

  /** How many of each sort that is worth a word. */
  public Map<String, Integer> counts() {
    return counts;
  }
}
