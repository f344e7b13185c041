package zugabe.core.materials;

import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/**
 * Every regular file below a folder; links aren't followed.
 *
 * @param files by their paths from the folder, with {@code /}, in the disk's order
 * @param skipped folders that weren't entered, by the names that were to be skipped
 * @param unreadable what the system didn't let read
 */
public record FolderWalk(List<FileContent> files, List<String> skipped, List<String> unreadable) {

  /**
   * Walks a folder.
   *
   * @param names of folders to skip
   */
  public static FolderWalk over(Path root, Set<String> names) throws IOException {
    FolderWalk walk = new FolderWalk(new ArrayList<>(), new ArrayList<>(), new ArrayList<>());
    Files.walkFileTree(root, new Visitor(root, names, walk));
    return walk;
  }

  private static final class Visitor extends SimpleFileVisitor<Path> {
    private final Path root;
    private final Set<String> names;
    private final FolderWalk walk;

    Visitor(Path root, Set<String> names, FolderWalk walk) {
      this.root = root;
      this.names = names;
      this.walk = walk;
    }

    private String relative(Path path) {
      return root.relativize(path).toString().replace('\\', '/');
    }

    @Override
    public FileVisitResult preVisitDirectory(Path folder, BasicFileAttributes attributes) {
      if (folder.equals(root) || !names.contains(folder.getFileName().toString())) {
        return FileVisitResult.CONTINUE;
      }
      walk.skipped.add(relative(folder));
      return FileVisitResult.SKIP_SUBTREE;
    }

    @Override
    public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
      if (attributes.isRegularFile()) {
        walk.files.add(
            new FileContent(file, relative(file), attributes.size(), ReadExtent.IN_PART));
      }
      return FileVisitResult.CONTINUE;
    }

    @Override
    public FileVisitResult visitFileFailed(Path file, IOException e) {
      walk.unreadable.add(relative(file));
      return FileVisitResult.CONTINUE;
    }
  }
}
