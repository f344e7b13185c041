package zugabe.core.rehearse;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * An installed service's unit, as far as it says how to start it (systemd.service(5), "Command
 * Lines"): read again from what was installed, so that a rehearsal does what the system would do.
 */
record Unit(String name, List<String> command, Path directory, Map<String, String> environment) {
  private static final String ENDING = ".service";

  /**
   * Reads a unit of a user's.
   *
   * @param state the folder of states, {@code %S}
   */
  static Unit of(Path file, Path home, Path state) throws IOException {
    String name = file.getFileName().toString();
    List<String> command = List.of();
    Path directory = home;
    Map<String, String> environment = new LinkedHashMap<>();
    for (String line : Files.readAllLines(file)) {
      int equals = line.indexOf('=');
      String value = equals < 0 ? "" : line.substring(equals + 1);
      switch (equals < 0 ? "" : line.substring(0, equals)) {
        case "ExecStart" -> command = words(value, true);
        case "StateDirectory" ->
            environment.put(
                "STATE_DIRECTORY", Files.createDirectories(state.resolve(value)).toString());
        case "WorkingDirectory" ->
            directory =
                Path.of(
                    value
                        .replace("%S", state.toString())
                        .replace("%h", home.toString())
                        .replace("%%", "%"));
        case "Environment" -> {
          for (String word : words(value.replace("%S", state.toString()), false)) {
            int at = word.indexOf('=');
            environment.put(word.substring(0, Math.max(0, at)), word.substring(at + 1));
          }
        }
        default -> {
          // how it is supervised is the system's
        }
      }
    }
    String plain =
        name.endsWith(ENDING) ? name.substring(0, name.length() - ENDING.length()) : name;
    return new Unit(plain, command, directory, environment);
  }

  /**
   * @param dollars whether two dollar signs are one, as in command lines
   */
  private static List<String> words(String line, boolean dollars) {
    List<String> words = new ArrayList<>();
    StringBuilder word = new StringBuilder();
    boolean quoted = false;
    boolean some = false;
    for (int i = 0; i < line.length(); i++) {
      char c = line.charAt(i);
      if (c == '"') {
        quoted = !quoted;
        some = true;
      } else if (c == ' ' && !quoted) {
        if (some) {
          words.add(word.toString());
        }
        word.setLength(0);
        some = false;
      } else {
        some = true;
        boolean doubled = c == '%' || (dollars && c == '$');
        if (c == '\\' && i + 1 < line.length()) {
          i = escape(line, i + 1, word);
        } else {
          word.append(c);
          i += doubled && i + 1 < line.length() && line.charAt(i + 1) == c ? 1 : 0;
        }
      }
    }
    if (some) {
      words.add(word.toString());
    }
    return words;
  }

  /** Reads what follows a backslash; where it ends. */
  private static int escape(String line, int at, StringBuilder word) {
    char c = line.charAt(at);
    if (c == 'x' && at + 2 < line.length()) {
      word.append((char) Integer.parseInt(line.substring(at + 1, at + 3), 16));
      return at + 2;
    }
    word.append(c == 'n' ? '\n' : c == 't' ? '\t' : c);
    return at;
  }

  /** How it is started. */
  Start start() {
    return new Start(
        Optional.of(Path.of(command.get(0))),
        command.subList(1, command.size()),
        ShellWords.of(command) + " # as the service " + name,
        Optional.of(new Start.Surroundings(directory, environment)));
  }
}
