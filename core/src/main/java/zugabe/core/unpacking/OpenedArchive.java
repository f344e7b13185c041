package zugabe.core.unpacking;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import zugabe.bytes.Content;

/**
 * What is in an archive, unpacked into a folder for temporary files for as long as it is looked at.
 * Nothing is kept: what is made depends on the archive alone.
 */
public final class OpenedArchive implements Closeable {
  private final Path folder;
  private final Thread hook = new Thread(this::remove);

  private OpenedArchive(Path folder) {
    this.folder = folder;
    Runtime.getRuntime().addShutdownHook(hook);
  }

  /**
   * Opens a zip or tar file; empty when it is neither.
   *
   * @throws IOException when it is damaged, or has entries that would leave the folder
   */
  public static Optional<OpenedArchive> of(Content content) throws IOException {
    OpenedArchive opened =
        new OpenedArchive(Files.createTempDirectory("zugabe-opened").toRealPath());
    boolean is = false;
    try {
      is = Unpacking.into(opened.folder, content);
      return is ? Optional.of(opened) : Optional.empty();
    } finally {
      if (!is) {
        opened.close();
      }
    }
  }

  /** Where its files are. */
  public Path folder() {
    return folder;
  }

  @Override
  public void close() {
    remove();
    try {
      Runtime.getRuntime().removeShutdownHook(hook);
    } catch (IllegalStateException e) {
      // the process is ending, and the hook runs anyway
      return;
    }
  }

  private void remove() {
    try {
      FolderTree.remove(folder);
    } catch (IOException e) {
      // it lies where the system removes what is left
      return;
    }
  }
}
