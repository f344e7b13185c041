package zugabe.core.making;

import java.io.IOException;
import java.io.InputStream;
import java.nio.channels.FileChannel;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Future;
import java.util.zip.CRC32;
import zugabe.bytes.Access;
import zugabe.bytes.Content;
import zugabe.bytes.ContentChangedException;
import zugabe.bytes.Layout;
import zugabe.bytes.Packing;
import zugabe.bytes.RangeContent;
import zugabe.bytes.Segment;
import zugabe.core.work.Progress;
import zugabe.core.work.Workers;

/**
 * Streams a layout into a file: the only class that does. Short contents are packed ahead of the
 * writer, on all workers, within a window of bytes and segments; long ones in blocks. Nothing of it
 * depends on how many workers there are.
 */
final class Spool {
  /** The window: what may be in memory ahead of the writer. */
  private static final long WINDOW_BYTES = 16 << 20;

  private static final int WINDOW_SEGMENTS = 512;

  /** What a worker copies at once, and what isn't worth handing over. */
  private static final long LOAD_BYTES = 2 << 20;

  private static final long LEAST_BYTES = 1 << 18;

  private final Workers workers;
  private final Progress progress;
  private final Sink sink;
  private final String writing;
  private final long base;
  private final Deque<Pending> window = new ArrayDeque<>();
  private final List<Segment> travelling = new ArrayList<>();
  private long travellingBytes;
  private int jobs;
  private long windowBytes;

  /** A short content, packed. */
  private static final class Ready {
    private final byte[] bytes;
    private final Segment.Outcome outcome;

    Ready(byte[] bytes, Segment.Outcome outcome) {
      this.bytes = bytes;
      this.outcome = outcome;
    }
  }

  /** A segment whose turn hasn't come. {@code work} is null unless it is a short content. */
  private record Pending(Segment segment, Future<Ready> work, long weight) {}

  /**
   * @param base where the file starts: 0, or a place in the file around it
   */
  private Spool(Workers workers, Progress progress, Sink sink, String writing, long base) {
    this.base = base;
    this.workers = workers;
    this.jobs = workers.jobs();
    this.progress = progress;
    this.sink = sink;
    this.writing = writing;
  }

  /**
   * A finished file.
   *
   * @param size in bytes
   * @param sha256 in lower-case hexadecimal
   * @param jobs threads that packed at once at least: fewer than there are when memory is short
   */
  record Written(long size, String sha256, int jobs) {}

  /**
   * Writes the whole layout.
   *
   * @param what the file, for progress
   */
  static Written write(
      Layout layout, FileChannel file, String what, Workers workers, Progress progress)
      throws IOException {
    try (Sink sink = new Sink(file, workers)) {
      Spool spool = new Spool(workers, progress, sink, "writing " + what, 0);
      spool.writeAll(layout);
      long size = sink.position();
      return new Written(size, sink.finish(spool::tell), spool.jobs);
    }
  }

  /** Writes the whole layout; nobody asks for its digest. */
  static void writePlain(
      Layout layout, FileChannel file, String what, Workers workers, Progress progress)
      throws IOException {
    try (Sink sink = Sink.plain(file, workers)) {
      Spool spool = new Spool(workers, progress, sink, "writing " + what, 0);
      spool.writeAll(layout);
      sink.finish(spool::tell);
    }
  }

  private void writeAll(Layout layout) throws IOException {
    try {
      run(layout.segments());
    } finally {
      window.forEach(p -> cancel(p.work()));
    }
  }

  private static void cancel(Future<Ready> work) {
    if (work != null) {
      work.cancel(false);
    }
  }

  private void run(Iterator<Segment> segments) throws IOException {
    while (segments.hasNext() || !window.isEmpty()) {
      while (segments.hasNext() && window.size() < WINDOW_SEGMENTS && windowBytes < WINDOW_BYTES) {
        Pending pending = start(segments.next());
        window.add(pending);
        windowBytes += pending.weight();
      }
      Pending next = window.remove();
      windowBytes -= next.weight();
      write(next);
      tell();
    }
    deliver();
  }

  private void tell() {
    progress.at(writing, sink.arrived(), 0);
  }

  private Pending start(Segment segment) {
    if (segment instanceof Segment.Compressed p
        && p.content().size() <= Packing.BLOCK_BYTES
        && !p.packing().packsAlways()) {
      return new Pending(p, workers.submit(() -> pack(p)), p.content().size());
    }
    return new Pending(segment, null, 0);
  }

  private static Ready pack(Segment.Compressed p) throws IOException {
    int size = (int) p.content().size();
    byte[] content = new byte[size];
    try (InputStream in = p.content().open()) {
      if (in.readNBytes(content, 0, size) < size || in.read() >= 0) {
        throw new ContentChangedException(p.label(), "its size is no longer " + size + " bytes");
      }
    }
    CRC32 crc = new CRC32();
    crc.update(content);
    if (!p.packing().stores() && size > 0) {
      byte[] packed = p.packing().pack(new byte[0], content, size, true);
      if (packed.length < size) {
        return new Ready(packed, new Segment.Outcome(true, crc.getValue(), packed.length, size));
      }
    }
    return new Ready(content, new Segment.Outcome(false, crc.getValue(), size, size));
  }

