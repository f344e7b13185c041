package zugabe.bytes;

import java.io.IOException;
import java.io.InputStream;
import java.util.OptionalLong;

/**
 * Bytes that can be opened again, as often as needed. The size is known before anything is read.
 *
 * <p>Implementations are safe for use by several threads; each opened stream belongs to one.
 */
public interface Content {
  /** Size in bytes, 0 or more. */
  long size();

  /**
   * Opens the bytes from the first to the last. The stream fails with {@link
   * ContentChangedException} when the bytes are no longer those seen earlier.
   */
  InputStream open() throws IOException;

  /** Opens the bytes for positional reading, for formats whose directory stands at the end. */
  Access access() throws IOException;

  /**
   * CRC-32 of the bytes, when it is known before they are read: whoever reads them by position
   * holds it against them.
   */
  default OptionalLong knownCrc32() {
    return OptionalLong.empty();
  }

  /** Their {@link WordSum}, when it is known before they are read. */
  default OptionalLong knownWordSum() {
    return OptionalLong.empty();
  }

  /** Content held in memory; for small pieces such as manifests. The array is not copied. */
  static Content of(byte[] bytes) {
    return new BytesContent(bytes);
  }

  /** Content that is made when it is asked for first, and then held in memory. */
  static Content deferred(Source source) {
    return new DeferredContent(source);
  }

  /** Makes bytes. */
  interface Source {
    byte[] bytes() throws IOException;
  }
}
