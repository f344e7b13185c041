package zugabe.core.making;

import java.io.IOException;
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
import zugabe.bytes.ContentChangedException;
import zugabe.bytes.RangeContent;
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
  record Piece(String label, byte[] header, Optional<RangeContent> content, long crc32) {
    long size() {
      return header.length + content.map(RangeContent::size).orElse(0L);
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
        throw new ContentChangedException(label, ContentChangedException.PACKED);
      }
    }
  }

  /** Pieces on their way. */
  private record Load(long position, Future<Void> done) {}

  /** Sends pieces on their way, to stand one behind the other from a place on. */
  void send(long position, List<Piece> pieces) throws IOException {
    // headers wait in memory
    while (loads.size() > 2 * workers.jobs()) {
      Workers.take(loads.remove().done());
    }
    loads.add(
        new Load(
            position,
            workers.submit(
                () -> {
                  carry(position, pieces);
                  return null;
                })));
  }

  private void carry(long position, List<Piece> pieces) throws IOException {
    Outlet own = outlets.poll();
    Outlet outlet = own == null ? new Outlet(file, BUFFER_BYTES, () -> {}) : own;
    outlet.go(position);
    for (Piece piece : pieces) {
      piece.write(outlet);
    }
    outlet.flush();
    // one that failed keeps bytes in its buffer, and nobody writes on
    outlets.add(outlet);
  }

  /** The first place from {@code from} on that a load is on its way to; past all files if none. */
  long openFrom(long from) {
    for (Load load : loads) {
      if (load.position() >= from) {
        return load.position();
      }
    }
    return Long.MAX_VALUE;
  }

  /** Notices what has arrived; whether there was something. */
  boolean notice() throws IOException {
    boolean some = false;
    while (!loads.isEmpty() && loads.peek().done().isDone()) {
      Workers.take(loads.remove().done());
      some = true;
    }
    return some;
  }

  /** Waits until all has arrived. */
  void settle() throws IOException {
    while (!loads.isEmpty()) {
      Workers.take(loads.remove().done());
    }
  }

  /** Nobody wants the file any more. */
  void cancel() {
    loads.forEach(load -> load.done().cancel(false));
  }
}
