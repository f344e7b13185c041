package zugabe.core.jar;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import zugabe.core.archive.EntryPacking;
import zugabe.core.finding.Located;
import zugabe.core.plan.Digested;
import zugabe.core.plan.PlanDigest;

/**
 * How jars are put together.
 *
 * @param travel how libraries travel
 * @param packing whether entries are packed
 * @param merge what is wanted done with several files for one place
 * @param manifest hand-written manifest to start from
 * @param attributes extra main attributes of the manifest
 */
public record JarStyle(
    Travel travel,
    EntryPacking packing,
    List<MergeWish> merge,
    Optional<HandManifest> manifest,
    Map<String, Located<String>> attributes)
    implements Digested {
  @Override
  public void addTo(PlanDigest digest) {
    digest
        .text("travel", travel)
        .text("packing", packing)
        .parts("merge", merge)
        .part("manifest", manifest)
        .texts(
            "attribute",
            attributes.entrySet().stream()
                .map(e -> e.getKey() + ": " + e.getValue().value())
                .collect(Collectors.toList()));
  }
}
