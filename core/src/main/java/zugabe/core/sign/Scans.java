package zugabe.core.sign;

import java.io.Closeable;
import java.io.IOException;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import zugabe.formats.zip.EntryScan;

/** Unpackers that are used again: one for each thread that works at once. */
final class Scans implements Closeable {
  private final Queue<EntryScan> free = new ConcurrentLinkedQueue<>();

  interface Use<T> {
    T with(EntryScan scan) throws IOException;
  }

  <T> T use(Use<T> use) throws IOException {
    EntryScan own = free.poll();
    EntryScan scan = own == null ? new EntryScan() : own;
    try {
      return use.with(scan);
    } finally {
      free.add(scan);
    }
  }

  @Override
  public void close() {
    for (EntryScan scan = free.poll(); scan != null; scan = free.poll()) {
      scan.close();
    }
  }
}
