package zugabe.formats.zip;

import java.io.Closeable;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.zip.CRC32;
import java.util.zip.DataFormatException;
import java.util.zip.Inflater;

/**
 * Unpacks entries one after the other, with one engine and one buffer for all of them, from packed
 * bytes that are given to it, and checks size and CRC-32. For one thread.
 */
final class Unpacking implements Closeable {
  static final int BUFFER_BYTES = 1 << 16;

  private final Inflater inflater = new Inflater(true);
  private final byte[] content = new byte[BUFFER_BYTES];
  private final CRC32 crc = new CRC32();
  private final CRC32 rawCrc = new CRC32();
  private ZipEntry entry;
  private Sink sink;
  private long count;

  /** Where an entry's content goes. */
  interface Sink {
    void take(byte[] bytes, int length) throws IOException;
  }

  /** Starts with an entry. */
  void begin(ZipEntry next, Sink into) {
    entry = next;
    sink = into;
    inflater.reset();
    crc.reset();
    rawCrc.reset();
    count = 0;
  }

  /** Packed bytes are there that nobody wants unpacked any more. */
  void pass(byte[] packed, int length) {
    rawCrc.update(packed, 0, length);
  }

  /**
   * The next packed bytes.
   *
   * @throws ZipFaultException when the content isn't what the archive claims
   */
  void give(byte[] packed, int length) throws IOException {
    give(ByteBuffer.wrap(packed, 0, length));
  }

  /** The same of a buffer, which is read to its end. */
  void give(ByteBuffer packed) throws IOException {
    rawCrc.update(packed.duplicate());
    if (!entry.isDeflated()) {
      while (packed.hasRemaining()) {
        int length = Math.min(content.length, packed.remaining());
        packed.get(content, 0, length);
        take(content, length);
      }
      return;
    }
    inflater.setInput(packed);
    try {
      while (!inflater.needsInput() && !inflater.finished()) {
        int made = inflater.inflate(content);
        if (made == 0 && inflater.needsDictionary()) {
          throw new DataFormatException("it wants a dictionary");
        }
        take(content, made);
      }
    } catch (DataFormatException e) {
      String reason = e.getMessage() == null ? "" : " (" + e.getMessage() + ")";
      throw fault(ZipFault.DAMAGED, "its packed bytes can't be unpacked" + reason);
    }
  }

  private void take(byte[] bytes, int length) throws IOException {
    count += length;
    if (count > entry.size()) {
      throw fault(ZipFault.LIE, "it holds more than the " + entry.size() + " bytes it claims");
    }
    crc.update(bytes, 0, length);
    sink.take(bytes, length);
  }

  /**
   * All of it was given.
   *
   * @throws ZipFaultException when the content isn't what the archive claims
   */
  void end() throws ZipFaultException {
    if (entry.isDeflated() && entry.packedSize() > 0 && !inflater.finished()) {
      throw fault(ZipFault.DAMAGED, "its packed bytes are cut off");
    }
    if (count != entry.size()) {
      throw fault(ZipFault.LIE, "it claims " + entry.size() + " bytes and holds " + count);
    }
    if (crc.getValue() != entry.crc32()) {
      throw fault(ZipFault.LIE, "its CRC-32 is not the one claimed");
    }
  }

  /** CRC-32 of the packed bytes so far. */
  long rawCrc32() {
    return rawCrc.getValue();
  }

  /** With the place where the unpacker stands: the one to look at in a damaged file. */
  ZipFaultException fault(ZipFault fault, String what) {
    long offset = entry.place().data() + (entry.isDeflated() ? inflater.getBytesRead() : 0);
    return new ZipFaultException(fault, entry.name(), offset, what);
  }

  @Override
  public void close() {
    inflater.end();
  }
}
