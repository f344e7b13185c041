package zugabe.core.making;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import zugabe.bytes.Layout;
import zugabe.core.work.Progress;
import zugabe.core.work.Workers;

/**
 * Writes one file by itself: it appears whole or not at all, and what was there stays until then.
 */
public final class WholeFile {
  private WholeFile() {}

  /** Writes bytes to a file, in the place of one that is there. */
  public static void write(Path file, byte[] bytes) throws IOException {
    Path part = file.resolveSibling(file.getFileName() + ".part");
    try {
      Files.write(part, bytes);
      HalfFiles.whole(() -> Disk.REAL.rename(part, file));
    } finally {
      Files.deleteIfExists(part);
    }
  }

  /** Writes a layout to a file, in the place of one that is there. */
  public static void write(Layout layout, Path file, Workers workers, Progress progress)
      throws IOException {
    Path part = file.resolveSibling(file.getFileName() + ".part");
    boolean done = false;
    try {
      try (FileChannel channel = HalfFiles.create(Disk.REAL, part)) {
        Spool.writePlain(layout, channel, file.getFileName().toString(), workers, progress);
        channel.force(true);
      }
      HalfFiles.whole(() -> Disk.REAL.rename(part, file));
      done = true;
    } finally {
      if (!done) {
        Files.deleteIfExists(part);
      }
    }
  }
}
