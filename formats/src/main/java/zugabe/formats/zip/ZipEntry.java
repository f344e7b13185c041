package zugabe.formats.zip;

import java.io.IOException;
import java.io.InputStream;
import java.time.Instant;
import zugabe.bytes.Access;
import zugabe.bytes.Content;
import zugabe.bytes.RangeContent;

/**
 * An entry as an archive's central directory lists it.
 *
 * @param name as written, folders with a last slash
 * @param dosTime the date and time fields as written
 * @param mode Unix permission bits, or 0 when the archive has none
 * @param archive the file it lies in
 */
public record ZipEntry(
    String name, Payload payload, Place place, long dosTime, int mode, Content archive) {

  /**
   * What was done with the content.
   *
   * @param method 0 stored, 8 deflated
   * @param crc32 of the content
   * @param packedSize bytes in the archive
   * @param size bytes of the content, as claimed
   */
  public record Payload(int method, long crc32, long packedSize, long size) {}

  /**
   * Where it lies, in bytes from the file's start.
   *
   * @param header its local header
   * @param data its packed bytes
   */
  public record Place(long header, long data) {}

  public int method() {
    return payload.method();
  }

  public long crc32() {
    return payload.crc32();
  }

  /** Bytes in the archive. */
  public long packedSize() {
    return payload.packedSize();
  }

  /** Bytes of the content, as claimed. */
  public long size() {
    return payload.size();
  }

  /** Where its local header lies, in bytes from the file's start. */
  public long headerOffset() {
    return place.header();
  }

  /** The time as written, read as UTC. */
  public Instant time() {
    return DosTime.decode(dosTime);
  }

  public boolean isFolder() {
    return name.endsWith("/");
  }

  public boolean isDeflated() {
    return method() == Zip.DEFLATED;
  }

  /** The packed bytes, as they lie in the archive. */
  public Content raw() {
    return new RangeContent(archive, place.data(), packedSize());
  }

  /** The content, unpacked; the stream fails at its end when size or CRC aren't those claimed. */
  public InputStream open() throws IOException {
    Access access = archive.access();
    return new EntryStream(this, access, access.stream(place.data(), packedSize()));
  }
}
