package zugabe.core.materials;

import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.concurrent.Future;
import zugabe.bytes.ContentChangedException;
import zugabe.core.work.Workers;
import zugabe.formats.zip.ArchivedContent;
import zugabe.formats.zip.EntryScan;
import zugabe.formats.zip.ZipEntry;
import zugabe.formats.zip.ZipFaultException;
import zugabe.formats.zip.ZipIrregularity;
import zugabe.formats.zip.ZipListing;
import zugabe.formats.zip.ZipPass;

/**
 * Does with a large library what {@link ZipPass} does with any, on all workers: one digests the
 * file, from the start on, the others unpack its entries, part by part, once its directory is read.
 */
final class TogetherPass implements Closeable {
  /** Packed bytes that a worker unpacks at once. */
  private static final long PART_BYTES = 2 << 20;

  /** What one part told. */
  private record Part(
      EntryLook look, List<ZipIrregularity> irregularities, List<Checked> checked) {}

  private record Checked(ZipEntry entry, long rawCrc32) {}

  private final FileContent file;
  private final Workers workers;
  private final String state;
  private final Future<String> digest;

  private TogetherPass(FileContent file, Workers workers) throws IOException {
    this.file = file;
    this.workers = workers;
    this.state = UserCache.state(file.path());
    file.hold();
    this.digest = workers.submit(() -> file.isDigested() ? file.digest() : "");
  }

  /** Begins with the file; the caller is none of the workers. */
  static TogetherPass start(FileContent file, Workers workers) throws IOException {
    return new TogetherPass(file, workers);
  }

  /**
   * Reads the entries.
   *
   * @param look notes what they tell
   */
  ZipPass.Result over(ZipListing listing, EntryLook look) throws IOException {
    List<ZipIrregularity> irregularities = new ArrayList<>();
    IdentityHashMap<ZipEntry, Long> sums = new IdentityHashMap<>();
    for (Part part : workers.map(parts(listing), TogetherPass::read)) {
      look.add(part.look());
      irregularities.addAll(part.irregularities());
      part.checked().forEach(c -> sums.put(c.entry(), c.rawCrc32()));
    }
    Workers.take(digest);
    // it was read twice, and the digest must be about what was checked
    if (!UserCache.state(file.path()).equals(state)) {
      throw new ContentChangedException(file.name(), "it was written while it was read");
    }
    List<ArchivedContent> contents = new ArrayList<>(listing.entries().size());
    for (ZipEntry entry : listing.entries()) {
      contents.add(new ArchivedContent(entry, sums.getOrDefault(entry, 0L)));
    }
    return new ZipPass.Result(List.copyOf(irregularities), contents);
  }

  @Override
  public void close() throws IOException {
    digest.cancel(false);
    file.release();
  }

  /** Entries in the order of their bytes. */
  private static List<List<ZipEntry>> parts(ZipListing listing) {
    List<ZipEntry> sorted = new ArrayList<>(listing.entries());
    sorted.sort(Comparator.comparingLong(e -> e.place().data()));
    List<List<ZipEntry>> parts = new ArrayList<>();
    int start = 0;
    long bytes = 0;
    for (int i = 0; i < sorted.size(); i++) {
      bytes += sorted.get(i).packedSize();
      if (bytes >= PART_BYTES || i == sorted.size() - 1) {
        parts.add(sorted.subList(start, i + 1));
        start = i + 1;
        bytes = 0;
      }
    }
    return parts;
  }

  private static Part read(List<ZipEntry> entries) throws IOException {
    Part part = new Part(new EntryLook(), new ArrayList<>(), new ArrayList<>(entries.size()));
    try (EntryScan scan = new EntryScan()) {
      for (ZipEntry entry : entries) {
        try (OutputStream wanted = part.look().content(entry)) {
          OutputStream out = wanted == null ? OutputStream.nullOutputStream() : wanted;
          part.checked().add(new Checked(entry, scan.scan(entry, out)));
        } catch (ZipFaultException e) {
          // it ends the look at this entry only
          part.irregularities().add(e.irregularity());
        }
      }
    }
    return part;
  }
}
