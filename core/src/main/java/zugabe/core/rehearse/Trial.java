package zugabe.core.rehearse;

import java.io.ByteArrayOutputStream;
import java.io.File;
import java.io.IOException;
import java.io.InputStream;
import java.io.InterruptedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import zugabe.core.recipe.TrialSpec;

/** Starts a jar on the Java runtime that runs this program. */
public final class Trial {
  /** What is kept of its output, in bytes. */
  private static final int MAX_OUTPUT = 64 * 1024;

  private Trial() {}

  /**
   * What came of it.
   *
   * @param command as a user would type it
   * @param fault why it isn't what was expected; empty when it is
   */
  public record Result(String command, int exit, String output, Optional<String> fault) {}

  /** Starts the jar without a screen and waits for its end. */
  public static Result start(Path jar, TrialSpec trial) throws IOException {
    String java = Path.of(System.getProperty("java.home"), "bin", "java").toString();
    List<String> command =
        new ArrayList<>(List.of(java, "-Djava.awt.headless=true", "-jar", jar.toString()));
    command.addAll(trial.arguments());
    Process process =
        new ProcessBuilder(command)
            .redirectErrorStream(true)
            .redirectInput(
                new File(System.getProperty("os.name").startsWith("Windows") ? "NUL" : "/dev/null"))
            .start();
    Output output = new Output(process.getInputStream());
    output.start();
    boolean ended = ends(process, trial.within());
    if (!ended) {
      process.destroyForcibly();
      ends(process, Duration.ofSeconds(5));
    }
    String text = output.text();
    String shown =
        ("java -jar " + jar.getFileName() + " " + String.join(" ", trial.arguments())).strip();
    int exit = ended ? process.exitValue() : -1;
    return new Result(shown, exit, text, fault(ended, exit, text, trial));
  }

  private static Optional<String> fault(boolean ended, int exit, String text, TrialSpec trial) {
    if (!ended) {
      return Optional.of("it wasn't done after " + trial.within().toMillis() + " ms");
    }
    if (exit != trial.exit()) {
      return Optional.of("its exit code is " + exit + ", expected is " + trial.exit());
    }
    return trial.text().filter(t -> !text.contains(t)).map(t -> "it doesn't print \"" + t + "\"");
  }

  private static boolean ends(Process process, Duration within) throws IOException {
    try {
      return process.waitFor(within.toMillis(), TimeUnit.MILLISECONDS);
    } catch (InterruptedException e) {
      process.destroyForcibly();
      Thread.currentThread().interrupt();
      throw new InterruptedIOException("interrupted");
    }
  }

  /** Reads what the process prints, so that it never has to wait for us. */
  private static final class Output extends Thread {
    private final InputStream in;
    private final ByteArrayOutputStream kept = new ByteArrayOutputStream();

    Output(InputStream in) {
      super("trial-output");
      this.in = in;
      setDaemon(true);
    }

    @Override
    public void run() {
      byte[] buffer = new byte[4096];
      try (in) {
        for (int got = in.read(buffer); got >= 0; got = in.read(buffer)) {
          synchronized (kept) {
            kept.write(buffer, 0, Math.min(got, MAX_OUTPUT - kept.size()));
          }
        }
      } catch (IOException e) {
        // the process ended while we read: what came until then counts
        return;
      }
    }

    String text() throws IOException {
      try {
        join(2000);
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        throw new InterruptedIOException("interrupted");
      }
      synchronized (kept) {
        return kept.toString(StandardCharsets.UTF_8);
      }
    }
  }
}
