package zugabe.cli;

import java.io.FileDescriptor;
import java.io.FileOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Map;

/**
 * Where output goes and what it can show.
 *
 * @param out the answer
 * @param err progress and findings
 * @param colour whether findings may be coloured
 * @param typed whether somebody types what is read
 * @param live whether a line may be rewritten
 * @param columns width in characters, 40 and more
 * @param here the folder the command was given in
 */
record Terminal(
    PrintStream out,
    PrintStream err,
    boolean colour,
    boolean typed,
    boolean live,
    int columns,
    Path here,
    Map<String, String> environment) {
  private static final int DEFAULT_COLUMNS = 100;

  /**
   * The process's own. The start script tells what is a terminal, since Java can only tell of both
   * at once.
   */
  static Terminal ofProcess() {
    Map<String, String> environment = System.getenv();
    String tty = System.getProperty("zugabe.terminal", "");
    boolean live = tty.contains("err") && !"dumb".equals(environment.get("TERM"));
    boolean colour = live && environment.getOrDefault("NO_COLOR", "").isEmpty();
    return new Terminal(
        utf8(FileDescriptor.out),
        utf8(FileDescriptor.err),
        colour,
        tty.contains("in"),
        live,
        columns(environment),
        Path.of("").toAbsolutePath(),
        environment);
  }

  private static PrintStream utf8(FileDescriptor descriptor) {
    return new PrintStream(new FileOutputStream(descriptor), true, StandardCharsets.UTF_8);
  }

  private static int columns(Map<String, String> environment) {
    String text = System.getProperty("zugabe.columns", environment.getOrDefault("COLUMNS", ""));
    return text.matches("\\d{2,4}") ? Math.max(40, Integer.parseInt(text)) : DEFAULT_COLUMNS;
  }
}
