package zugabe.core.materials;

import java.util.List;

/** What a system runs besides programs that were built for it. */
public final class Platforms {
  private Platforms() {}

  /**
   * Whether a platform starts a program. Windows runs those of 32 bits as well, and Windows and
   * macOS on ARM those for x64; a library, though, must be just what the program is.
   *
   * @param builtFor what the program's file says; none when it doesn't matter
   * @param platform such as {@code windows-arm64}
   */
  public static boolean start(List<String> builtFor, String platform) {
    return builtFor.isEmpty()
        || builtFor.contains(platform)
        || (platform.startsWith("windows-") && builtFor.contains("windows-x86"))
        || (platform.matches("(windows|macos)-arm64")
            && builtFor.contains(platform.replace("-arm64", "-x64")));
  }
}
