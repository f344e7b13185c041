package zugabe.core.build;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.security.MessageDigest;
import java.util.Arrays;
import java.util.HexFormat;
import zugabe.bytes.Digests;

/**
 * Writes a file front to back through one buffer and digests what passes. A slot may be left open
 * and filled later by one positional write; the digest then goes back to it and reads on from
 * there.
 */
final class Sink {
  private static final int BUFFER_BYTES = 1 << 20;

  private final FileChannel file;
  private final MessageDigest digest = Digests.sha256();
  private final byte[] buffer = new byte[BUFFER_BYTES];
  private int filled;
  private long flushed;
  private long slotAt = -1;

  Sink(FileChannel file) {
    this.file = file;
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
      digest.update(buffer, 0, got);
      at += got;
    }
  }

  /** Ends the file; returns its SHA-256 in lower-case hexadecimal. */
  String finish() throws IOException {
    flush();
    Arrays.fill(buffer, (byte) 0);
    return HexFormat.of().formatHex(digest.digest());
  }

  private void flush() throws IOException {
    if (filled == 0) {
      return;
    }
    if (slotAt < 0) {
      digest.update(buffer, 0, filled);
    }
    writeFully(ByteBuffer.wrap(buffer, 0, filled), flushed);
    flushed += filled;
    filled = 0;
  }

  private void writeFully(ByteBuffer bytes, long position) throws IOException {
    long at = position;
    while (bytes.hasRemaining()) {
      at += file.write(bytes, at);
    }
  }
}
