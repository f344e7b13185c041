package zugabe.core.program;

import java.util.List;
import zugabe.bytes.Regex;

/** The platforms there are, in the words of a recipe, and what a system runs besides its own. */
public final class Platforms {
  /** The one that most programs for Windows are for. */
  public static final String WINDOWS_X64 = "windows-x64";

  /** Those that programs are installed on, and that are in file names. */
  public static final List<String> DESKTOP =
      List.of(
          "linux-x64",
          "linux-arm64",
          WINDOWS_X64,
          "windows-x86",
          "windows-arm64",
          "macos-x64",
          "macos-arm64");

  /** Regular expression of all, those of phones among them. */
  public static final String PATTERN = String.join("|", DESKTOP) + "|android|ios";

  private Platforms() {}

  /**
   * Whether a platform starts a program. Windows runs those of 32 bits as well, and Windows and
   * macOS on ARM those for x64; a library, though, must be just what the program is.
   *
   * @param builtFor what its header says; none when it doesn't matter
   * @param platform such as {@code windows-arm64}
   */
  public static boolean start(List<String> builtFor, String platform) {
    return builtFor.isEmpty()
        || builtFor.contains(platform)
        || (platform.startsWith("windows-") && builtFor.contains("windows-x86"))
        || (Regex.matches(platform, "(windows|macos)-arm64")
            && builtFor.contains(platform.replace("-arm64", "-x64")));
  }

  /** Whether a platform's programs are started by batch files. */
  public static boolean isWindows(String platform) {
    return platform.startsWith("windows");
  }
}
