package zugabe.core.making;

import java.io.IOException;
import java.io.InterruptedIOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.concurrent.Future;
import zugabe.bytes.RangeDigest;
import zugabe.core.work.Workers;

/**
 * Digests ranges of a file while it is written, as far as their bytes are final. It reads them
 * back, from the page cache mostly, so that the writer never waits for it before the end, however
 * far it has fallen behind.
 */
final class DigestFollower extends Thread {
  /** What fits into a processor's own memory, so that it needn't be fetched twice. */
  private static final int CHUNK_BYTES = 1 << 16;

  private final FileChannel file;
  private final RangeDigest digest;
  private final Workers workers;

  /** Ranges that aren't digested yet; the last may still be open. */
  private final Deque<Range> ranges = new ArrayDeque<>();

  /** The values of parts, in their order, which workers are at. */
  private final List<Future<byte[]>> parts = new ArrayList<>();

  private boolean ended;
  private IOException failure;

  /** What is final of one range. */
  private static final class Range {
    private final long from;
    private long upTo;
    private boolean closed;

    Range(long from) {
      this.from = from;
      this.upTo = from;
    }
  }

  DigestFollower(FileChannel file, RangeDigest digest, Workers workers) {
    super("zugabe-digest");
    this.file = file;
    this.digest = digest;
    this.workers = workers;
    setDaemon(true);
  }

  /** A range starts. */
  synchronized void begin(long position) {
    ranges.add(new Range(position));
  }

  /** Where the open range starts; past every file when none is open. */
  synchronized long openFrom() {
    return ranges.isEmpty() || ranges.getLast().closed ? Long.MAX_VALUE : ranges.getLast().from;
  }

  /** Bytes of the open range before this place are final. */
  synchronized void upTo(long position) {
    ranges.getLast().upTo = Math.max(position, ranges.getLast().upTo);
    notifyAll();
  }

  /** The open range ends, and is final. */
  synchronized void end(long position) {
    ranges.getLast().upTo = position;
    ranges.getLast().closed = true;
    notifyAll();
  }

  /** Waits until all ranges are digested. */
  byte[] finish() throws IOException {
    synchronized (this) {
      ended = true;
      notifyAll();
    }
    try {
      join();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new InterruptedIOException("interrupted");
    }
    if (failure != null) {
      throw failure;
    }
    for (Future<byte[]> part : parts) {
      byte[] value = Workers.take(part);
      digest.update(value, 0, value.length);
    }
    digest.complete();
    return digest.value();
  }

  /** Nobody wants the digest any more. */
  synchronized void cancel() {
    interrupt();
    parts.forEach(p -> p.cancel(false));
  }

  @Override
  public void run() {
    try {
      for (Range range = next(); range != null; range = next()) {
        if (digest.parts().isPresent()) {
          digestParts(range, digest.parts().get());
        } else {
          digest(range);
        }
      }
    } catch (IOException e) {
      failure = e;
    } catch (InterruptedException e) {
      // the writer gave up and wants no digest
      interrupt();
    }
  }

  private void digest(Range range) throws IOException, InterruptedException {
    byte[] bytes = new byte[CHUNK_BYTES];
    long at = range.from;
    for (long to = end(range, at, 1); to > at; to = end(range, at, 1)) {
      int got = read(at, bytes, to - at);
      digest.update(bytes, 0, got);
      at += got;
    }
  }

  /** Each part as soon as it is whole, or the range ends with it. */
  private void digestParts(Range range, RangeDigest.Parts by) throws InterruptedException {
    long at = range.from;
    for (long to = end(range, at, by.bytes()); to > at; to = end(range, at, by.bytes())) {
      int bytes = (int) Math.min(by.bytes(), to - at);
      hand(at, bytes, by);
      at += bytes;
    }
  }

  private synchronized void hand(long from, int bytes, RangeDigest.Parts by) {
    parts.add(workers.submit(() -> part(from, from + bytes, by.start(bytes))));
  }

  private byte[] part(long from, long to, RangeDigest.Engine engine) throws IOException {
    byte[] bytes = new byte[CHUNK_BYTES];
    for (long at = from; at < to; ) {
      int got = read(at, bytes, to - at);
      engine.update(bytes, 0, got);
      at += got;
    }
    return engine.done();
  }

  private int read(long at, byte[] into, long most) throws IOException {
    int got = file.read(ByteBuffer.wrap(into, 0, (int) Math.min(into.length, most)), at);
    if (got < 0) {
      throw new IOException("the file was cut off while it was written");
    }
    return got;
  }

  /** The first range that isn't digested; null when there are no more. */
  private synchronized Range next() throws InterruptedException {
    while (ranges.isEmpty() && !ended) {
      wait();
    }
    return ranges.peek();
  }

  /**
   * The end of what is final, at least so many bytes behind {@code at} unless the range has ended;
   * {@code at} itself when it has ended there, and is then done with.
   */
  private synchronized long end(Range range, long at, int least) throws InterruptedException {
    while (range.upTo < at + least && !range.closed) {
      wait();
    }
    if (range.upTo <= at) {
      ranges.remove(range);
    }
    return Math.max(range.upTo, at);
  }
}
