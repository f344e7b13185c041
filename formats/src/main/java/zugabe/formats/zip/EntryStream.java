package zugabe.formats.zip;

import java.io.ByteArrayInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.SequenceInputStream;
import java.util.zip.CRC32;
import java.util.zip.Inflater;
import java.util.zip.InflaterInputStream;
import java.util.zip.ZipException;
import zugabe.bytes.Access;
import zugabe.bytes.BlockStream;

/** Unpacks one entry, never beyond its claimed size, and checks size and CRC at the end. */
final class EntryStream extends BlockStream {
  private final ZipEntry entry;
  private final Access access;
  private final Inflater inflater;
  private final InputStream in;
  private final CRC32 crc = new CRC32();
  private long count;

  EntryStream(ZipEntry entry, Access access, InputStream packed) {
    this.entry = entry;
    this.access = access;
    this.inflater = new Inflater(true);
    // the engine may ask for one byte more than there is when the stream has no header
    this.in =
        entry.isDeflated()
            ? new InflaterInputStream(
                new SequenceInputStream(packed, new ByteArrayInputStream(new byte[1])),
                inflater,
                8192)
            : packed;
  }

  @Override
  public int read(byte[] into, int offset, int length) throws IOException {
    if (length == 0) {
      return 0;
    }
    int got;
    try {
      got = in.read(into, offset, length);
    } catch (ZipException e) {
      throw fault(ZipFault.DAMAGED, "its packed bytes can't be unpacked (" + e.getMessage() + ")");
    } catch (EOFException e) {
      throw fault(ZipFault.DAMAGED, "its packed bytes are cut off");
    }
    if (got < 0) {
      finish();
      return -1;
    }
    crc.update(into, offset, got);
    count += got;
    if (count > entry.size()) {
      throw fault(ZipFault.LIE, "it holds more than the " + entry.size() + " bytes it claims");
    }
    return got;
  }

  private void finish() throws IOException {
    if (count != entry.size()) {
      throw fault(ZipFault.LIE, "it claims " + entry.size() + " bytes and holds " + count);
    }
    if (crc.getValue() != entry.crc32()) {
      throw fault(ZipFault.LIE, "its CRC-32 is not the one claimed");
    }
  }

  private ZipFaultException fault(ZipFault fault, String what) {
    return new ZipFaultException(fault, entry.name(), entry.place().data(), what);
  }

  @Override
  public void close() throws IOException {
    inflater.end();
    access.close();
  }
}
