package zugabe.cli;

import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.Locale;

/**
 * Prints texts as {@link Visible} ones. Bytes, as colours and documents are written, pass as they
 * are.
 */
final class VisibleStream extends PrintStream {
  VisibleStream(PrintStream to) {
    super(to, true, StandardCharsets.UTF_8);
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
