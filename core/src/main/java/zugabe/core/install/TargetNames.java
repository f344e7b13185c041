package zugabe.core.install;

import java.text.Normalizer;
import java.util.Collection;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.TreeSet;
import zugabe.bytes.Regex;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.MaterialCode;
import zugabe.core.materials.WindowsNames;
import zugabe.core.tree.TreeCode;

/**
 * Names that a target system can't hold. Windows: "Naming Files, Paths, and Namespaces" of the
 * Win32 documentation. Windows and macOS take names that differ only in case for one; macOS also
 * those that differ only in their Unicode normal form.
 */
final class TargetNames {
  private static final String FORBIDDEN = "<>:\"|?*\\";

  /** With the zero at its end, a whole path has 260 characters at most. */
  private static final int MAX_PATH = 259;

  /** Where programs of one user lie, with a user name of 20 characters. */
  private static final int USERS_FOLDER = 60;

  private TargetNames() {}

  /** Tells of names that the platform can't hold; an empty platform stands for all. */
  static void check(Collection<String> paths, Where where, String platform, Findings findings) {
    boolean windows = platform.startsWith("windows");
    boolean mac = platform.startsWith("macos");
    Map<String, String> folded = new HashMap<>();
    for (String path : new TreeSet<>(paths)) {
      if (hasControl(path)) {
        add(
            where,
            true,
            "A name has a control character: " + Regex.replaceAll(path, "\\p{Cc}", "?"),
            findings);
      }
      if (windows || platform.isEmpty()) {
        forbidden(path, where, windows, findings);
        length(path, where, findings);
      }
      if (windows || mac || platform.isEmpty()) {
        String key = Normalizer.normalize(path, Normalizer.Form.NFC).toLowerCase(Locale.ROOT);
        String other = folded.putIfAbsent(key, path);
        if (other != null) {
          add(
              where,
              windows || mac,
              other + " and " + path + " are one name on " + (mac ? "macOS" : "Windows") + ".",
              findings);
        }
      }
    }
  }

  private static void length(String path, Where where, Findings findings) {
    if (path.length() > MAX_PATH - USERS_FOLDER) {
      findings.add(
          TreeCode.Z4028,
          where,
          "The path has "
              + path.length()
              + " characters, which leaves "
              + Math.max(0, MAX_PATH - path.length())
              + " for the folder that it is installed in: "
              + path,
          "Shorten the names of its folders, or leave out those that hold one folder only.");
    }
  }

  private static boolean hasControl(String path) {
    for (int i = 0; i < path.length(); i++) {
      if (path.charAt(i) < ' ') {
        return true;
      }
    }
    return false;
  }

  private static void forbidden(String path, Where where, boolean error, Findings findings) {
    // tens of thousands of paths come by here: nothing is cut out or matched without a reason
    int from = 0;
    while (from <= path.length()) {
      int slash = path.indexOf('/', from);
      int to = slash < 0 ? path.length() : slash;
      if (isForbidden(path, from, to)) {
        String part = path.substring(from, to);
        add(
            where,
            error,
            "Windows can't hold a file named \"" + part + "\" (" + path + ").",
            findings);
        return;
      }
      from = to + 1;
    }
  }

  private static boolean isForbidden(String path, int from, int to) {
    if (to == from) {
      return false;
    }
    for (int i = from; i < to; i++) {
      char c = path.charAt(i);
      if (c < ' ' || (c < 128 && FORBIDDEN.indexOf(c) >= 0)) {
        return true;
      }
    }
    char last = path.charAt(to - 1);
    return last == '.' || last == ' ' || WindowsNames.isDevice(path, from, to);
  }

  private static void add(Where where, boolean error, String what, Findings findings) {
    findings.add(
        error ? TreeCode.Z4014 : MaterialCode.Z2012,
        where,
        what,
        error
            ? "Rename it, or leave the platform out."
            : "Rename it, or name the platforms that it is for.");
  }
}
