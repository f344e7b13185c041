package zugabe.cli;

import java.io.FileDescriptor;
import java.io.FileOutputStream;
import java.io.InputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Map;

/**
 * Where output goes and what it can show.
 *
 * @param streams what is read and written
 * @param show what can be shown
 * @param here the folder the command was given in
 */
record Terminal(Streams streams, Show show, Path here, Map<String, String> environment) {
  private static final int DEFAULT_COLUMNS = 100;

  /**
   * What is read and written.
   *
   * @param out the answer
   * @param err progress and findings
   */
  record Streams(InputStream in, PrintStream out, PrintStream err) {}

  /**
   * What can be shown.
   *
   * @param colour whether findings may be coloured
   * @param typed whether somebody types what is read
   * @param live whether a line may be rewritten
   * @param columns width in characters, 40 and more
   */
  record Show(boolean colour, boolean typed, boolean live, int columns) {}

  PrintStream out() {
    return streams.out();
  }

  PrintStream err() {
    return streams.err();
  }

  /** Moves the cursor or changes the colour on the screen that errors go to. */
  void control(String sequence) {
    byte[] bytes = sequence.getBytes(StandardCharsets.US_ASCII);
    err().write(bytes, 0, bytes.length);
  }

  boolean colour() {
    return show.colour();
  }

  boolean typed() {
    return show.typed();
  }

  boolean live() {
    return show.live();
  }

  int columns() {
    return show.columns();
  }

  /**
   * The process's own. The start script tells what is a terminal, since Java can only tell of both
   * at once.
   */
  static Terminal ofProcess() {
    return of(
        new Streams(System.in, utf8(FileDescriptor.out), utf8(FileDescriptor.err)),
        System.getProperty("zugabe.terminal", ""),
        Path.of("").toAbsolutePath(),
        System.getenv());
  }

  /**
   * One for these streams.
   *
   * @param terminals which of {@code in}, {@code out} and {@code err} are terminals
   */
  static Terminal of(
      Streams streams, String terminals, Path here, Map<String, String> environment) {
    boolean live = terminals.contains("err") && !"dumb".equals(environment.get("TERM"));
    boolean colour = live && environment.getOrDefault("NO_COLOR", "").isEmpty();
    return new Terminal(
        new Streams(
            streams.in(),
            new VisibleStream(streams.out(), limit(terminals.contains("out"), environment)),
            new VisibleStream(streams.err(), limit(live, environment))),
        new Show(colour, terminals.contains("in"), live, columns(environment)),
        here,
        environment);
  }

  private static PrintStream utf8(FileDescriptor descriptor) {
    return new PrintStream(new FileOutputStream(descriptor), true, StandardCharsets.UTF_8);
  }

  /** What isn't shown on a terminal is cut only when somebody says how wide it is to be. */
  private static int limit(boolean terminal, Map<String, String> environment) {
    return terminal || environment.containsKey("COLUMNS")
        ? columns(environment)
        : Integer.MAX_VALUE;
  }

  private static int columns(Map<String, String> environment) {
    String text = System.getProperty("zugabe.columns", environment.getOrDefault("COLUMNS", ""));
    return text.matches("\\d{2,4}") ? Math.max(40, Integer.parseInt(text)) : DEFAULT_COLUMNS;
  }
}
