package zugabe.bench;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * One measured run of a program.
 *
 * @param seconds from start to end
 * @param cpu processor seconds, of it and its children
 * @param peak resident memory, in kB, of the largest process
 */
record Run(double seconds, double cpu, long peak) {

  /** Runs a command and waits for it; fails unless its exit code is 0. */
  static Run of(Path folder, Map<String, String> environment, String... command)
      throws IOException, InterruptedException {
    Path figures = Files.createTempFile("bench", ".time");
    Path log = Files.createTempFile("bench", ".log");
    try {
      List<String> timed =
          new ArrayList<>(List.of("/usr/bin/time", "-f", "%e %U %S %M", "-o", figures.toString()));
      timed.addAll(List.of(command));
      ProcessBuilder builder =
          new ProcessBuilder(timed)
              .directory(folder.toFile())
              .redirectErrorStream(true)
              .redirectOutput(log.toFile())
              .redirectInput(new File("/dev/null"));
      builder.environment().putAll(environment);
      long begin = System.nanoTime();
      int exit = builder.start().waitFor();
      double seconds = (System.nanoTime() - begin) / 1e9;
      if (exit != 0) {
        throw new IOException(
            String.join(" ", command) + " ended with " + exit + ":\n" + Files.readString(log));
      }
      String[] f = Files.readString(figures).strip().split(" ", -1);
      return new Run(
          seconds, Double.parseDouble(f[1]) + Double.parseDouble(f[2]), Long.parseLong(f[3]));
    } finally {
      Files.delete(figures);
      Files.delete(log);
    }
  }
}
