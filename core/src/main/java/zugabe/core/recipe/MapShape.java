package zugabe.core.recipe;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;

/**
 * Values by names that the user chooses, in the order written.
 *
 * @param names regular expression of the names
 */
record MapShape<T>(Shape<T> value, String names) implements Shape<Map<String, T>> {
  /** Names that work in file names and on command lines. */
  static <T> MapShape<T> named(Shape<T> value) {
    return new MapShape<>(value, "[a-z][a-z0-9-]*");
  }

  @Override
  public Map<String, T> bind(Node node, Findings findings) {
    if (!(node instanceof Node.Mapping mapping)) {
      Shape.wrongType(node, "a mapping of names", findings);
      return Map.of();
    }
    Map<String, T> bound = new LinkedHashMap<>();
    for (Node.Member m : mapping.members()) {
      if (!m.key().matches(names)) {
        findings.add(
            FindingCode.Z1008,
            m.where(),
            "\"" + m.key() + "\" can't be a name here.",
            "A name matches " + names + ".");
      }
      bound.put(m.key(), value.bind(m.value(), findings));
    }
    return Collections.unmodifiableMap(bound);
  }

  @Override
  public Map<String, T> standIn(Node near) {
    return Map.of();
  }

  @Override
  public Map<String, Object> schema() {
    Map<String, Object> schema = new LinkedHashMap<>();
    schema.put("type", "object");
    schema.put("propertyNames", Map.of("pattern", "^" + names + "$"));
    schema.put("additionalProperties", value.schema());
    return schema;
  }
}
