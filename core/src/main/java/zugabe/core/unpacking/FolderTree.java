package zugabe.core.unpacking;

import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;

/** A throw-away folder with all that is in it. */
public final class FolderTree {
  private FolderTree() {}

  /**
   * Takes it away; links are removed, never followed. What others remove meanwhile is gone, too.
   */
  public static void remove(Path folder) throws IOException {
    if (Files.exists(folder)) {
      Files.walkFileTree(folder, new Remover());
    }
  }

  private static final class Remover extends SimpleFileVisitor<Path> {
    @Override
    public FileVisitResult visitFile(Path file, BasicFileAttributes a) throws IOException {
      Files.deleteIfExists(file);
      return FileVisitResult.CONTINUE;
    }

    @Override
    public FileVisitResult postVisitDirectory(Path dir, IOException e) throws IOException {
      Files.deleteIfExists(dir);
      return FileVisitResult.CONTINUE;
    }
  }
}
