package zugabe.core.resources;

import java.util.SortedMap;
import zugabe.core.finding.Findings;
import zugabe.formats.arsc.Qualifiers;

/** Whether every phone finds a variant of a resource. */
final class Defaults {
  private Defaults() {}

  /** Pictures of one density serve the others, and newer platforms' variants follow a default. */
  static void check(String key, SortedMap<Qualifiers, Declared> variants, Findings findings) {
    boolean everywhere =
        variants.keySet().stream().anyMatch(q -> q.isNone() || q.isOnlyDensityOrVersion());
    // what stood in a document is there as often as that is
    if (!everywhere && !key.contains("/$")) {
      Declared first = variants.get(variants.firstKey());
      findings.add(
          ResourceCode.Z5206,
          first.where(),
          "@" + key + " is there for " + first.qualifiers() + ", but not for all others.",
          "Add it without qualifiers.");
    }
  }
}
