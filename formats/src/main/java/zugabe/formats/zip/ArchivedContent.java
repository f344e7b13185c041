package zugabe.formats.zip;

import java.io.IOException;
import java.io.InputStream;
import java.util.function.LongSupplier;
import zugabe.bytes.Access;
import zugabe.bytes.Content;

/**
 * Content that lies packed in an archive whose entries were checked. Written into another archive
 * it travels as it is; opened it is unpacked and checked once more.
 *
 * @param checked tells the CRC-32 of the packed bytes when they were checked; it may wait for that
 */
public record ArchivedContent(ZipEntry entry, LongSupplier checked) implements Content {
  /**
   * @param rawCrc32 CRC-32 of the packed bytes when they were checked; see {@link ZipPass}
   */
  public ArchivedContent(ZipEntry entry, long rawCrc32) {
    this(entry, () -> rawCrc32);
  }

  /** CRC-32 of the packed bytes when they were checked. */
  public long rawCrc32() {
    return checked.getAsLong();
  }

  @Override
  public long size() {
    return entry.size();
  }

  @Override
  public InputStream open() throws IOException {
    return entry.open();
  }

  @Override
  public Access access() throws IOException {
    try (InputStream in = open()) {
      return Content.of(in.readAllBytes()).access();
    }
  }
}
