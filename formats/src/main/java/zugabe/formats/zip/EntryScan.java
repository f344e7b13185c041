package zugabe.formats.zip;

import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.security.MessageDigest;
import zugabe.bytes.Access;
import zugabe.bytes.Digests;

/**
 * Digests entries, one after the other: among tens of thousands of small ones an unpacker for each
 * would be felt. For one thread.
 */
public final class EntryScan implements Closeable {
  private final Unpacking unpacking = new Unpacking();

  /** Outside the heap: the system and the unpacker read it in place. */
  private final ByteBuffer packed = ByteBuffer.allocateDirect(Unpacking.BUFFER_BYTES);

  private final MessageDigest sha256 = Digests.sha256();

  /** A digest of its own, at its beginning: asking the runtime for one each time would be felt. */
  public MessageDigest sha256() {
    sha256.reset();
    return sha256;
  }

  /**
   * Digests an entry's content, and checks its size and CRC-32.
   *
   * @return CRC-32 of the packed bytes
   * @throws ZipFaultException when it isn't what the archive claims
   */
  public long scan(ZipEntry entry, MessageDigest digest) throws IOException {
    unpacking.begin(entry, (bytes, length) -> digest.update(bytes, 0, length));
    return scanned(entry);
  }

  /** Hands an entry's content on, and checks its size and CRC-32. */
  public long scan(ZipEntry entry, OutputStream out) throws IOException {
    unpacking.begin(entry, (bytes, length) -> out.write(bytes, 0, length));
    return scanned(entry);
  }

  /** Only checks it. */
  public long scan(ZipEntry entry) throws IOException {
    unpacking.begin(entry, (bytes, length) -> {});
    return scanned(entry);
  }

  private long scanned(ZipEntry entry) throws IOException {
    try (Access access = entry.archive().access()) {
      long at = entry.place().data();
      long left = entry.packedSize();
      while (left > 0) {
        packed.clear().limit((int) Math.min(packed.capacity(), left));
        int got = access.read(at, packed);
        if (got <= 0) {
          throw unpacking.fault(ZipFault.DAMAGED, "the file ends inside it");
        }
        unpacking.give(packed.flip());
        at += got;
        left -= got;
      }
    }
    unpacking.end();
    return unpacking.rawCrc32();
  }

  @Override
  public void close() {
    unpacking.close();
  }
}
