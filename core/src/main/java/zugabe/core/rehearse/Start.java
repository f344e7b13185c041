package zugabe.core.rehearse;

import java.io.File;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.jar.JarFile;
import java.util.stream.Stream;

/**
 * How something that lies unpacked is started: by its start script, else as a jar with a main
 * class.
 */
record Start(Path file, boolean script) {
  private static final int DEPTH = 2;

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
          starts.add(new Start(file, true));
        }
      }
    }
    for (Path file : files) {
      if (file.toString().endsWith(".jar") && isStartable(file)) {
        starts.add(new Start(file, false));
      }
    }
    // a script knows more than the jar beside it
    Optional<Start> named =
        starts.stream()
            .filter(
                s -> program.isPresent() && s.file().getFileName().toString().equals(program.get()))
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
    if (script) {
      settings(home, options);
      command.add(file.toString());
    } else {
      command.add(runtime.resolve("bin/java").toString());
      command.addAll(options);
      command.add("-jar");
      command.add(file.toString());
    }
    return command;
  }

  /** A start script takes options for the runtime from its user's settings only. */
  private void settings(Path home, List<String> options) throws IOException {
    String text = Files.readString(file);
    String marker = "/.config}/";
    int at = text.indexOf(marker);
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

  /** As a user would type it. */
  String shown(List<String> arguments) {
    String start = script ? "./" + file.getFileName() : "java -jar " + file.getFileName();
    return (start + " " + String.join(" ", arguments)).strip();
  }
}
