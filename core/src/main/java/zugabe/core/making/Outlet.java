package zugabe.core.making;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.util.zip.CRC32;
import zugabe.bytes.Access;

/** Writes to one place of a file after the other, through one buffer. For one thread. */
final class Outlet {
  /** Whole pages that start with the buffer are copied fastest. */
  private static final int PAGE_BYTES = 4096;

  private final FileChannel file;

  /** Outside the heap: the system reads and writes it in place. */
  private final ByteBuffer buffer;

  private final Runnable whenFlushed;
  private long flushed;

  /**
   * @param bytes of the buffer
   * @param whenFlushed is run whenever {@link #flushed} has moved
   */
  Outlet(FileChannel file, int bytes, Runnable whenFlushed) {
    this.file = file;
    this.buffer = ByteBuffer.allocateDirect(bytes + PAGE_BYTES).alignedSlice(PAGE_BYTES);
    this.whenFlushed = whenFlushed;
  }

  /** Where the next byte goes. */
  long position() {
    return flushed + buffer.position();
  }

  /** What lies before this place is in the file. */
  long flushed() {
    return flushed;
  }

  /** The next byte goes elsewhere. */
  void go(long position) throws IOException {
    flush();
    start(position);
  }

  /** The buffer is empty, and ends where a page does. */
  private void start(long position) {
    flushed = position;
    buffer.clear().limit(buffer.capacity() - (int) (position % PAGE_BYTES));
  }

  void write(byte[] bytes) throws IOException {
    write(bytes, 0, bytes.length);
  }

  void write(byte[] bytes, int offset, int length) throws IOException {
    int at = offset;
    int left = length;
    while (left > 0) {
      int count = Math.min(left, buffer.remaining());
      buffer.put(bytes, at, count);
      at += count;
      left -= count;
      if (!buffer.hasRemaining()) {
        flush();
      }
    }
  }

  /** Copies all of {@code from}, on the shortest way; returns the count and adds to the CRC-32. */
  long copy(Access from, CRC32 crc) throws IOException {
    long done = 0;
    while (true) {
      int start = buffer.position();
      int got = from.read(done, buffer);
      if (got < 0) {
        return done;
      }
      crc.update(buffer.duplicate().flip().position(start));
      done += got;
      if (!buffer.hasRemaining()) {
        flush();
      }
    }
  }

  void flush() throws IOException {
    int filled = buffer.position();
    if (filled == 0) {
      return;
    }
    fully(buffer.flip(), flushed);
    start(flushed + filled);
    whenFlushed.run();
  }

  /** Writes past the buffer. */
  void fully(ByteBuffer bytes, long position) throws IOException {
    long at = position;
    while (bytes.hasRemaining()) {
      at += file.write(bytes, at);
    }
  }
}
