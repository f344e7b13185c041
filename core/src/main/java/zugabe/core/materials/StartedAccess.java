package zugabe.core.materials;

import java.io.IOException;
import zugabe.bytes.Access;
import zugabe.bytes.Content;

/** A content whose first bytes were read already; it is opened only for what lies behind them. */
final class StartedAccess implements Access {
  private final byte[] start;
  private final Content content;
  private Access rest;

  StartedAccess(byte[] start, Content content) {
    this.start = start;
    this.content = content;
  }

  @Override
  public long size() {
    return content.size();
  }

  @Override
  public int read(long position, byte[] into, int offset, int length) throws IOException {
    if (position >= start.length) {
      return position >= size() ? -1 : rest().read(position, into, offset, length);
    }
    int count = (int) Math.min(length, start.length - position);
    System.arraycopy(start, (int) position, into, offset, count);
    return count;
  }

  private synchronized Access rest() throws IOException {
    if (rest == null) {
      rest = content.access();
    }
    return rest;
  }

  @Override
  public synchronized void close() throws IOException {
    if (rest != null) {
      rest.close();
    }
  }
}
