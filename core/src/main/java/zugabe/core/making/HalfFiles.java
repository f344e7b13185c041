package zugabe.core.making;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.Set;

/**
 * Files that are being written. A process that is told to end removes them, and begins no new ones;
 * what gives several files their names together is waited for.
 */
final class HalfFiles {
  private static final HalfFiles ALL = new HalfFiles();

  private final Set<Path> files = new HashSet<>();
  private boolean watched;
  private boolean ended;

  private HalfFiles() {}

  /** Something that goes through as a whole. */
  interface Deed {
    void run() throws IOException;
  }

  /** Creates a half file. */
  static FileChannel create(Disk disk, Path file) throws IOException {
    return ALL.begin(disk, file);
  }

  /** Carries something out that the end of the process waits for. */
  static void whole(Deed deed) throws IOException {
    synchronized (ALL) {
      ALL.goOn();
      deed.run();
    }
  }

  private synchronized FileChannel begin(Disk disk, Path file) throws IOException {
    goOn();
    if (file.getFileSystem().equals(FileSystems.getDefault())) {
      watch();
      files.add(file);
    }
    return disk.create(file);
  }

  private void goOn() throws IOException {
    if (ended) {
      throw new IOException("told to end; what was there before is unchanged");
    }
  }

  private void watch() throws IOException {
    if (!watched) {
      try {
        Runtime.getRuntime().addShutdownHook(new Thread(this::end));
      } catch (IllegalStateException e) {
        ended = true;
        goOn();
      }
      watched = true;
    }
  }

  private synchronized void end() {
    ended = true;
    files.forEach(HalfFiles::remove);
  }

  /** What can't be removed now is removed by the next build. */
  private static boolean remove(Path file) {
    try {
      return Files.deleteIfExists(file);
    } catch (IOException e) {
      return false;
    }
  }
}
