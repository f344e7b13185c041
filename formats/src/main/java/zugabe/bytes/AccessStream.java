package zugabe.bytes;

import java.io.IOException;

/** A range of an {@link Access} as a stream. */
final class AccessStream extends BlockStream {
  private final Access access;
  private long position;
  private long left;

  AccessStream(Access access, long position, long length) {
    this.access = access;
    this.position = position;
    this.left = length;
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
