package zugabe.core.kind;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;
import zugabe.core.finding.Code;
import zugabe.core.finding.Findings;
import zugabe.core.inspect.Inspection;
import zugabe.core.inspect.Opened;
import zugabe.core.plan.Identity;
import zugabe.core.plan.Intent;
import zugabe.core.plan.KindPlans;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Resolving;
import zugabe.core.recipe.DeliverableSpec;
import zugabe.core.shape.RecordShape;

/**
 * The kinds there are. A kind is made when it is needed first, so that a short command loads only
 * those that its recipe names.
 */
public final class Registry implements KindPlans {
  private final List<Line> lines;
  private final Map<String, Kind<?, ?>> made = new ConcurrentHashMap<>();

  /** A kind's name, and what makes the kind. */
  public record Line(String name, Supplier<Kind<?, ?>> kind) {}

  /**
   * @param lines in the order in which kinds are told, and asked what a file is: those that look
   *     closely before those that take much
   */
  public Registry(List<Line> lines) {
    this.lines = List.copyOf(lines);
  }

  public List<String> names() {
    return lines.stream().map(Line::name).toList();
  }

  /** The kind of this name, which {@link #names} has. */
  public Kind<?, ?> of(String name) {
    return made.computeIfAbsent(
        name,
        n ->
            lines.stream()
                .filter(l -> l.name().equals(n))
                .findFirst()
                .orElseThrow(() -> new IllegalStateException("there is no kind " + n))
                .kind()
                .get());
  }

  public List<Kind<?, ?>> kinds() {
    return lines.stream().<Kind<?, ?>>map(l -> of(l.name())).toList();
  }

  /** A kind's own keys. */
  public RecordShape<?> keys(String name) {
    return of(name).keys();
  }

  /** The findings of all kinds. */
  public List<Code> codes() {
    return kinds().stream().flatMap(k -> k.codes().stream()).toList();
  }

  @Override
  public Intent intent(DeliverableSpec spec, Identity app) {
    return intent(of(spec.common().kind().value()), spec, app);
  }

  private static <K> Intent intent(Kind<K, ?> kind, DeliverableSpec spec, Identity app) {
    return kind.intent(spec.common(), keys(kind, spec), app);
  }

  @Override
  public Optional<Planned> plan(DeliverableSpec spec, Resolving by) throws IOException {
    return plan(of(spec.common().kind().value()), spec, by);
  }

  private static <K> Optional<Planned> plan(Kind<K, ?> kind, DeliverableSpec spec, Resolving by)
      throws IOException {
    return kind.plan(spec.common(), keys(kind, spec), by);
  }

  /** Typed by what the kind itself is typed by: its shape made them. */
  @SuppressWarnings({"unchecked", "UnusedVariable"})
  private static <K> K keys(Kind<K, ?> kind, DeliverableSpec spec) {
    return (K) spec.own().orElseThrow();
  }

  /** Lets a kind check what it planned. */
  public Ready check(Planned deliverable, Map<String, Report> held, Findings findings)
      throws IOException {
    return check(of(deliverable.kind()), deliverable, held, findings);
  }

  private static <P extends Prepared> Ready check(
      Kind<?, P> kind, Planned deliverable, Map<String, Report> held, Findings findings)
      throws IOException {
    return Ready.of(kind, kind.check(deliverable, held, findings));
  }

  /** What the first kind that knows the file says of it. */
  public Optional<Inspection> inspect(Opened file, Findings findings) throws IOException {
    for (Kind<?, ?> kind : kinds()) {
      Optional<Inspection> inspection = kind.inspect(file, findings);
      if (inspection.isPresent()) {
        return inspection;
      }
    }
    return Optional.empty();
  }
}
