package zugabe.core.rehearse;

import com.google.re2j.Pattern;
import java.util.Optional;

/** Ends that nobody means, whatever is expected: told by what runtimes and loaders print. */
final class Crash {
  private static final Pattern UNCAUGHT =
      Pattern.compile(
          "^(Exception in thread \"|Error: (Could not find or load main class|Unable to initialize main class|A JNI error|LinkageError)|Error occurred during initialization)");
  private static final Pattern LIBRARY =
      Pattern.compile(
          "error while loading shared libraries|Library not loaded|UnsatisfiedLinkError");
  private static final Pattern NO_DISPLAY =
      Pattern.compile(
          "java\\.awt\\.HeadlessException|[Cc]an't connect to X11|Unable to open DISPLAY");

  private static final Pattern IN_USE = Pattern.compile("[Aa]ddress (is )?already in use");

  /** Shells and Java's own process tell a signal's number so. */
  private static final int SIGNALS = 128;

  private static final int MOST_SIGNAL = 64;

  private Crash() {}

  /**
   * What went wrong, in words; empty when nothing did that can be told.
   *
   * @param exit less than 0 for a program that was stopped
   */
  static Optional<String> in(String output, int exit) {
    if (wantsDisplay(output)) {
      return Optional.empty();
    }
    Optional<String> line = output.lines().filter(l -> UNCAUGHT.matcher(l).find()).findFirst();
    if (line.isPresent()) {
      return Optional.of("it crashed: " + line.get());
    }
    if (exit > SIGNALS && exit <= SIGNALS + MOST_SIGNAL) {
      return Optional.of("it was ended by signal " + (exit - SIGNALS));
    }
    return exit == 0
        ? Optional.empty()
        : output
            .lines()
            .filter(l -> LIBRARY.matcher(l).find())
            .findFirst()
            .map(l -> "a library is missing: " + l.strip());
  }

  /** Whether somebody else listens where it would. */
  static boolean isAddressInUse(String output) {
    return IN_USE.matcher(output).find();
  }

  /** Whether it would have opened a window, and nothing here shows one. */
  static boolean wantsDisplay(String output) {
    return NO_DISPLAY.matcher(output).find();
  }
}
