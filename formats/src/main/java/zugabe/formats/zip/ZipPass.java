package zugabe.formats.zip;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import java.util.zip.CRC32;
import java.util.zip.DataFormatException;
import java.util.zip.Inflater;

/**
 * One pass over a whole archive from its first byte to its last: every entry is unpacked and its
 * size and CRC checked, while the caller's stream can digest the file.
 */
public final class ZipPass {
  /** Told each entry's content as it passes. */
  public interface Visitor {
    /** Where the entry's content goes, or null when it isn't wanted. */
    OutputStream content(ZipEntry entry) throws IOException;
  }

  private static final int BUFFER_BYTES = 1 << 16;

  private final ZipListing listing;
  private final InputStream whole;
  private final Visitor visitor;
  private final long[] rawCrc32;
  private final List<ZipIrregularity> irregularities = new ArrayList<>();
  private final byte[] packed = new byte[BUFFER_BYTES];
  private final byte[] content = new byte[BUFFER_BYTES];
  private final Inflater inflater = new Inflater(true);
  private long at;

  private ZipPass(ZipListing listing, InputStream whole, Visitor visitor) {
    this.listing = listing;
    this.whole = whole;
    this.visitor = visitor;
    this.rawCrc32 = new long[listing.entries().size()];
  }

  /**
   * What a pass found.
   *
   * @param irregularities only what the listing didn't know
   * @param contents each entry's content, in the listing's order
   */
  public record Result(List<ZipIrregularity> irregularities, List<ArchivedContent> contents) {}

  /** Reads {@code whole}, the archive's bytes, to its end. The listing must be sound. */
  public static Result over(ZipListing listing, InputStream whole, Visitor visitor)
      throws IOException {
    ZipPass pass = new ZipPass(listing, whole, visitor);
    try {
      pass.run();
    } finally {
      pass.inflater.end();
    }
    return new Result(List.copyOf(pass.irregularities), pass.contents());
  }

  private List<ArchivedContent> contents() {
    List<ArchivedContent> contents = new ArrayList<>(rawCrc32.length);
    for (int i = 0; i < rawCrc32.length; i++) {
      contents.add(new ArchivedContent(listing.entries().get(i), rawCrc32[i]));
    }
    return contents;
  }

  private void run() throws IOException {
    List<ZipEntry> entries = listing.entries();
    int[] order =
        IntStream.range(0, entries.size())
            .boxed()
            .sorted(Comparator.comparingLong(i -> entries.get(i).place().data()))
            .mapToInt(Integer::intValue)
            .toArray();
    for (int i : order) {
      ZipEntry entry = entries.get(i);
      stepTo(entry.place().data());
      try (OutputStream out = sink(entry)) {
        rawCrc32[i] = entry(entry, out);
      }
    }
    stepTo(Long.MAX_VALUE);
  }

  private OutputStream sink(ZipEntry entry) throws IOException {
    OutputStream out = visitor.content(entry);
    return out == null ? OutputStream.nullOutputStream() : out;
  }

  private void stepTo(long offset) throws IOException {
    while (at < offset) {
      int got = whole.read(packed, 0, (int) Math.min(packed.length, offset - at));
      if (got < 0) {
        return;
      }
      at += got;
    }
  }

  private long entry(ZipEntry entry, OutputStream out) throws IOException {
    Tally tally = new Tally(entry, out);
    CRC32 raw = new CRC32();
    inflater.reset();
    long left = entry.packedSize();
    while (left > 0) {
      int got = whole.read(packed, 0, (int) Math.min(packed.length, left));
      if (got < 0) {
        tally.fault(ZipFault.DAMAGED, "the file ends inside it");
        break;
      }
      raw.update(packed, 0, got);
      if (!tally.failed) {
        unpack(tally, got);
      }
      at += got;
      left -= got;
    }
    tally.finish();
    return raw.getValue();
  }

  private void unpack(Tally tally, int got) throws IOException {
    if (!tally.entry.isDeflated()) {
      tally.take(packed, got);
      return;
    }
    inflater.setInput(packed, 0, got);
    try {
      while (!inflater.needsInput() && !inflater.finished() && !tally.failed) {
        int count = inflater.inflate(content);
        if (count == 0 && inflater.needsDictionary()) {
          throw new DataFormatException("it wants a dictionary");
        }
        tally.take(content, count);
      }
    } catch (DataFormatException e) {
      String reason = e.getMessage() == null ? "" : " (" + e.getMessage() + ")";
      tally.fault(ZipFault.DAMAGED, "its packed bytes can't be unpacked" + reason);
    }
  }

  /** Counts one entry's content. */
  private final class Tally {
    private final ZipEntry entry;
    private final OutputStream out;
    private final CRC32 crc = new CRC32();
    private long count;
    private boolean failed;

    Tally(ZipEntry entry, OutputStream out) {
      this.entry = entry;
      this.out = out;
    }

    void take(byte[] bytes, int length) throws IOException {
      count += length;
      if (count > entry.size()) {
        fault(ZipFault.LIE, "it holds more than the " + entry.size() + " bytes it claims");
        return;
      }
      crc.update(bytes, 0, length);
      out.write(bytes, 0, length);
    }

    void finish() {
      if (failed) {
        return;
      }
      if (entry.isDeflated() && entry.packedSize() > 0 && !inflater.finished()) {
        fault(ZipFault.DAMAGED, "its packed bytes are cut off");
      } else if (count != entry.size()) {
        fault(ZipFault.LIE, "it claims " + entry.size() + " bytes and holds " + count);
      } else if (crc.getValue() != entry.crc32()) {
        fault(ZipFault.LIE, "its CRC-32 is not the one claimed");
      }
    }

    void fault(ZipFault fault, String what) {
      failed = true;
      // where the unpacker stood: the place to look at in a damaged file
      long offset = entry.place().data() + (entry.isDeflated() ? inflater.getBytesRead() : 0);
      irregularities.add(new ZipIrregularity(fault, entry.name(), offset, what));
    }
  }
}
