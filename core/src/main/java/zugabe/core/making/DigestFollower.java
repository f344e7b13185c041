package zugabe.core.making;

import java.io.IOException;
import java.io.InterruptedIOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.util.ArrayDeque;
import java.util.Deque;
import zugabe.bytes.RangeDigest;

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

  /** Ranges that aren't digested yet; the last may still be open. */
  private final Deque<Range> ranges = new ArrayDeque<>();

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

  DigestFollower(FileChannel file, RangeDigest digest) {
    super("zugabe-digest");
    this.file = file;
    this.digest = digest;
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
    digest.complete();
    return digest.value();
  }

  @Override
  public void run() {
    try {
      for (Range range = next(); range != null; range = next()) {
        digest(range);
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
    ByteBuffer chunk = ByteBuffer.wrap(bytes);
    long at = range.from;
    for (long to = end(range, at); to > at; to = end(range, at)) {
      chunk.clear().limit((int) Math.min(CHUNK_BYTES, to - at));
      int got = file.read(chunk, at);
      if (got < 0) {
        throw new IOException("the file was cut off while it was written");
      }
      digest.update(bytes, 0, got);
      at += got;
    }
  }

  /** The first range that isn't digested; null when there are no more. */
  private synchronized Range next() throws InterruptedException {
    while (ranges.isEmpty() && !ended) {
      wait();
    }
    return ranges.peek();
  }

  /**
   * The end of what is final, later than {@code at}; {@code at} itself when the range has ended
   * there, which is then done with.
   */
  private synchronized long end(Range range, long at) throws InterruptedException {
    while (range.upTo <= at && !range.closed) {
      wait();
    }
    if (range.upTo <= at) {
      ranges.remove(range);
    }
    return Math.max(range.upTo, at);
  }
}
