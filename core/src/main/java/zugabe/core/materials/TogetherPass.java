package zugabe.core.materials;

import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Optional;
import java.util.function.LongSupplier;
import java.util.zip.CRC32;
import zugabe.bytes.Access;
import zugabe.bytes.ContentChangedException;
import zugabe.bytes.JoinedCrc32;
import zugabe.bytes.RangeContent;
import zugabe.bytes.Segment;
import zugabe.bytes.WordSum;
import zugabe.core.work.Workers;
import zugabe.formats.zip.ArchivedContent;
import zugabe.formats.zip.EntryScan;
import zugabe.formats.zip.ZipEntry;
import zugabe.formats.zip.ZipFaultException;
import zugabe.formats.zip.ZipIrregularity;
import zugabe.formats.zip.ZipListing;
import zugabe.formats.zip.ZipPass;

/**
 * Does with a large library what {@link ZipPass} does with any, on all workers: entries that tell
 * something are unpacked at once, part by part; the file is digested and all others are unpacked
 * when workers have nothing better to do.
 */
final class TogetherPass implements Closeable {
  /** Packed bytes that a worker unpacks at once. */
  private static final long PART_BYTES = 2 << 20;

  private static final int BUFFER_BYTES = 1 << 16;

  /**
   * What one part told.
   *
   * @param sums CRC-32 of each entry's packed bytes; 0 for a damaged one
   */
  private record Part(EntryLook look, List<ZipIrregularity> irregularities, List<Long> sums) {}

  /** Sums of so many bytes, from an even place on. */
  private record Sums(long bytes, long crc32, long words) {}

  private final FileContent file;
  private final Workers workers;
  private final String state;
  private Optional<Workers.Later<String>> digest = Optional.empty();
  private final List<Workers.Later<Part>> later = new ArrayList<>();

  private TogetherPass(FileContent file, Workers workers) throws IOException {
    this.file = file;
    this.workers = workers;
    this.state = UserCache.state(file.path());
    file.hold();
  }

  /** Begins with the file; the caller is none of the workers. */
  static TogetherPass start(FileContent file, Workers workers) throws IOException {
    return new TogetherPass(file, workers);
  }

  /**
   * Reads the entries that tell something, and begins with the others.
   *
   * @param look notes what they tell
   * @return the contents of all of them; of the others, their sums wait until they are read
   */
  ZipPass.Result over(ZipListing listing, EntryLook look) throws IOException {
    List<ZipIrregularity> irregularities = new ArrayList<>();
    IdentityHashMap<ZipEntry, LongSupplier> sums = new IdentityHashMap<>();
    List<ZipEntry> telling = new ArrayList<>();
    List<ZipEntry> others = new ArrayList<>();
    listing.entries().forEach(e -> (EntryLook.tells(e) ? telling : others).add(e));
    List<List<ZipEntry>> first = parts(telling);
    Workers.Started<Part> started = workers.start(first, TogetherPass::read);
    if (file.isDigested()) {
      digest = Optional.of(workers.later(file::digest));
    }
    for (List<ZipEntry> entries : parts(others)) {
      Workers.Later<Part> part = workers.later(() -> read(entries));
      later.add(part);
      for (int i = 0; i < entries.size(); i++) {
        int at = i;
        sums.put(entries.get(i), () -> sum(part, at));
      }
    }
    List<Part> read = started.take();
    for (int p = 0; p < read.size(); p++) {
      Part part = read.get(p);
      look.add(part.look());
      irregularities.addAll(part.irregularities());
      for (int i = 0; i < part.sums().size(); i++) {
        long sum = part.sums().get(i);
        sums.put(first.get(p).get(i), () -> sum);
      }
    }
    List<ArchivedContent> contents = new ArrayList<>(listing.entries().size());
    for (ZipEntry entry : listing.entries()) {
      contents.add(new ArchivedContent(entry, sums.get(entry)));
    }
    return new ZipPass.Result(List.copyOf(irregularities), contents);
  }

  private static long sum(Workers.Later<Part> part, int at) {
    try {
      return part.take().sums().get(at);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Sums the file up on all workers, for whoever writes it: its digest takes far longer. */
  void sum() throws IOException {
    if (file.knownCrc32().isPresent()) {
      return;
    }
    List<Long> starts = new ArrayList<>();
    for (long at = 0; at < file.size(); at += Segment.PART_BYTES) {
      starts.add(at);
    }
    long crc32 = 0;
    long words = 0;
    for (Sums part : workers.map(starts, this::sums)) {
      crc32 = JoinedCrc32.of(crc32, part.crc32(), part.bytes());
      words += part.words();
    }
    file.summed(crc32, WordSum.folded(words));
  }

  private Sums sums(long from) throws IOException {
    long bytes = Math.min(Segment.PART_BYTES, file.size() - from);
    CRC32 crc = new CRC32();
    WordSum words = new WordSum();
    byte[] buffer = new byte[BUFFER_BYTES];
    long at = 0;
    try (Access part = new RangeContent(file, from, bytes).access()) {
      for (int got = 0; got >= 0; got = part.read(at, buffer, 0, buffer.length)) {
        crc.update(buffer, 0, got);
        words.update(buffer, 0, got);
        at += got;
      }
    }
    return new Sums(at, crc.getValue(), words.getValue());
  }

  /** Waits until all is read, and tells what was wrong with what {@link #over} left. */
  List<ZipIrregularity> rest() throws IOException {
    List<ZipIrregularity> irregularities = new ArrayList<>();
    for (Workers.Later<Part> part : later) {
      irregularities.addAll(part.take().irregularities());
    }
    if (digest.isPresent()) {
      digest.get().take();
    }
    // it was read twice, and the digest must be about what was checked
    if (!UserCache.state(file.path()).equals(state)) {
      throw new ContentChangedException(file.name(), "it was written while it was read");
    }
    return irregularities;
  }

  @Override
  public void close() throws IOException {
    digest.ifPresent(Workers.Later::cancel);
    later.forEach(Workers.Later::cancel);
    file.release();
  }

  /** Entries in the order of their bytes. */
  private static List<List<ZipEntry>> parts(List<ZipEntry> entries) {
    List<ZipEntry> sorted = new ArrayList<>(entries);
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
        long sum = 0;
        try (OutputStream wanted = part.look().content(entry)) {
          OutputStream out = wanted == null ? OutputStream.nullOutputStream() : wanted;
          sum = scan.scan(entry, out);
        } catch (ZipFaultException e) {
          // it ends the look at this entry only
          part.irregularities().add(e.irregularity());
        }
        part.sums().add(sum);
      }
    }
    return part;
  }
}
