package zugabe.core.build;

import java.io.Closeable;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;

/**
 * Writes a file front to back through one buffer. A slot may be left open and filled later by one
 * positional write. The file's digest follows on a thread of its own, up to the open slot.
 */
final class Sink implements Closeable {
  private static final int BUFFER_BYTES = 1 << 20;

  private final FileChannel file;
  private final DigestFollower digest;
  private final byte[] buffer = new byte[BUFFER_BYTES];
  private int filled;
  private long flushed;
  private long slotAt = -1;

  Sink(FileChannel file) {
    this.file = file;
    this.digest = new DigestFollower(file);
    digest.start();
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

  /** Fills the open slot. */
  void fillSlot(byte[] bytes) throws IOException {
    flush();
    writeFully(ByteBuffer.wrap(bytes), slotAt);
    slotAt = -1;
    digest.upTo(flushed);
  }

  /** Ends the file; returns its SHA-256 in lower-case hexadecimal. */
  String finish() throws IOException {
    flush();
    return digest.finish(flushed);
  }

  private void flush() throws IOException {
    if (filled == 0) {
      return;
    }
    writeFully(ByteBuffer.wrap(buffer, 0, filled), flushed);
    flushed += filled;
    filled = 0;
    if (slotAt < 0) {
      digest.upTo(flushed);
    }
  }

  private void writeFully(ByteBuffer bytes, long position) throws IOException {
    long at = position;
    while (bytes.hasRemaining()) {
      at += file.write(bytes, at);
    }
  }

  @Override
  public void close() {
    digest.interrupt();
  }
}
