package zugabe.core;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** What machine this runs on, in the recipe's words. */
final class Machine {
  private static final List<String> RUNS_THOSE_FOR_X64 = List.of("linux-x64", "macos-x64");

  private Machine() {}

  /** Wine on the path, when it starts programs for the processor that most are for. */
  static Optional<Path> wine(Map<String, String> environment) {
    if (!RUNS_THOSE_FOR_X64.contains(platform())) {
      return Optional.empty();
    }
    return Stream.of(environment.getOrDefault("PATH", "").split(":", -1))
        .filter(folder -> folder.startsWith("/"))
        .map(folder -> Path.of(folder, "wine"))
        .filter(Files::isExecutable)
        .findFirst();
  }

  static String platform() {
    String system = System.getProperty("os.name", "").toLowerCase(Locale.ROOT);
    String machine = System.getProperty("os.arch", "").toLowerCase(Locale.ROOT);
    String first =
        system.startsWith("windows") ? "windows" : system.startsWith("mac") ? "macos" : "linux";
    return first
        + "-"
        + switch (machine) {
          case "amd64", "x86_64" -> "x64";
          case "aarch64" -> "arm64";
          default -> machine;
        };
  }
}
