package zugabe.core;

import java.util.Locale;

/** What machine this runs on, in the recipe's words. */
final class Machine {
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
