package zugabe.bytes;

import java.io.Closeable;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;

/**
 * Positional reading of bytes that don't change while it is open. Safe for use by several threads.
 */
public interface Access extends Closeable {
  /** Size in bytes. */
  long size();

  /**
   * Reads up to {@code length} bytes at {@code position}; returns the count, or -1 at or after the
   * end.
   */
  int read(long position, byte[] into, int offset, int length) throws IOException;

  /**
   * Reads into what is left of a buffer, at {@code position}; returns the count, or -1 at or after
   * the end.
   */
  default int read(long position, ByteBuffer into) throws IOException {
    byte[] bytes = new byte[Math.min(into.remaining(), 1 << 16)];
    int count = read(position, bytes, 0, bytes.length);
    if (count > 0) {
      into.put(bytes, 0, count);
    }
    return count;
  }

  /** Reads exactly {@code length} bytes at {@code position}, or fails with {@link EOFException}. */
  default byte[] readFully(long position, int length) throws IOException {
    byte[] bytes = new byte[length];
    int done = 0;
    while (done < length) {
      int count = read(position + done, bytes, done, length - done);
      if (count < 0) {
        throw new EOFException("the bytes end at " + size() + ", wanted " + (position + length));
      }
      done += count;
    }
    return bytes;
  }

  /** Opens {@code length} bytes from {@code position} as a stream; closing it leaves this open. */
  default InputStream stream(long position, long length) {
    return new AccessStream(this, position, length);
  }
}
