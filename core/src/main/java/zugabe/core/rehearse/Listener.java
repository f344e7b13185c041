package zugabe.core.rehearse;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.concurrent.TimeUnit;

/**
 * Reads what a process prints, so that it never has to wait for us; keeps the first part and the
 * last.
 */
final class Listener extends Thread {
  /** What is kept of each part, in bytes. */
  private static final int KEPT = 64 * 1024;

  private final InputStream in;
  private final ByteArrayOutputStream start = new ByteArrayOutputStream();
  private final byte[] end = new byte[KEPT];
  private long passed;

  Listener(InputStream in) {
    super("rehearsal-output");
    this.in = in;
    setDaemon(true);
  }

  @Override
  public void run() {
    byte[] buffer = new byte[8192];
    try (in) {
      for (int got = in.read(buffer); got >= 0; got = in.read(buffer)) {
        keep(buffer, got);
      }
    } catch (IOException e) {
      // the process ended while we read: what came until then counts
      return;
    }
  }

  private synchronized void keep(byte[] buffer, int count) {
    int first = Math.min(count, KEPT - start.size());
    start.write(buffer, 0, first);
    for (int i = first; i < count; i++) {
      end[(int) (passed++ % KEPT)] = buffer[i];
    }
  }

  /** What came so far. A line in the middle tells how much was left out. */
  synchronized String text() {
    String text = start.toString(StandardCharsets.UTF_8);
    if (passed == 0) {
      return text;
    }
    int kept = (int) Math.min(passed, KEPT);
    byte[] last = new byte[kept];
    for (int i = 0; i < kept; i++) {
      last[i] = end[(int) ((passed - kept + i) % KEPT)];
    }
    String left = passed > KEPT ? "\n… " + (passed - KEPT) + " bytes left out …\n" : "";
    return text + left + new String(last, StandardCharsets.UTF_8);
  }

  /** Waits for the end of the output; something that was left running may keep it open. */
  void await(long millis) throws InterruptedException {
    TimeUnit.MILLISECONDS.timedJoin(this, millis);
  }
}
