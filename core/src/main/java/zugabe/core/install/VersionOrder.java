package zugabe.core.install;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.Arrays;
import java.util.List;
import zugabe.bytes.Regex;
import zugabe.core.finding.Findings;
import zugabe.core.plan.Planned;

/**
 * Whether the scripts that install a version will take it for what it is: they refuse to replace a
 * newer one by an older one.
 */
public final class VersionOrder {
  /** Versions that lead to another one, by the words in use for them. */
  private static final Pattern EARLY =
      Pattern.compile(
          "(?i)(.*[0-9])[-._]?((?:alpha|beta|a|b|milestone|m|rc|cr|pre|preview|snapshot|dev|ea|nightly)(?:[-._]?[0-9.]+)?)");

  /** How many parts the command processor of Windows is given to compare. */
  private static final int PARTS = 4;

  private VersionOrder() {}

  /** Notices versions that would be misread. */
  public static void check(Planned d, TreePlan tree, Findings findings) {
    if (!tree.install() || d.programs().isEmpty()) {
      return;
    }
    String version = d.app().version();
    Matcher early = EARLY.matcher(version);
    if (early.matches()) {
      findings.add(
          InstallCode.Z4034,
          d.where(),
          version
              + " counts as newer than "
              + early.group(1)
              + ", which then won't replace it without --downgrade.",
          "Write " + early.group(1) + "~" + early.group(2) + ": a tilde comes before everything.");
    }
    boolean windows = tree.isFor("windows");
    List<String> parts = Arrays.asList(Regex.replaceFirst(version, "~.*", "").split("[.+_-]+", -1));
    if (windows && parts.size() > PARTS) {
      findings.add(
          InstallCode.Z4034,
          d.where(),
          "On Windows the first four parts of "
              + version
              + " are compared; versions that differ only after them count as equal.",
          "Use at most four parts.");
    }
    if (windows && parts.stream().limit(PARTS).anyMatch(VersionOrder::isTooLarge)) {
      findings.add(
          InstallCode.Z4034,
          d.where(),
          "On Windows numbers up to "
              + Integer.MAX_VALUE
              + " are compared; "
              + version
              + " has a larger one.",
          "Use smaller numbers, such as the year, the month and the day apart.");
    }
  }

  private static boolean isTooLarge(String part) {
    return Regex.matches(part, "[0-9]+")
        && new java.math.BigInteger(part).bitLength() > Integer.SIZE - 1;
  }
}
