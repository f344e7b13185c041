package zugabe.formats.zip;

import java.io.IOException;
import java.io.InputStream;
import zugabe.bytes.Access;
import zugabe.bytes.Content;

/**
 * Content that lies packed in an archive whose entries were checked. Written into another archive
 * it travels as it is; opened it is unpacked and checked once more.
 *
 * @param rawCrc32 CRC-32 of the packed bytes when they were checked; see {@link ZipPass}
 */
public record ArchivedContent(ZipEntry entry, long rawCrc32) implements Content {
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
