package zugabe.core.build;

import java.io.IOException;
import java.io.InterruptedIOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.security.MessageDigest;
import java.util.HexFormat;
import zugabe.bytes.Digests;

/**
 * Digests a file while it is written, as far as its bytes are final. It reads them back, from the
 * page cache mostly, so that the writer never waits for it before the end, however far it has
 * fallen behind.
 */
final class DigestFollower extends Thread {
  /** What fits into a processor's own memory, so that it needn't be fetched twice. */
  private static final int CHUNK_BYTES = 1 << 16;

  private final FileChannel file;
  private final MessageDigest digest = Digests.sha256();
  private long last;
  private boolean ended;
  private IOException failure;

  DigestFollower(FileChannel file) {
    super("zugabe-digest");
    this.file = file;
    setDaemon(true);
  }

  /** Bytes before this place are final. */
  synchronized void upTo(long position) {
    last = position;
    notifyAll();
  }

  /** Waits until the whole file is digested. */
  String finish(long size) throws IOException {
    synchronized (this) {
      last = size;
      ended = true;
      notifyAll();
    }
    try {
      join();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new InterruptedIOException("interrupted");
    }
    if (failure != null) {
      throw failure;
    }
    return HexFormat.of().formatHex(digest.digest());
  }

  @Override
  public void run() {
    byte[] bytes = new byte[CHUNK_BYTES];
    ByteBuffer chunk = ByteBuffer.wrap(bytes);
    long at = 0;
    try {
      for (long to = next(at); to > at; to = next(at)) {
        chunk.clear().limit((int) Math.min(CHUNK_BYTES, to - at));
        int got = file.read(chunk, at);
        if (got < 0) {
          throw new IOException("the file was cut off while it was written");
        }
        digest.update(bytes, 0, got);
        at += got;
      }
    } catch (IOException e) {
      failure = e;
    } catch (InterruptedException e) {
      // the writer gave up and wants no digest
      interrupt();
    }
  }

  /**
   * The end of what is final, later than {@code at}; {@code at} itself when the file has ended
   * there.
   */
  private synchronized long next(long at) throws InterruptedException {
    while (last <= at && !ended) {
      wait();
    }
    return Math.max(last, at);
  }
}
