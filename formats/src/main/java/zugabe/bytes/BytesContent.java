package zugabe.bytes;

import java.io.ByteArrayInputStream;
import java.io.InputStream;

/** Content in memory. */
final class BytesContent implements Content {
  private final byte[] bytes;

  BytesContent(byte[] bytes) {
    this.bytes = bytes;
  }

  @Override
  public long size() {
    return bytes.length;
  }

  @Override
  public InputStream open() {
    return new ByteArrayInputStream(bytes);
  }

  @Override
  public Access access() {
    return new Access() {
      @Override
      public long size() {
        return bytes.length;
      }

      @Override
      public int read(long position, byte[] into, int offset, int length) {
        if (position >= bytes.length) {
          return -1;
        }
        int count = (int) Math.min(length, bytes.length - position);
        System.arraycopy(bytes, (int) position, into, offset, count);
        return count;
      }

      @Override
      public void close() {}
    };
  }
}
