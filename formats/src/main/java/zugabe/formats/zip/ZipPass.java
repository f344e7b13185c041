package zugabe.formats.zip;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

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

  private final ZipListing listing;
  private final InputStream whole;
  private final Visitor visitor;
  private final long[] rawCrc32;
  private final List<ZipIrregularity> irregularities = new ArrayList<>();
  private final byte[] packed = new byte[Unpacking.BUFFER_BYTES];
  private final Unpacking unpacking = new Unpacking();
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
      pass.unpacking.close();
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

  /** A fault ends the look at the entry, but not the pass: the whole file is wanted. */
  private long entry(ZipEntry entry, OutputStream out) throws IOException {
    unpacking.begin(entry, (bytes, length) -> out.write(bytes, 0, length));
    long left = entry.packedSize();
    try {
      while (left > 0) {
        int got = whole.read(packed, 0, (int) Math.min(packed.length, left));
        if (got < 0) {
          throw unpacking.fault(ZipFault.DAMAGED, "the file ends inside it");
        }
        at += got;
        left -= got;
        unpacking.give(packed, got);
      }
      unpacking.end();
    } catch (ZipFaultException e) {
      irregularities.add(e.irregularity());
    }
    return rest(left);
  }

  /** What a fault left of an entry. */
  private long rest(long size) throws IOException {
    long left = size;
    while (left > 0) {
      int got = whole.read(packed, 0, (int) Math.min(packed.length, left));
      if (got < 0) {
        break;
      }
      unpacking.pass(packed, got);
      at += got;
      left -= got;
    }
    return unpacking.rawCrc32();
  }
}
