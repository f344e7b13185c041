package zugabe.cli;

import java.io.IOException;
import java.net.URISyntaxException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileTime;

/**
 * The project's folder, when the program is started out of it by a script that can't compare the
 * times of files: tells whether sources are newer than the program.
 */
final class Checkout {
  /** The exit code that asks the script to build again. */
  static final int BUILD_AGAIN = 75;

  /** What goes into the program, as paths in the project's folder. */
  private static final String[] SOURCES = {
    "pom.xml",
    "formats/pom.xml",
    "inner-loader/pom.xml",
    "core/pom.xml",
    "kinds/pom.xml",
    "stand-ins/pom.xml",
    "short-start/pom.xml",
    "cli/pom.xml",
    "demo/pom.xml",
    "formats/src/main",
    "inner-loader/src/main",
    "core/src/main",
    "kinds/src/main",
    "stand-ins/src/main",
    "short-start/src/main",
    "cli/src/main",
    "demo/src/main",
    "docs/findings"
  };

  private final Path folder;

  Checkout(Path folder) {
    this.folder = folder;
  }

  /** Whether a source is newer than the jar that this class came from. */
  boolean isNewerThanTheProgram() {
    try {
      Path jar =
          Path.of(Checkout.class.getProtectionDomain().getCodeSource().getLocation().toURI());
      return isNewerThan(Files.getLastModifiedTime(jar));
    } catch (IOException | URISyntaxException e) {
      return false;
    }
  }

  boolean isNewerThan(FileTime built) throws IOException {
    for (String source : SOURCES) {
      Path path = folder.resolve(source);
      if (Files.exists(path) && anyNewer(path, built)) {
        return true;
      }
    }
    return false;
  }

  private static boolean anyNewer(Path path, FileTime built) throws IOException {
    boolean[] newer = {false};
    Files.walkFileTree(
        path,
        new SimpleFileVisitor<>() {
          @Override
          public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
            newer[0] = attributes.lastModifiedTime().compareTo(built) > 0;
            return newer[0] ? FileVisitResult.TERMINATE : FileVisitResult.CONTINUE;
          }
        });
    return newer[0];
  }
}
