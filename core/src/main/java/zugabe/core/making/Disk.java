package zugabe.core.making;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;

/** What a build does to the disk; tests put one that fails in its place. */
public interface Disk {
  /** Creates or empties a file, for writing and reading back. */
  default FileChannel create(Path file) throws IOException {
    return FileChannel.open(
        file,
        StandardOpenOption.CREATE,
        StandardOpenOption.TRUNCATE_EXISTING,
        StandardOpenOption.WRITE,
        StandardOpenOption.READ);
  }

  /** Gives a file its final name in one step, replacing what had it. */
  default void rename(Path from, Path to) throws IOException {
    Files.move(from, to, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
  }

  /** Bytes that can still be written. */
  default long free(Path folder) throws IOException {
    return Files.getFileStore(folder).getUsableSpace();
  }

  /** The machine's own disk. */
  Disk REAL = new Disk() {};
}
