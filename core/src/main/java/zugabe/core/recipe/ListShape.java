package zugabe.core.recipe;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import zugabe.core.finding.Findings;

/** A list; a single value stands for a list of one. */
record ListShape<T>(Shape<T> item) implements Shape<List<T>> {
  @Override
  public List<T> bind(Node node, Findings findings) {
    if (node instanceof Node.Listing list) {
      return list.items().stream().map(n -> item.bind(n, findings)).toList();
    }
    return List.of(item.bind(node, findings));
  }

  @Override
  public List<T> standIn(Node near) {
    return List.of();
  }

  @Override
  public Map<String, Object> schema() {
    Map<String, Object> list = new LinkedHashMap<>();
    list.put("type", "array");
    list.put("items", item.schema());
    return Map.of("anyOf", List.of(list, item.schema()));
  }
}
