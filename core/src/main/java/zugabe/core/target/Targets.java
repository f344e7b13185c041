package zugabe.core.target;

import java.io.IOException;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.core.finding.Findings;

/** The kinds of deliverables there are. */
public record Targets(List<Target> all) {

  /** The target for a kind that the recipe's shape knows. */
  public Target of(String kind) {
    return all.stream()
        .filter(t -> t.kind().equals(kind))
        .findFirst()
        .orElseThrow(() -> new IllegalStateException("no target makes " + kind));
  }

  /** What the first kind that knows the file says of it. */
  public Optional<Inspection> inspect(String name, Content content, Findings findings)
      throws IOException {
    for (Target target : all) {
      Optional<Inspection> inspection = target.inspect(name, content, findings);
      if (inspection.isPresent()) {
        return inspection;
      }
    }
    return Optional.empty();
  }
}
