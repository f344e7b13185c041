package zugabe.core.sign;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.concurrent.Future;
import zugabe.bytes.RangeDigest;
import zugabe.core.work.Workers;
import zugabe.formats.apk.ContentDigest;

/**
 * Digests a section of a package in chunks on all workers, as its bytes come. Its value is the
 * chunks' digests one after the other.
 */
final class ChunkEngine implements RangeDigest.Engine {
  private final String algorithm;
  private final Workers workers;
  private final ByteArrayOutputStream digests = new ByteArrayOutputStream();
  private final Deque<Future<byte[]>> running = new ArrayDeque<>();
  private byte[] chunk = new byte[ContentDigest.CHUNK_BYTES];
  private int filled;

  ChunkEngine(String algorithm, Workers workers) {
    this.algorithm = algorithm;
    this.workers = workers;
  }

  @Override
  public void update(byte[] bytes, int offset, int length) {
    int at = offset;
    int left = length;
    while (left > 0) {
      int count = Math.min(left, chunk.length - filled);
      System.arraycopy(bytes, at, chunk, filled, count);
      filled += count;
      at += count;
      left -= count;
      if (filled == chunk.length) {
        hand();
      }
    }
  }

  private void hand() {
    byte[] full = chunk;
    int length = filled;
    running.add(workers.submit(() -> ContentDigest.chunk(algorithm, full, 0, length)));
    // no more chunks in memory than workers can be busy with
    while (running.size() > 2 * workers.jobs()) {
      take();
    }
    chunk = new byte[ContentDigest.CHUNK_BYTES];
    filled = 0;
  }

  private void take() {
    try {
      digests.writeBytes(Workers.take(running.remove()));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  @Override
  public byte[] done() {
    if (filled > 0) {
      hand();
    }
    while (!running.isEmpty()) {
      take();
    }
    return digests.toByteArray();
  }
}
