package zugabe.core.program;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import zugabe.bytes.Regex;

/**
 * What a Java runtime says of itself, in the file {@code release} that every one has.
 *
 * @param version as it stands there, such as {@code 17.0.9}; empty when it doesn't
 * @param platform it is made for, such as {@code linux-x64}
 */
public record RuntimeRelease(String version, String platform) {
  /** The file's name. */
  public static final String FILE = "release";

  /** Reads the file's lines; those that aren't a name and a value don't count. */
  public static RuntimeRelease parse(List<String> lines) {
    Map<String, String> said = new HashMap<>();
    for (String line : lines) {
      int equals = line.indexOf('=');
      if (equals > 0) {
        said.put(line.substring(0, equals), line.substring(equals + 1).replace("\"", "").strip());
      }
    }
    return new RuntimeRelease(
        said.getOrDefault("JAVA_VERSION", ""),
        system(said.getOrDefault("OS_NAME", "")) + "-" + machine(said.getOrDefault("OS_ARCH", "")));
  }

  /** The major version, from 1 to 9999; 0 when it isn't told. */
  public int major() {
    String digits = Regex.replaceFirst(Regex.replaceFirst(version, "^1\\.", ""), "[^0-9].*", "");
    return digits.isEmpty() || digits.length() > 4 ? 0 : Integer.parseInt(digits);
  }

  private static String system(String name) {
    return switch (name) {
      case "Linux" -> "linux";
      case "Windows" -> "windows";
      case "Darwin", "Mac OS X" -> "macos";
      default -> name.isEmpty() ? "unknown" : name;
    };
  }

  private static String machine(String name) {
    return switch (name) {
      case "x86_64", "amd64" -> "x64";
      case "aarch64", "arm64" -> "arm64";
      case "x86", "i386", "i586", "i686" -> "x86";
      default -> name.isEmpty() ? "unknown" : name;
    };
  }
}
