package zugabe.core.install;

import java.text.Normalizer;
import java.util.Collection;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.TreeSet;
import java.util.regex.Pattern;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.plan.Planned;

/**
 * Names that a target system can't hold. Windows: "Naming Files, Paths, and Namespaces" of the
 * Win32 documentation. Windows and macOS take names that differ only in case for one; macOS also
 * those that differ only in their Unicode normal form.
 */
final class TargetNames {
  private static final Pattern FORBIDDEN = Pattern.compile("[<>:\"|?*\\\\\\x00-\\x1f]|[. ]$");
  private static final Pattern RESERVED =
      Pattern.compile("(?i)(con|prn|aux|nul|com[1-9]|lpt[1-9])(\\..*)?");

  private TargetNames() {}

  static void check(Collection<String> paths, Planned d, String platform, Findings findings) {
    boolean windows = Installation.isWindows(platform);
    boolean mac = platform.startsWith("macos");
    Map<String, String> folded = new HashMap<>();
    for (String path : new TreeSet<>(paths)) {
      if (path.chars().anyMatch(c -> c < ' ')) {
        add(
            d,
            true,
            "A name has a control character: " + path.replaceAll("\\p{Cntrl}", "?"),
            findings);
      }
      if (windows || platform.isEmpty()) {
        forbidden(path, d, windows, findings);
      }
      if (windows || mac || platform.isEmpty()) {
        String key = Normalizer.normalize(path, Normalizer.Form.NFC).toLowerCase(Locale.ROOT);
        String other = folded.putIfAbsent(key, path);
        if (other != null) {
          add(
              d,
              windows || mac,
              other + " and " + path + " are one name on " + (mac ? "macOS" : "Windows") + ".",
              findings);
        }
      }
    }
  }

  private static void forbidden(String path, Planned d, boolean error, Findings findings) {
    for (String part : path.split("/", -1)) {
      if (FORBIDDEN.matcher(part).find() || RESERVED.matcher(part).matches()) {
        add(d, error, "Windows can't hold a file named \"" + part + "\" (" + path + ").", findings);
        return;
      }
    }
  }

  private static void add(Planned d, boolean error, String what, Findings findings) {
    findings.add(
        error ? FindingCode.Z4014 : FindingCode.Z2012,
        d.where(),
        what,
        error
            ? "Rename it, or leave the platform out."
            : "Rename it, or name the platforms that it is for.");
  }
}
