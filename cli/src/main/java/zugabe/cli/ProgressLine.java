package zugabe.cli;

import zugabe.core.work.Progress;

/**
 * One line on the terminal that says what is being done, from the first second on. Silent anywhere
 * else.
 */
final class ProgressLine implements Progress, AutoCloseable {
  private static final long FIRST_NANOS = 1_000_000_000L;
  private static final long BETWEEN_NANOS = 100_000_000L;

  private final Terminal terminal;
  private final boolean wanted;
  private long next = System.nanoTime() + FIRST_NANOS;
  private boolean shown;

  ProgressLine(Terminal terminal, boolean wanted) {
    this.terminal = terminal;
    this.wanted = wanted && terminal.live();
  }

  @Override
  public void at(String what, long done, long total) {
    if (!wanted || System.nanoTime() < next) {
      return;
    }
    show(what, done, total);
  }

  private synchronized void show(String what, long done, long total) {
    next = System.nanoTime() + BETWEEN_NANOS;
    String text = what;
    if (total > 0) {
      text += "  " + 100 * done / total + " %";
    } else if (done > 0) {
      text += "  " + Sizes.of(done);
    }
    String fitting =
        text.length() < terminal.columns() ? text : text.substring(0, terminal.columns() - 1);
    terminal.control("\r\033[K");
    terminal.err().print(Visible.text(fitting));
    terminal.err().flush();
    shown = true;
  }

  @Override
  public void close() {
    end();
  }

  /** Takes the line away, so that the answer can be printed. */
  synchronized void end() {
    if (shown) {
      terminal.control("\r\033[K");
      terminal.err().flush();
      shown = false;
    }
    next = Long.MAX_VALUE;
  }
}
