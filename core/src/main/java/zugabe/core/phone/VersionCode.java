package zugabe.core.phone;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import zugabe.bytes.Regex;
import zugabe.core.android.PackageLayout;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;

/**
 * The number by which phones compare versions: {@code 2.4.1} is 2040100. The last two digits are
 * for the packages of one release.
 */
public final class VersionCode {
  /** Of kinds of processors; the first one is for all of them. */
  private static final List<String> SLOTS =
      Stream.concat(Stream.of(""), PackageLayout.PROCESSORS.stream()).toList();

  /** How it is made, for users. */
  public static final String RULE =
      "app.version: first number x 1000000, second x 10000, third x 100";

  private static final int FIRST = 1_000_000;
  private static final int SECOND = 10_000;
  private static final int THIRD = 100;

  private VersionCode() {}

  /** The number of a version; a version that gives none is a finding. */
  public static Optional<Integer> of(
      String version, PhoneTarget target, Where where, Findings findings) {
    if (target.code().isPresent()) {
      return Optional.of(target.code().get().value());
    }
    boolean plain = Regex.matches(version, "[0-9]{1,4}(\\.[0-9]{1,2}){0,2}");
    String[] parts = version.split("\\.", -1);
    int number = 0;
    if (plain) {
      int[] weights = {FIRST, SECOND, THIRD};
      for (int i = 0; i < parts.length; i++) {
        number += Integer.parseInt(parts[i]) * weights[i];
      }
    }
    if (!plain || number <= 0 || number >= PhoneTarget.MOST_CODE) {
      findings.add(
          PhoneCode.Z5303,
          where,
          "The version "
              + version
              + " gives no version code, since that is made of up to three"
              + " numbers of which the second and third have two digits.",
          "Write version-code: with a number that grows with every release.");
      return Optional.empty();
    }
    return Optional.of(number);
  }

  /** The number of the package for one kind of processor. */
  public static int forProcessor(int code, String abi) {
    return code + Math.max(0, SLOTS.indexOf(abi));
  }

  /** The kinds of processors that phones have. */
  public static List<String> processors() {
    return PackageLayout.PROCESSORS;
  }
}