  private void write(Pending pending) throws IOException {
    if (travels(pending.segment())) {
      travelling.add(pending.segment());
      if (travellingBytes >= LOAD_BYTES || travelling.size() == WINDOW_SEGMENTS) {
        deliver();
      }
      return;
    }
    deliver();
    if (pending.work() != null) {
      Segment.Compressed p = (Segment.Compressed) pending.segment();
      Ready ready = Workers.take(pending.work());
      sink.write(p.head().encode(position(), ready.outcome));
      sink.write(ready.bytes);
      sink.write(p.tail().encode(ready.outcome, List.of()));
    } else if (pending.segment() instanceof Segment.Encoded e) {
      sink.write(e.encoder().encode(position()));
    } else if (pending.segment() instanceof Segment.Copy c) {
      sink.write(c.header().encode(position()));
      if (isLong(c)) {
        sink.send(c);
      } else {
        streamed(c);
      }
    } else if (pending.segment() instanceof Segment.Compressed p) {
      compressed(p);
    } else if (pending.segment() instanceof Segment.Inside inside) {
      inside(inside);
    } else {
      later(pending.segment());
    }
  }

  /** What is about bytes that are written elsewhere. */
  private void later(Segment segment) throws IOException {
    if (segment instanceof Segment.Slot slot) {
      sink.leaveSlot(slot);
    } else if (segment instanceof Segment.Look look) {
      look(look);
    } else if (segment instanceof Segment.Fill fill) {
      sink.fillSlot(fill.slot(), fill.encoder().encode(position()));
    } else if (segment instanceof Segment.RangeStart start) {
      sink.startRange(start.digest());
    } else if (segment instanceof Segment.RangeEnd end) {
      sink.endRange(end);
    }
  }

  private void look(Segment.Look look) throws IOException {
    long size = look.content().size();
    List<Long> parts = new ArrayList<>();
    for (long at = 0; at < size; at += Segment.PART_BYTES) {
      parts.add(at);
    }
    workers.map(
        parts,
        at -> {
          long bytes = Math.min(Segment.PART_BYTES, size - at);
          try (Access part = new RangeContent(look.content(), at, bytes).access()) {
            look.reader().read(part);
          }
          return at;
        });
  }

  private void compressed(Segment.Compressed p) throws IOException {
    long at = position();
    int width = p.head().width(at);
    if (width > 0) {
      // an open slot holds the digest of the file up, so one without a width is none
      sink.leaveHead(width);
    }
    BlockWriter writer = new BlockWriter(p, workers, sink, this::tell);
    Segment.Outcome outcome = writer.run();
    jobs = Math.min(jobs, writer.jobs());
    if (width > 0) {
      sink.fillHead(p.head().encode(at, outcome));
    }
    sink.write(p.tail().encode(outcome, writer.blocks()));
  }

  private void inside(Segment.Inside inside) throws IOException {
    long at = position();
    sink.leaveHead(inside.head().width(at));
    long start = sink.position();
    new Spool(workers, progress, sink, writing, start).writeAll(inside.layout());
    long size = sink.position() - start;
    Segment.Outcome outcome = new Segment.Outcome(false, sink.crc32From(start), size, size);
    sink.fillHead(inside.head().encode(at, outcome));
  }

  private long position() {
    return sink.position() - base;
  }

  /** Whether a segment travels as it is, or stands between two that do, as folders do. */
  private boolean travels(Segment segment) {
    if (segment instanceof Segment.Copy c && isInPlace(c.content()) && !isLong(c)) {
      travellingBytes += c.content().size();
      return true;
    }
    return segment instanceof Segment.Encoded && !travelling.isEmpty();
  }

  /** Whether it is copied part by part. */
  private boolean isLong(Segment.Copy copy) {
    return isInPlace(copy.content()) && copy.isLong() && workers.jobs() > 1;
  }

  /** Whether nothing has to be noted of it while it is read. */
  private static boolean isInPlace(Content content) {
    return content instanceof RangeContent || content.knownCrc32().isPresent();
  }

  /** What travels together goes by the workers when it is much. */
  private void deliver() throws IOException {
    if (travellingBytes < LEAST_BYTES || workers.jobs() == 1) {
      for (Segment one : travelling) {
        sink.carry(piece(one, position()));
      }
    } else {
      List<Carriers.Piece> pieces = new ArrayList<>(travelling.size());
      long at = position();
      for (Segment one : travelling) {
        Carriers.Piece piece = piece(one, at);
        pieces.add(piece);
        at += piece.size();
      }
      sink.send(pieces, at - position());
    }
    travelling.clear();
    travellingBytes = 0;
  }

  private static Carriers.Piece piece(Segment segment, long at) throws IOException {
    if (segment instanceof Segment.Copy c) {
      return new Carriers.Piece(
          c.label(), c.header().encode(at), Optional.of(c.content()), c.crc32());
    }
    Segment.Encoded e = (Segment.Encoded) segment;
    return new Carriers.Piece(e.label(), e.encoder().encode(at), Optional.empty(), 0);
  }

  private void streamed(Segment.Copy c) throws IOException {
    CRC32 crc = new CRC32();
    long count = 0;
    byte[] buffer = new byte[(int) Math.min(1 << 16, Math.max(1, c.content().size()))];
    try (InputStream in = c.content().open()) {
      for (int got = in.read(buffer); got >= 0; got = in.read(buffer)) {
        crc.update(buffer, 0, got);
        sink.write(buffer, 0, got);
        count += got;
      }
    }
    if (count != c.content().size() || crc.getValue() != c.crc32()) {
      throw new ContentChangedException(c.label(), ContentChangedException.PACKED);
    }
  }
}
