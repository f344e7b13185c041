package zugabe.core.archive;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.formats.gzip.GzipReader;
import zugabe.formats.tar.TarReader;
import zugabe.formats.xz.XzReader;
import zugabe.formats.zstd.ZstdReader;

/**
 * A tar file, compressed or not, recognised by its first bytes.
 *
 * @param format as an ending, such as {@code tar.gz}
 * @param in the content, not compressed
 */
public record TarFile(String format, InputStream in) implements AutoCloseable {
  private static final int START_BYTES = 512;

  /** Where a tar file says that it is one. */
  private static final int MAGIC_AT = 257;

  /** Opens it; empty when it is no tar file. */
  public static Optional<TarFile> open(Content content) throws IOException {
    InputStream raw = new BufferedInputStream(content.open(), 1 << 16);
    byte[] start = peek(raw);
    String format = "tar";
    InputStream in = raw;
    try {
      if (GzipReader.isStart(start)) {
        in = GzipReader.open(raw);
        format = "tar.gz";
      } else if (XzReader.isStart(start)) {
        in = XzReader.open(raw);
        format = "tar.xz";
      } else if (ZstdReader.isStart(start)) {
        in = ZstdReader.open(raw);
        format = "tar.zst";
      }
      BufferedInputStream buffered = new BufferedInputStream(in, 1 << 16);
      byte[] head = peek(buffered);
      boolean tar =
          head.length == START_BYTES
              && head[MAGIC_AT] == 'u'
              && head[MAGIC_AT + 1] == 's'
              && head[MAGIC_AT + 2] == 't';
      if (tar) {
        return Optional.of(new TarFile(format, buffered));
      }
    } catch (IOException e) {
      raw.close();
      throw e;
    }
    raw.close();
    return Optional.empty();
  }

  private static byte[] peek(InputStream in) throws IOException {
    in.mark(START_BYTES);
    byte[] start = in.readNBytes(START_BYTES);
    in.reset();
    return start;
  }

  /** Its entries. */
  public TarReader reader() {
    return new TarReader(in);
  }

  @Override
  public void close() throws IOException {
    in.close();
  }
}
