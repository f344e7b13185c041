package zugabe.formats.zip;

import java.io.Closeable;
import java.io.IOException;
import java.security.MessageDigest;
import java.util.zip.CRC32;
import java.util.zip.DataFormatException;
import java.util.zip.Inflater;
import zugabe.bytes.Access;

/**
 * Digests entries, one after the other, with one unpacker and two buffers for all of them: among
 * tens of thousands of small ones these would be felt. For one thread.
 */
public final class EntryScan implements Closeable {
  private static final int BUFFER_BYTES = 1 << 16;

  private final Inflater inflater = new Inflater(true);
  private final byte[] packed = new byte[BUFFER_BYTES];
  private final byte[] content = new byte[BUFFER_BYTES];
  private final CRC32 crc = new CRC32();
  private final CRC32 rawCrc = new CRC32();
  private long count;

  /**
   * Digests an entry's content, and checks its size and CRC-32.
   *
   * @return CRC-32 of the packed bytes
   * @throws ZipFaultException when it isn't what the archive claims
   */
  public long scan(ZipEntry entry, MessageDigest digest) throws IOException {
    inflater.reset();
    crc.reset();
    rawCrc.reset();
    count = 0;
    try (Access access = entry.archive().access()) {
      long at = entry.place().data();
      long left = entry.packedSize();
      while (left > 0) {
        int got = access.read(at, packed, 0, (int) Math.min(BUFFER_BYTES, left));
        if (got <= 0) {
          throw fault(entry, ZipFault.DAMAGED, "the file ends inside it");
        }
        rawCrc.update(packed, 0, got);
        unpack(entry, got, digest);
        at += got;
        left -= got;
      }
    }
    if (entry.isDeflated() && entry.packedSize() > 0 && !inflater.finished()) {
      throw fault(entry, ZipFault.DAMAGED, "its packed bytes are cut off");
    }
    if (count != entry.size()) {
      throw fault(entry, ZipFault.LIE, "it claims " + entry.size() + " bytes and holds " + count);
    }
    if (crc.getValue() != entry.crc32()) {
      throw fault(entry, ZipFault.LIE, "its CRC-32 is not the one claimed");
    }
    return rawCrc.getValue();
  }

  private void unpack(ZipEntry entry, int got, MessageDigest digest) throws IOException {
    if (!entry.isDeflated()) {
      take(entry, packed, got, digest);
      return;
    }
    inflater.setInput(packed, 0, got);
    try {
      while (!inflater.needsInput() && !inflater.finished()) {
        int made = inflater.inflate(content);
        if (made == 0 && inflater.needsDictionary()) {
          throw new DataFormatException("it wants a dictionary");
        }
        take(entry, content, made, digest);
      }
    } catch (DataFormatException e) {
      String reason = e.getMessage() == null ? "" : " (" + e.getMessage() + ")";
      throw fault(entry, ZipFault.DAMAGED, "its packed bytes can't be unpacked" + reason);
    }
  }

  private void take(ZipEntry entry, byte[] bytes, int length, MessageDigest digest)
      throws IOException {
    count += length;
    if (count > entry.size()) {
      throw fault(
          entry, ZipFault.LIE, "it holds more than the " + entry.size() + " bytes it claims");
    }
    crc.update(bytes, 0, length);
    digest.update(bytes, 0, length);
  }

  private static ZipFaultException fault(ZipEntry entry, ZipFault fault, String what) {
    return new ZipFaultException(fault, entry.name(), entry.place().data(), what);
  }

  @Override
  public void close() {
    inflater.end();
  }
}
