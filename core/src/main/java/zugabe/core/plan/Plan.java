package zugabe.core.plan;

import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import zugabe.core.finding.Located;

/**
 * What is to be made.
 *
 * @param folder the recipe's
 * @param app the identity
 * @param deliverables those asked for, in the recipe's order
 * @param signs names of the keys that deliverables are signed with, by the deliverable's name
 * @param intents what the recipe's text alone tells of every deliverable, asked for or not, by name
 */
public record Plan(
    Path folder,
    Identity app,
    List<Planned> deliverables,
    Map<String, Intent> intents,
    Map<String, Located<String>> signs) {

  /** The deliverables, each behind those that it holds. */
  public List<Planned> inOrder() {
    Map<String, Planned> ordered = new LinkedHashMap<>();
    deliverables.forEach(d -> add(d, ordered, 0));
    return List.copyOf(ordered.values());
  }

  private void add(Planned d, Map<String, Planned> ordered, int depth) {
    if (depth > deliverables.size()) {
      throw new IllegalStateException("the plan has a circle at " + d.name());
    }
    d.holds()
        .keySet()
        .forEach(
            name ->
                deliverables.stream()
                    .filter(other -> other.name().equals(name))
                    .forEach(other -> add(other, ordered, depth + 1)));
    ordered.putIfAbsent(d.name(), d);
  }
}
