package zugabe.bytes;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;

/** A stream that closes the access it reads from. */
final class ClosingStream extends FilterInputStream {
  private final Access access;

  ClosingStream(InputStream in, Access access) {
    super(in);
    this.access = access;
  }

  @Override
  public void close() throws IOException {
    access.close();
  }
}
