package zugabe.core.build;

import java.io.Closeable;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.zip.CRC32;

/**
 * Writes a file front to back through one buffer. Slots may be left open, one within another, and
 * are filled later by one positional write each. The file's digest follows on a thread of its own,
 * up to the first open slot.
 */
final class Sink implements Closeable {
  private static final int BUFFER_BYTES = 1 << 20;

  private final FileChannel file;
  private final DigestFollower digest;
  private final byte[] buffer = new byte[BUFFER_BYTES];
  private int filled;
  private long flushed;
  private final Deque<Long> slots = new ArrayDeque<>();

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
    slots.push(flushed);
    write(new byte[width]);
  }

  /** Fills the slot that was left last. */
  void fillSlot(byte[] bytes) throws IOException {
    flush();
    writeFully(ByteBuffer.wrap(bytes), slots.pop());
    if (slots.isEmpty()) {
      digest.upTo(flushed);
    }
  }

  /**
   * CRC-32 of what was written from a place on, slots included: read back, since slots were filled
   * later.
   */
  long crc32From(long position) throws IOException {
    flush();
    CRC32 crc = new CRC32();
    ByteBuffer chunk = ByteBuffer.allocate(1 << 16);
    for (long at = position; at < flushed; ) {
      chunk.clear().limit((int) Math.min(chunk.capacity(), flushed - at));
      int got = file.read(chunk, at);
      if (got < 0) {
        throw new IOException("the file was cut off while it was written");
      }
      crc.update(chunk.flip());
      at += got;
    }
    return crc.getValue();
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
    if (slots.isEmpty()) {
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
