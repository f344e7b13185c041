package zugabe.core.build;

import java.io.Closeable;
import java.io.IOException;
import java.io.InterruptedIOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.security.MessageDigest;
import java.util.HexFormat;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import zugabe.bytes.Digests;

/**
 * Writes a file front to back and digests what passes, on a thread of its own, through a few
 * buffers that take turns. A slot may be left open and filled later by one positional write; the
 * digest then goes back to it and reads on from there.
 */
final class Sink implements Closeable {
  private static final int BUFFER_BYTES = 1 << 20;
  private static final int BUFFERS = 4;

  private final FileChannel file;
  private final MessageDigest digest = Digests.sha256();
  private final BlockingQueue<byte[]> free = new ArrayBlockingQueue<>(BUFFERS);
  private final ExecutorService digester =
      Executors.newSingleThreadExecutor(
          work -> {
            Thread thread = new Thread(work, "zugabe-digest");
            thread.setDaemon(true);
            return thread;
          });
  private byte[] buffer = new byte[BUFFER_BYTES];
  private int filled;
  private long flushed;
  private long slotAt = -1;

  Sink(FileChannel file) {
    this.file = file;
    for (int i = 1; i < BUFFERS; i++) {
      free.add(new byte[BUFFER_BYTES]);
    }
  }

  long position() {
    return flushed + filled;
  }

  void write(byte[] bytes, int offset, int length) throws IOException {
    int at = offset;
    int left = length;
    while (left > 0) {
      int count = Math.min(left, buffer.length - filled);
      System.arraycopy(bytes, at, buffer, filled, count);
      filled += count;
      at += count;
      left -= count;
      if (filled == buffer.length) {
        flush();
      }
    }
  }

  void write(byte[] bytes) throws IOException {
    write(bytes, 0, bytes.length);
  }

  /** Leaves room for a header that isn't known yet. */
  void leaveSlot(int width) throws IOException {
    flush();
    slotAt = flushed;
    write(new byte[width]);
  }

  /** Fills the open slot and takes the digest over what was written since. */
  void fillSlot(byte[] bytes) throws IOException {
    flush();
    writeFully(ByteBuffer.wrap(bytes), slotAt);
    long at = slotAt;
    slotAt = -1;
    while (at < flushed) {
      ByteBuffer into = ByteBuffer.wrap(buffer, 0, (int) Math.min(buffer.length, flushed - at));
      int got = file.read(into, at);
      if (got < 0) {
        throw new IOException("the file was cut off while it was written");
      }
      digestAndSwap(got);
      at += got;
    }
  }

  /** Ends the file; returns its SHA-256 in lower-case hexadecimal. */
  String finish() throws IOException {
    flush();
    try {
      return HexFormat.of().formatHex(digester.submit(() -> digest.digest()).get());
    } catch (InterruptedException e) {
      throw interrupted();
    } catch (ExecutionException e) {
      throw new IllegalStateException(e.getCause());
    }
  }

  private void flush() throws IOException {
    if (filled == 0) {
      return;
    }
    writeFully(ByteBuffer.wrap(buffer, 0, filled), flushed);
    flushed += filled;
    int count = filled;
    filled = 0;
    if (slotAt < 0) {
      digestAndSwap(count);
    }
  }

  /** Gives the buffer to the digest and takes another. */
  private void digestAndSwap(int count) throws IOException {
    byte[] full = buffer;
    digester.execute(
        () -> {
          digest.update(full, 0, count);
          free.add(full);
        });
    try {
      buffer = free.take();
    } catch (InterruptedException e) {
      throw interrupted();
    }
  }

  private static IOException interrupted() {
    Thread.currentThread().interrupt();
    return new InterruptedIOException("interrupted");
  }

  private void writeFully(ByteBuffer bytes, long position) throws IOException {
    long at = position;
    while (bytes.hasRemaining()) {
      at += file.write(bytes, at);
    }
  }

  @Override
  public void close() {
    digester.shutdownNow();
  }
}
