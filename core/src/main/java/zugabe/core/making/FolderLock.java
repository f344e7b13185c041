package zugabe.core.making;

import java.io.Closeable;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.util.stream.Stream;
import zugabe.core.work.Progress;

/**
 * Keeps two builds out of one folder. The system frees the lock when its holder ends, however it
 * ends; the file stays. Only a build that made nothing takes it away, with a folder that it had
 * created: whoever waited for it then begins anew.
 */
final class FolderLock implements Closeable {
  static final String FILE = ".zugabe-lock";

  /** Holder's name is at most this many bytes; it lies behind the byte that is locked. */
  private static final int MAX_HOLDER = 200;

  private final Path folder;
  private final FileChannel channel;

  private FolderLock(Path folder, FileChannel channel) {
    this.folder = folder;
    this.channel = channel;
  }

  /** Somebody else has it. */
  static final class HeldException extends IOException {
    private static final long serialVersionUID = 1;

    HeldException(String holder) {
      super(holder);
    }
  }

  /**
   * Waits for the lock.
   *
   * @param wait how long at most
   * @throws HeldException when it isn't free by then; the message names its holder
   */
  static FolderLock take(Path folder, Duration wait, Progress progress) throws IOException {
    long end = System.nanoTime() + wait.toNanos();
    while (true) {
      Files.createDirectories(folder);
      FolderLock lock = new FolderLock(folder, take(folder, end, progress));
      // opening the file once more to see whether it is the same would free the lock
      if (Files.exists(folder.resolve(FILE), LinkOption.NOFOLLOW_LINKS)) {
        return lock;
      }
      lock.close();
    }
  }

  private static FileChannel take(Path folder, long end, Progress progress) throws IOException {
    FileChannel channel =
        FileChannel.open(
            folder.resolve(FILE),
            StandardOpenOption.CREATE,
            StandardOpenOption.WRITE,
            StandardOpenOption.READ,
            // somebody else's file behind a link would be emptied
            LinkOption.NOFOLLOW_LINKS);
    try {
      while (true) {
        FileLock lock = tryLock(channel);
        if (lock != null) {
          sign(channel);
          return channel;
        }
        if (System.nanoTime() >= end) {
          throw new HeldException(holder(channel));
        }
        progress.at("waiting for " + holder(channel), 0, 0);
        Thread.sleep(100);
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      channel.close();
      throw new IOException("interrupted", e);
    } catch (IOException e) {
      channel.close();
      throw e;
    }
  }

  private static FileLock tryLock(FileChannel channel) throws IOException {
    try {
      return channel.tryLock(0, 1, false);
    } catch (OverlappingFileLockException e) {
      return null;
    }
  }

  private static void sign(FileChannel channel) throws IOException {
    channel.truncate(0);
    channel.write(
        ByteBuffer.wrap(
            (" process " + ProcessHandle.current().pid()).getBytes(StandardCharsets.UTF_8)),
        0);
  }

  private static String holder(FileChannel channel) throws IOException {
    ByteBuffer bytes = ByteBuffer.allocate(MAX_HOLDER);
    int got = channel.read(bytes, 1);
    return got <= 0
        ? "another build"
        : new String(bytes.array(), 0, got, StandardCharsets.UTF_8).strip();
  }

  /** Frees it. A folder with nothing in it is removed. */
  void closeAndRemove() throws IOException {
    try (Stream<Path> list = Files.list(folder)) {
      if (list.allMatch(folder.resolve(FILE)::equals)) {
        Files.deleteIfExists(folder.resolve(FILE));
        Files.deleteIfExists(folder);
      }
    } catch (FileSystemException e) {
      // something was put there meanwhile, or the system keeps files that are open: it may stay
      return;
    } finally {
      channel.close();
    }
  }

  @Override
  public void close() throws IOException {
    channel.close();
  }
}
