package zugabe.cli;

import java.nio.file.Path;
import java.util.Locale;
import zugabe.core.program.Version;

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
    // nothing that is written may depend on the user's language
    Locale.setDefault(Locale.ROOT);
    if (args.length > 0 && (args[0].equals("check") || args[0].equals("build"))) {
      WarmUp.start(Runtime.getRuntime().availableProcessors(), args[0].equals("build"));
    }
    int code = CommandLineRun.of(Terminal.ofProcess()).run(args);
    System.out.flush();
    System.exit(code);
  }
}
