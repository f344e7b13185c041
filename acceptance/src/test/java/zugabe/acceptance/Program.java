package zugabe.acceptance;

import java.io.File;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/** Runs programs, the built one above all, as a user would. */
final class Program {
  /** The project's folder. */
  static final Path ROOT = Path.of("").toAbsolutePath().getParent();

  private static final int LIMIT_SECONDS = 120;

  private final Path folder;
  private final Map<String, String> environment = new HashMap<>();

  private Program(Path folder) {
    this.folder = folder;
  }

  static Program in(Path folder) {
    return new Program(folder);
  }

  /** What a run gave. */
  record Result(int exit, String out, String err) {
    String all() {
      return out + err;
    }
  }

  Program with(String variable, String value) {
    environment.put(variable, value);
    return this;
  }

  /** Runs the built program. */
  Result zugabe(String... arguments) throws IOException, InterruptedException {
    List<String> command = new ArrayList<>(List.of(ROOT.resolve("zugabe").toString()));
    command.addAll(Arrays.asList(arguments));
    Result result = run(command.toArray(String[]::new));
    Sayings.note(result.err());
    return result;
  }

  Result run(String... command) throws IOException, InterruptedException {
    Path out = Files.createTempFile("run", ".out");
    Path err = Files.createTempFile("run", ".err");
    try {
      Process process =
          builder(command).redirectOutput(out.toFile()).redirectError(err.toFile()).start();
      if (!process.waitFor(LIMIT_SECONDS, TimeUnit.SECONDS)) {
        process.destroyForcibly();
        throw new AssertionError(
            "not done after " + LIMIT_SECONDS + " s: " + String.join(" ", command));
      }
      return new Result(process.exitValue(), text(out), text(err));
    } finally {
      Files.delete(out);
      Files.delete(err);
    }
  }

  ProcessBuilder builder(String... command) {
    ProcessBuilder builder =
        new ProcessBuilder(command).directory(folder.toFile()).redirectInput(new File("/dev/null"));
    builder.environment().remove("SOURCE_DATE_EPOCH");
    // nothing is left in the folders of whoever runs the tests
    builder.environment().put("ZUGABE_CACHE", "off");
    builder.environment().putAll(environment);
    return builder;
  }

  private static String text(Path file) throws IOException {
    return new String(Files.readAllBytes(file), StandardCharsets.UTF_8);
  }

  /** Every Java runtime of the machine. */
  static List<String> runtimes() throws IOException {
    List<String> found = new ArrayList<>();
    Path machine = Path.of("/usr/lib/jvm");
    try (Stream<Path> list = Files.isDirectory(machine) ? Files.list(machine) : Stream.empty()) {
      for (Path home : list.sorted().toList()) {
        Path java = home.resolve("bin/java");
        if (Files.isExecutable(java) && !found.contains(java.toRealPath().toString())) {
          found.add(java.toRealPath().toString());
        }
      }
    }
    String own = Path.of(System.getProperty("java.home"), "bin/java").toRealPath().toString();
    if (!found.contains(own)) {
      found.add(own);
    }
    return found;
  }

  /** The command line that starts the program without its script: for killing it exactly. */
  static List<String> java(String... arguments) {
    List<String> command =
        new ArrayList<>(
            List.of(
                Path.of(System.getProperty("java.home"), "bin/java").toString(),
                "-XX:TieredStopAtLevel=1",
                "-XX:+UseSerialGC",
                "-jar",
                ROOT.resolve("cli/target/app/zugabe.jar").toString()));
    command.addAll(Arrays.asList(arguments));
    return command;
  }
}
