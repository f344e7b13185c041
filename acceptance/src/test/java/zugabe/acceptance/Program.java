package zugabe.acceptance;

import java.io.ByteArrayOutputStream;
import java.io.File;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import zugabe.cli.Main;
import zugabe.core.kind.Registry;
import zugabe.kinds.Kinds;

/** Runs programs, the built one above all, as a user would. */
final class Program {
  /** The project's folder. */
  static final Path ROOT = Path.of("").toAbsolutePath().getParent();

  private static final int LIMIT_SECONDS = 120;

  private final Path folder;
  private final Map<String, String> environment = new HashMap<>();
  private boolean wine = true;

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

  /**
   * As on a machine that has no Wine: a rehearsal there takes five seconds to set up a system.
   * Those that are about it keep it. Processes of the built program find it all the same.
   */
  Program withoutWine() {
    wine = false;
    return this;
  }

  /** What only a process can be told. */
  private static final Set<String> OF_PROCESSES =
      Set.of("ZUGABE_JAVA_OPTIONS", "JAVA_HOME", "TZ", "LC_ALL", "LANG", "PATH", "TERM");

  /** Test classes whose first run was a process of the built program. */
  private static final Set<String> STARTED = ConcurrentHashMap.newKeySet();

  /**
   * Runs the program: the first run of a test class starts the built program as a process, the
   * others call its entry point here, which gives the same and takes a tenth of the time. With
   * {@code -Dzugabe.processes=true} all of them are processes.
   */
  Result zugabe(String... arguments) throws IOException, InterruptedException {
    String test =
        StackWalker.getInstance()
            .walk(
                frames ->
                    frames
                        .map(StackWalker.StackFrame::getClassName)
                        .filter(name -> name.endsWith("Test"))
                        .findFirst())
            .orElse("");
    boolean first = STARTED.add(test) || Boolean.getBoolean("zugabe.processes");
    return first || environment.keySet().stream().anyMatch(OF_PROCESSES::contains)
        ? started(arguments)
        : here(arguments);
  }

  /** Calls the program's entry point in this process. */
  Result here(String... arguments) {
    return here(Kinds.registry(), arguments);
  }

  /** The same for other kinds of deliverables. */
  Result here(Registry kinds, String... arguments) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ByteArrayOutputStream err = new ByteArrayOutputStream();
    Map<String, String> around = new HashMap<>(builder().environment());
    if (!wine) {
      around.put("PATH", "");
    }
    int exit =
        Main.run(
            List.of(arguments),
            new PrintStream(out, true, StandardCharsets.UTF_8),
            new PrintStream(err, true, StandardCharsets.UTF_8),
            folder,
            around,
            kinds);
    Result result =
        new Result(
            exit, out.toString(StandardCharsets.UTF_8), err.toString(StandardCharsets.UTF_8));
    Sayings.note(result.err());
    Answers.look(result.out());
    return result;
  }

  /** Starts the built program. */
  Result started(String... arguments) throws IOException, InterruptedException {
    List<String> command = new ArrayList<>(List.of(ROOT.resolve("zugabe").toString()));
    command.addAll(Arrays.asList(arguments));
    Result result = run(command.toArray(String[]::new));
    Sayings.note(result.err());
    Answers.look(result.out());
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
