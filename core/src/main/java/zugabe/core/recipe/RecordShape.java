package zugabe.core.recipe;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Nearest;
import zugabe.core.finding.Where;

/**
 * A mapping with known keys.
 *
 * @param what what it describes, for messages and the schema
 */
record RecordShape<T>(String what, List<Field<?>> fields, Function<Values, T> make)
    implements Shape<T> {

  /** The bound values of one mapping. */
  static final class Values {
    private final Map<String, Object> bound = new HashMap<>();
    private final Map<String, Boolean> given = new HashMap<>();
    private final Where where;

    Values(Where where) {
      this.where = where;
    }

    /** The value of a field that every binding of this shape has. */
    @SuppressWarnings("unchecked")
    <V> V of(Field<V> field) {
      return (V) bound.get(field.key());
    }

    /** The value when it was said. */
    <V> Optional<V> maybe(Field<V> field) {
      return given.get(field.key()) ? Optional.of(of(field)) : Optional.empty();
    }

    Where where() {
      return where;
    }
  }

  @Override
  public T bind(Node node, Findings findings) {
    if (!(node instanceof Node.Mapping mapping)) {
      Shape.wrongType(node, "a mapping for " + what, findings);
      return standIn(node);
    }
    for (Node.Member m : mapping.members()) {
      if (fields.stream().noneMatch(f -> f.key().equals(m.key()))) {
        findings.add(
            FindingCode.Z1002,
            m.where(),
            "Unknown key \"" + m.key() + "\" in " + what + ".",
            Nearest.hint(m.key(), fields.stream().map(Field::key).toList()));
      }
    }
    Values values = new Values(mapping.where());
    fields.forEach(f -> bind(f, mapping, values, findings));
    return make.apply(values);
  }

  private <V> void bind(Field<V> field, Node.Mapping mapping, Values values, Findings findings) {
    Optional<Node> node = mapping.value(field.key());
    values.given.put(field.key(), node.isPresent());
    if (node.isPresent()) {
      values.bound.put(field.key(), field.shape().bind(node.get(), findings));
      return;
    }
    values.bound.put(field.key(), field.shape().standIn(mapping));
    if (field.required()) {
      Where w = mapping.where();
      String path = w.key().isEmpty() ? field.key() : w.key() + "." + field.key();
      findings.add(
          FindingCode.Z1004,
          Where.recipe(w.file(), w.line(), w.column(), path),
          "\"" + field.key() + "\" is missing in " + what + ".",
          field.doc());
    }
  }

  @Override
  public T standIn(Node near) {
    Values values = new Values(near.where());
    for (Field<?> f : fields) {
      values.bound.put(f.key(), f.shape().standIn(near));
      values.given.put(f.key(), false);
    }
    return make.apply(values);
  }

  @Override
  public Map<String, Object> schema() {
    Map<String, Object> properties = new LinkedHashMap<>();
    for (Field<?> f : fields) {
      Map<String, Object> property = new LinkedHashMap<>();
      property.put("description", f.doc());
      property.putAll(f.shape().schema());
      properties.put(f.key(), property);
    }
    Map<String, Object> schema = new LinkedHashMap<>();
    schema.put("type", "object");
    schema.put("properties", properties);
    List<String> required = fields.stream().filter(Field::required).map(Field::key).toList();
    if (!required.isEmpty()) {
      schema.put("required", required);
    }
    schema.put("additionalProperties", false);
    return schema;
  }
}
