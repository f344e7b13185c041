package zugabe.cli;

import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.Locale;

/**
 * Prints texts as {@link Visible} ones. Bytes, as colours and documents are written, pass as they
 * are.
 */
final class VisibleStream extends PrintStream {
  private final int columns;

  /**
   * @param columns that a line may have; the largest number where nobody looks at it
   */
  VisibleStream(PrintStream to, int columns) {
    super(to, true, StandardCharsets.UTF_8);
    this.columns = columns;
  }

  /** How wide a table may be that is printed to a stream. */
  static int columns(PrintStream stream) {
    return stream instanceof VisibleStream own ? own.columns : Integer.MAX_VALUE;
  }

  @Override
  public void print(String text) {
    super.print(Visible.lines(String.valueOf(text)));
  }

  @Override
  public void println(String text) {
    super.println(Visible.lines(String.valueOf(text)));
  }

  @Override
  public void print(Object object) {
    print(String.valueOf(object));
  }

  @Override
  public void println(Object object) {
    println(String.valueOf(object));
  }

  @Override
  public PrintStream append(CharSequence text) {
    print(String.valueOf(text));
    return this;
  }

  @Override
  public PrintStream format(String format, Object... arguments) {
    print(String.format(Locale.ROOT, format, arguments));
    return this;
  }

  @Override
  public PrintStream printf(String format, Object... arguments) {
    return format(format, arguments);
  }
}
