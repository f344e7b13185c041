package zugabe.core.materials;

import com.google.re2j.Pattern;

/**
 * Names that Windows keeps for devices: "Naming Files, Paths, and Namespaces" of the Win32
 * documentation.
 */
public final class WindowsNames {
  private static final Pattern DEVICE = Pattern.compile("(?i)con|prn|aux|nul|com[1-9]|lpt[1-9]");

  private WindowsNames() {}

  /** Whether a part of a path is one of them, whatever comes behind its first dot. */
  public static boolean isDevice(String path, int from, int to) {
    int dot = path.indexOf('.', from);
    int end = dot < 0 || dot > to ? to : dot;
    return (end - from == 3 || end - from == 4)
        && DEVICE.matcher(path.substring(from, end)).matches();
  }
}
