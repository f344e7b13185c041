package zugabe.bytes;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;

/**
 * A range of another content, such as an entry's packed bytes. It is read by position only, so no
 * digest of the whole is made on the way.
 *
 * @param offset where it starts, in bytes
 * @param size in bytes
 */
public record RangeContent(Content whole, long offset, long size) implements Content {
  @Override
  public InputStream open() throws IOException {
    Access access = whole.access();
    return new ClosingStream(access.stream(offset, size), access);
  }

  @Override
  public Access access() throws IOException {
    return new Range(whole.access(), offset, size);
  }

  private record Range(Access whole, long offset, long size) implements Access {
    @Override
    public int read(long position, byte[] into, int start, int length) throws IOException {
      return position >= size
          ? -1
          : whole.read(offset + position, into, start, (int) Math.min(length, size - position));
    }

    @Override
    public int read(long position, ByteBuffer into) throws IOException {
      if (position >= size) {
        return -1;
      }
      int limit = into.limit();
      into.limit((int) Math.min(limit, into.position() + size - position));
      try {
        return whole.read(offset + position, into);
      } finally {
        into.limit(limit);
      }
    }

    @Override
    public void close() throws IOException {
      whole.close();
    }
  }
}
