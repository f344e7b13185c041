package zugabe.bytes;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;

/** Bytes that are made when they are asked for first: many are only looked for. */
final class DeferredContent implements Content {
  private final Source source;
  private byte[] bytes;

  DeferredContent(Source source) {
    this.source = source;
  }

  private synchronized byte[] bytes() throws IOException {
    if (bytes == null) {
      bytes = source.bytes();
    }
    return bytes;
  }

  @Override
  public long size() {
    try {
      return bytes().length;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  @Override
  public InputStream open() throws IOException {
    return new ByteArrayInputStream(bytes());
  }

  @Override
  public Access access() throws IOException {
    return Content.of(bytes()).access();
  }
}
