package zugabe.core.rehearse;

import java.io.IOException;
import java.io.InputStream;
import java.io.InterruptedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import zugabe.core.program.RuntimeRelease;

/**
 * Starts a program for Windows in a system of its own that Wine makes. There the variables, the
 * registry and the path name a runtime, which is a script that starts this machine's: so the
 * program finds one as it does on Windows, and what it starts runs.
 */
final class UnderWine {
  private static final String SCRIPT = "under-wine.sh";
  private static final int SET_UP_SECONDS = 120;

  private final Path wine;
  private final Runtimes.Chosen runtime;

  /**
   * @param wine the program
   * @param runtime this machine's
   */
  UnderWine(Path wine, Runtimes.Chosen runtime) {
    this.wine = wine;
    this.runtime = runtime;
  }

  /**
   * Prepares it, which doesn't count as the program's time.
   *
   * @param variables that name a runtime
   */
  Start start(Place place, String program, List<String> variables) throws IOException {
    Path system = Files.createDirectories(place.system());
    Path java = system.resolve("java");
    Files.createDirectories(java.resolve("bin"));
    for (String name : List.of("java.exe", "javaw.exe")) {
      script("java-under-wine.sh", java.resolve("bin").resolve(name));
    }
    Files.writeString(
        java.resolve(RuntimeRelease.FILE), "JAVA_VERSION=\"" + runtime.java() + "\"\n");
    Map<String, String> environment = new LinkedHashMap<>();
    // whatever a recipe calls them, what this needs itself comes behind
    variables.forEach(v -> environment.put(v, named(java)));
    environment.put("PATH", wine.getParent() + ":/usr/bin:/bin");
    environment.put("SYSTEM", system.toString());
    environment.put("MACHINE_JAVA", runtime.home().toString());
    environment.put("JAVA_HOME", named(java));
    environment.put("WINEPATH", named(java.resolve("bin")));
    Path script = script(SCRIPT, system.resolve(SCRIPT));
    setUp(script, place, environment);
    Path file = place.app().resolve(program);
    String name = file.getFileName().toString();
    return new Start(
        Optional.of(script),
        List.of(file.toString()),
        "wine " + ShellWords.of(name),
        Optional.of(new Start.Surroundings(place.work(), environment)));
  }

  private static void setUp(Path script, Place place, Map<String, String> environment)
      throws IOException {
    ProcessBuilder builder =
        new ProcessBuilder(script.toString())
            .directory(place.work().toFile())
            .redirectErrorStream(true)
            .redirectOutput(ProcessBuilder.Redirect.DISCARD);
    Rehearsal.surround(builder, place, environment);
    Process process = builder.start();
    Processes processes = new Processes(place.mark(), Optional.of(process));
    try {
      if (!process.waitFor(SET_UP_SECONDS, TimeUnit.SECONDS)) {
        processes.endAll();
        throw new NoSystemException("it hadn't one after " + SET_UP_SECONDS + " s");
      }
      if (process.exitValue() != 0) {
        throw new NoSystemException("it ended with exit code " + process.exitValue());
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new InterruptedIOException("interrupted");
    }
  }

  /** As programs there name a file. */
  private static String named(Path file) {
    return "Z:" + file.toString().replace('/', '\\');
  }

  private static Path script(String name, Path to) throws IOException {
    try (InputStream in = UnderWine.class.getResourceAsStream(name)) {
      if (in == null) {
        throw new IOException(name + " is missing from this installation");
      }
      Files.copy(in, to);
    }
    return Files.setPosixFilePermissions(to, PosixFilePermissions.fromString("rwx------"));
  }
}
