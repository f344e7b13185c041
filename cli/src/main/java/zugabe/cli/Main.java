package zugabe.cli;

import java.io.InputStream;
import java.io.PrintStream;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import zugabe.core.kind.Registry;
import zugabe.core.program.Version;
import zugabe.kinds.Kinds;

/** Starts the program. The version is told before anything else is loaded. */
public final class Main {
  private Main() {}

  public static void main(String[] args) {
    if (args.length == 1 && (args[0].equals("--version") || args[0].equals("-V"))) {
      System.out.println("zugabe " + Version.TEXT);
      return;
    }
    String checkout = System.getProperty("zugabe.checkout");
    if (checkout != null && new Checkout(Path.of(checkout)).isNewerThanTheProgram()) {
      System.exit(Checkout.BUILD_AGAIN);
    }
    // no option has such a type; setting converters up for them takes a tenth of a short command
    System.setProperty("picocli.converters.excludes", "java.sql.*,java.time.*");
    // nothing that is written may depend on the user's language
    Locale.setDefault(Locale.ROOT);
    Registry kinds = Kinds.registry();
    if (args.length > 0 && (args[0].equals("check") || args[0].equals("build"))) {
      WarmUp.start(Runtime.getRuntime().availableProcessors(), args[0].equals("build"), kinds);
    }
    int code = CommandLineRun.of(Terminal.ofProcess(), kinds).run(args);
    System.out.flush();
    System.exit(code);
  }

  /**
   * Carries a command line out in this process, for tests: no terminal, and nothing to be read.
   *
   * @param here the folder it is given in, absolute
   * @param kinds what can be made
   * @return the exit code
   */
  public static int run(
      List<String> args,
      PrintStream out,
      PrintStream err,
      Path here,
      Map<String, String> environment,
      Registry kinds) {
    if (args.equals(List.of("--version"))) {
      out.println("zugabe " + Version.TEXT);
      return 0;
    }
    Terminal.Streams streams = new Terminal.Streams(InputStream.nullInputStream(), out, err);
    return CommandLineRun.of(Terminal.of(streams, "", here, environment), kinds)
        .run(args.toArray(String[]::new));
  }
}
