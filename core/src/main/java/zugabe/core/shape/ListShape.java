package zugabe.core.shape;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** A list; a single value stands for a list of one. */
public record ListShape<T>(Shape<T> item) implements Shape<List<T>> {
  @Override
  public List<T> bind(SourceNode node, Binding binding) {
    if (node instanceof SourceNode.Listing list) {
      return list.items().stream().map(n -> item.bind(n, binding)).toList();
    }
    return List.of(item.bind(node, binding));
  }

  @Override
  public List<T> standIn(SourceNode near) {
    return List.of();
  }

  @Override
  public String form() {
    return item.form() + "; or a list of such";
  }

  @Override
  public Map<String, Object> schema() {
    Map<String, Object> list = new LinkedHashMap<>();
    list.put("type", "array");
    list.put("items", item.schema());
    return Map.of("anyOf", List.of(list, item.schema()));
  }
}
