package zugabe.core.plan;

import java.nio.charset.StandardCharsets;
import java.util.List;
import zugabe.core.finding.Findings;
import zugabe.core.finding.RecipeCode;
import zugabe.core.finding.Where;
import zugabe.core.materials.MaterialCode;
import zugabe.core.materials.WindowsNames;

/** Names of files that go out, which others have to be able to hold. */
final class OutputNames {
  /** File systems hold 255; while it is written, a file's name has five more. */
  private static final int MOST_BYTES = 250;

  private OutputNames() {}

  /** Tells of names that can't be held here, or elsewhere. */
  static void check(List<String> names, Where where, Findings findings) {
    for (String name : names) {
      int bytes = name.getBytes(StandardCharsets.UTF_8).length;
      if (bytes > MOST_BYTES) {
        findings.add(
            RecipeCode.Z1008,
            where,
            "The file's name has "
                + bytes
                + " bytes, and "
                + MOST_BYTES
                + " are the most: "
                + name.substring(0, name.offsetByCodePoints(0, 40))
                + "…",
            "Write a shorter one by file:, or shorten the names that it is made of.");
      } else if (WindowsNames.isDevice(name, 0, name.length())) {
        findings.add(
            MaterialCode.Z2012,
            where,
            "Windows can't hold a file named \"" + name + "\".",
            "Write another name by file:.");
      }
    }
  }
}
