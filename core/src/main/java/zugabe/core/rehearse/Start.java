package zugabe.core.rehearse;

import java.io.File;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.jar.JarFile;
import java.util.stream.Stream;
import zugabe.bytes.Regex;

/**
 * How something that lies unpacked is started.
 *
 * @param script its start script; empty for what a Java runtime starts
 * @param words behind the runtime's name and options, or behind the script
 * @param shown as a user would type it
 * @param surroundings where it is started and with what, when that isn't as for a user
 */
record Start(
    Optional<Path> script, List<String> words, String shown, Optional<Surroundings> surroundings) {
  /** Working folder and additional variables of the environment. */
  record Surroundings(Path folder, Map<String, String> environment) {}

  private static final int DEPTH = 3;

  /** As for a user. */
  Start(Optional<Path> script, List<String> words, String shown) {
    this(script, words, shown, Optional.empty());
  }

  /** By a script. */
  static Start script(Path file) {
    return new Start(
        Optional.of(file), List.of(), "./" + ShellWords.of(file.getFileName().toString()));
  }

  /** By a jar with a main class. */
  static Start jar(Path file) {
    return new Start(
        Optional.empty(),
        List.of("-jar", file.toString()),
        "java -jar " + ShellWords.of(file.getFileName().toString()));
  }

  /** The same with more arguments. */
  Start with(List<String> arguments) {
    return new Start(
        script,
        Stream.concat(words.stream(), arguments.stream()).toList(),
        shown(arguments),
        surroundings);
  }

  /** Looks in a folder and the folders in it. */
  static Optional<Start> find(Path folder, Optional<String> program) throws IOException {
    List<Path> files;
    try (Stream<Path> walk = Files.walk(folder, DEPTH)) {
      files = walk.filter(Files::isRegularFile).sorted().toList();
    }
    List<Start> starts = new ArrayList<>();
    if (File.separatorChar == '/') {
      for (Path file : files) {
        if (Files.isExecutable(file) && isScript(file)) {
          starts.add(script(file));
        }
      }
    }
    for (Path file : files) {
      // deeper ones are libraries, which may have main classes too
      boolean high = folder.relativize(file).getNameCount() < DEPTH;
      if (high && Regex.matches(file.toString(), ".*\\.([jw]ar|exe)") && isStartable(file)) {
        starts.add(jar(file));
      }
    }
    // a script knows more than the jar beside it
    Optional<Start> named =
        starts.stream()
            .filter(
                s ->
                    program.isPresent()
                        && s.script()
                            .filter(f -> f.getFileName().toString().equals(program.get()))
                            .isPresent())
            .findFirst();
    return named.or(() -> starts.stream().findFirst());
  }

  private static boolean isScript(Path file) throws IOException {
    try (var in = Files.newInputStream(file)) {
      return new String(in.readNBytes(2), StandardCharsets.ISO_8859_1).equals("#!");
    }
  }

  private static boolean isStartable(Path file) {
    try (JarFile jar = new JarFile(file.toFile(), false)) {
      return jar.getManifest() != null
          && jar.getManifest().getMainAttributes().getValue("Main-Class") != null;
    } catch (IOException | SecurityException e) {
      return false;
    }
  }

  /** The command line without the program's arguments. */
  List<String> command(Path runtime, List<String> options, Path home) throws IOException {
    List<String> command = new ArrayList<>();
    if (script.isPresent()) {
      settings(script.get(), home, options);
      command.add(script.get().toString());
    } else {
      command.add(runtime.resolve("bin/java").toString());
      command.addAll(options);
    }
    command.addAll(words);
    return command;
  }

  /** A start script takes options for the runtime from its user's settings only. */
  private static void settings(Path file, Path home, List<String> options) throws IOException {
    String text = Files.readString(file);
    String marker = "/.config}/";
    int at = text.contains("JAVA_VERSION") ? text.indexOf(marker) : -1;
    int end = at < 0 ? -1 : text.indexOf(".settings", at);
    if (end < 0) {
      return;
    }
    Path path =
        home.resolve(".config").resolve(text.substring(at + marker.length(), end) + ".settings");
    Files.createDirectories(path.getParent());
    StringBuilder lines = new StringBuilder();
    options.forEach(o -> lines.append("option = ").append(o).append('\n'));
    Files.writeString(path, lines.toString());
  }

  /** As a user would type it, with the program's arguments. */
  String shown(List<String> arguments) {
    return (shown + " " + ShellWords.of(arguments)).strip();
  }
}
