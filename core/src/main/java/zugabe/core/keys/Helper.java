package zugabe.core.keys;

import java.io.File;
import java.io.IOException;
import java.io.InputStream;
import java.io.InterruptedIOException;
import java.io.OutputStream;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;

/**
 * A command of the user's that answers on its standard output, run by the system's shell.
 *
 * @param environment all that it gets of it, without secrets
 * @param errors whether what it says on standard error is shown; what may be a secret isn't
 */
record Helper(String line, Path folder, Map<String, String> environment, boolean errors) {
  private static final int MOST_BYTES = 1 << 16;
  private static final int MOST_SECONDS = 120;

  /**
   * Runs it; empty when it fails, or takes more than {@value #MOST_SECONDS} seconds.
   *
   * @param input for its standard input; empty for this program's own
   * @return up to {@value #MOST_BYTES} bytes
   * @throws IOException when it can't be started
   */
  Optional<byte[]> answer(Optional<byte[]> input) throws IOException {
    ProcessBuilder builder =
        new ProcessBuilder(
            File.separatorChar == '\\'
                ? List.of("cmd.exe", "/c", line)
                : List.of("/bin/sh", "-c", line));
    builder.directory(folder.toFile());
    builder.environment().clear();
    builder.environment().putAll(environment);
    if (input.isEmpty()) {
      builder.redirectInput(ProcessBuilder.Redirect.INHERIT);
    }
    builder.redirectError(
        errors ? ProcessBuilder.Redirect.INHERIT : ProcessBuilder.Redirect.DISCARD);
    Process process = builder.start();
    try (InputStream in = process.getInputStream()) {
      if (input.isPresent()) {
        give(process, input.get());
      }
      byte[] answer = in.readNBytes(MOST_BYTES);
      if (process.waitFor(MOST_SECONDS, TimeUnit.SECONDS) && process.exitValue() == 0) {
        return Optional.of(answer);
      }
      Arrays.fill(answer, (byte) 0);
      return Optional.empty();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new InterruptedIOException("interrupted");
    } finally {
      process.destroyForcibly();
    }
  }

  private static void give(Process process, byte[] input) {
    try (OutputStream out = process.getOutputStream()) {
      out.write(input);
    } catch (IOException e) {
      // one that doesn't read it answers anyway, and is judged by that
    }
  }
}
