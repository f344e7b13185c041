package zugabe.bytes;

import java.io.IOException;
import java.io.InputStream;

/** A range of an {@link Access} as a stream. */
final class AccessStream extends InputStream {
  private final Access access;
  private long position;
  private long left;

  AccessStream(Access access, long position, long length) {
    this.access = access;
    this.position = position;
    this.left = length;
  }

  @Override
  public int read() throws IOException {
    byte[] one = new byte[1];
    return read(one, 0, 1) < 0 ? -1 : one[0] & 0xFF;
  }

  @Override
  public int read(byte[] into, int offset, int length) throws IOException {
    if (length == 0) {
      return 0;
    }
    if (left <= 0) {
      return -1;
    }
    int count = access.read(position, into, offset, (int) Math.min(length, left));
    if (count > 0) {
      position += count;
      left -= count;
    }
    return count;
  }
}
