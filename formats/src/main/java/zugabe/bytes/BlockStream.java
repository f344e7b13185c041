package zugabe.bytes;

import java.io.IOException;
import java.io.InputStream;

/** A stream that is read in blocks; a single byte is a block of one. */
public abstract class BlockStream extends InputStream {
  @Override
  public final int read() throws IOException {
    byte[] one = new byte[1];
    return read(one, 0, 1) < 0 ? -1 : one[0] & 0xFF;
  }

  /** Reads one byte at least, unless the length is 0 or the end is reached. */
  @Override
  public abstract int read(byte[] into, int offset, int length) throws IOException;
}
