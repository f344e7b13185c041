package zugabe.core.making;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.channels.FileChannel;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.Future;
import java.util.zip.CRC32;
import zugabe.bytes.Access;
import zugabe.bytes.Content;
import zugabe.bytes.ContentChangedException;
import zugabe.bytes.JoinedCrc32;
import zugabe.bytes.RangeContent;
import zugabe.bytes.Segment;
import zugabe.core.work.Workers;

/**
 * Copies what travels as it is to its places in a file, on all workers: where each piece goes is
 * known before its bytes are.
 */
final class Carriers {
  /** What fits into a processor's own memory: each byte goes in and out once. */
  private static final int BUFFER_BYTES = 1 << 18;

  private final FileChannel file;
  private final Workers workers;
  private final Queue<Outlet> outlets = new ConcurrentLinkedQueue<>();

  /** In the order of their places. */
  private final Deque<Load> loads = new ArrayDeque<>();

  Carriers(FileChannel file, Workers workers) {
    this.file = file;
    this.workers = workers;
  }

  /**
   * A header and the content behind it.
   *
   * @param crc32 that the content's bytes must have
   */
  @SuppressWarnings("ArrayRecordComponent") // nobody compares them
  record Piece(String label, byte[] header, Optional<Content> content, long crc32) {
    long size() {
      return header.length + content.map(Content::size).orElse(0L);
    }

    void write(Outlet outlet) throws IOException {
      outlet.write(header);
      if (content.isEmpty()) {
        return;
      }
      CRC32 crc = new CRC32();
      long count;
      try (Access access = content.get().access()) {
        count = outlet.copy(access, crc);
      }
      if (count != content.get().size() || crc.getValue() != crc32) {
        throw changed(label, content.get());
      }
    }
  }

  private static IOException changed(String label, Content content) throws IOException {
    // one that knows more about itself says it when it is read from end to end
    try (InputStream in = content.open()) {
      in.transferTo(OutputStream.nullOutputStream());
    }
    return new ContentChangedException(label, ContentChangedException.PACKED);
  }

  /**
   * Pieces on their way, or a part of a long content.
   *
   * @param done with the part's CRC-32
   * @param parts whose part it is; null for pieces
   */
  private record Load(long position, Future<Long> done, Parts parts, long bytes) {
    void take() throws IOException {
      long crc32 = Workers.take(done);
      if (parts != null) {
        parts.arrived(crc32, bytes);
      }
    }
  }

  /** A long content that several copy: its CRC-32 is joined from theirs. */
  private static final class Parts {
    private final Segment.Copy copy;
    private long crc32;
    private long arrived;

    Parts(Segment.Copy copy) {
      this.copy = copy;
    }

    /** The next part, in their order. */
    void arrived(long partCrc32, long bytes) throws IOException {
      crc32 = JoinedCrc32.of(crc32, partCrc32, bytes);
      arrived += bytes;
      if (arrived == copy.content().size() && crc32 != copy.crc32()) {
        throw changed(copy.label(), copy.content());
      }
    }
  }

  /** Sends pieces on their way, to stand one behind the other from a place on. */
  void send(long position, List<Piece> pieces) throws IOException {
    // headers wait in memory
    while (loads.stream().filter(l -> l.parts() == null).count() > 2L * workers.jobs()) {
      loads.remove().take();
    }
    loads.add(new Load(position, workers.submit(() -> carry(position, pieces)), null, 0));
  }

  /** Sends a long content on its way to a place, part by part; its header stands there already. */
  void send(long position, Segment.Copy copy) throws IOException {
    Parts parts = new Parts(copy);
    long size = copy.content().size();
    try (Access access = copy.content().access()) {
      if (access.size() != size) {
        throw changed(copy.label(), copy.content());
      }
    }
    for (long at = 0; at < size; at += Segment.PART_BYTES) {
      long from = at;
      long bytes = Math.min(Segment.PART_BYTES, size - at);
      Future<Long> done = workers.submit(() -> carry(position, parts, from, bytes));
      loads.add(new Load(position + from, done, parts, bytes));
    }
  }

  private long carry(long position, List<Piece> pieces) throws IOException {
    Outlet outlet = outlet();
    outlet.go(position);
    for (Piece piece : pieces) {
      piece.write(outlet);
    }
    outlet.flush();
    outlets.add(outlet);
    return 0;
  }

  private long carry(long position, Parts parts, long from, long bytes) throws IOException {
    Outlet outlet = outlet();
    outlet.go(position + from);
    CRC32 crc = new CRC32();
    try (Access access = new RangeContent(parts.copy.content(), from, bytes).access()) {
      if (outlet.copy(access, crc) != bytes) {
        throw changed(parts.copy.label(), parts.copy.content());
      }
    }
    outlet.flush();
    outlets.add(outlet);
    return crc.getValue();
  }

  /** One that failed keeps bytes in its buffer, and nobody writes on with it. */
  private Outlet outlet() {
    Outlet own = outlets.poll();
    return own == null ? new Outlet(file, BUFFER_BYTES, () -> {}) : own;
  }

  /** The first place from {@code from} on that a load is on its way to; past all files if none. */
  long openFrom(long from) {
    for (Load load : loads) {
      if (load.position() >= from && !load.done().isDone()) {
        return load.position();
      }
    }
    return Long.MAX_VALUE;
  }

  /** Notices what has arrived; whether there was something. */
  boolean notice() throws IOException {
    boolean some = false;
    while (!loads.isEmpty() && loads.peek().done().isDone()) {
      loads.remove().take();
      some = true;
    }
    return some;
  }

  /** Waits for the next one to arrive; false when all have. */
  boolean settle() throws IOException {
    if (loads.isEmpty()) {
      return false;
    }
    loads.remove().take();
    return true;
  }

  /** Waits until all has arrived that goes to places from one on, and judges what it can of it. */
  void settleFrom(long position) throws IOException {
    for (Load load : loads) {
      if (load.position() >= position) {
        Workers.take(load.done());
      }
    }
    // parts are joined in their order: a content that changed is told before anybody signs for it
    notice();
  }

  /** Nobody wants the file any more. */
  void cancel() {
    loads.forEach(load -> load.done().cancel(false));
  }
}
