package zugabe.core.plan;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.Where;

/**
 * One deliverable, ready to be made: what all kinds share, and the kind's own record.
 *
 * @param name in the recipe
 * @param kind such as {@code jar}
 * @param time of its entries
 * @param holds other deliverables, with the folder they lie in, {@code .} for the top
 * @param own what only its kind knows
 * @param where where the recipe says it
 */
public record Planned(
    String name,
    String kind,
    Identity app,
    Instant time,
    List<Part> parts,
    Map<String, String> holds,
    Digested own,
    Where where)
    implements Digested {

  /** The kind's own record. */
  public <M extends Digested> M own(Class<M> type) {
    return type.cast(own);
  }

  /** The program that the whole deliverable starts, when it starts just one. */
  public Optional<Program> program() {
    return parts.size() == 1 ? parts.get(0).program() : Optional.empty();
  }

  /** The programs of all parts. */
  public List<Program> programs() {
    return parts.stream().flatMap(p -> p.program().stream()).toList();
  }

  @Override
  public void addTo(PlanDigest digest) {
    digest
        .text("name", name)
        .text("kind", kind)
        .part("app", app)
        .text("time", time)
        .parts("part", parts)
        .texts("holds", holds)
        .part("own", own);
  }
}
