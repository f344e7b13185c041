package zugabe.core;

import java.util.List;
import java.util.Locale;

/** What machine this runs on, in the recipe's words. */
final class Machine {
  /** Platforms that are in file names. */
  static final List<String> PLATFORMS =
      List.of(
          "linux-x64",
          "linux-arm64",
          "windows-x64",
          "windows-x86",
          "windows-arm64",
          "macos-x64",
          "macos-arm64");

  private Machine() {}

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
