package zugabe.core.shape;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import zugabe.core.finding.Nearest;
import zugabe.core.finding.RecipeCode;
import zugabe.core.finding.Where;

/**
 * A mapping with known keys.
 *
 * @param what what it describes, for messages and the schema
 * @param instead what to write instead of keys that only others know, by key
 */
public record RecordShape<T>(
    String what, List<Field<?>> fields, Map<String, String> instead, Function<Values, T> make)
    implements Shape<T> {

  /** One that says nothing of others' keys. */
  public static <T> RecordShape<T> of(
      String what, List<Field<?>> fields, Function<Values, T> make) {
    return new RecordShape<>(what, fields, Map.of(), make);
  }

  /** The bound values of one mapping. */
  public static final class Values {
    private final Map<String, Object> bound = new HashMap<>();
    private final Map<String, Boolean> given = new HashMap<>();
    private final Where where;

    Values(Where where) {
      this.where = where;
    }

    /** The value of a field that every binding of this shape has. */
    @SuppressWarnings("unchecked")
    public <V> V of(Field<V> field) {
      return (V) bound.get(field.key());
    }

    /** Whether the shape has that field. */
    public boolean has(Field<?> field) {
      return bound.containsKey(field.key());
    }

    /** The value when it was said. */
    public <V> Optional<V> maybe(Field<V> field) {
      return given.get(field.key()) ? Optional.of(of(field)) : Optional.empty();
    }

    public Where where() {
      return where;
    }
  }

  boolean knows(String key) {
    return fields.stream().anyMatch(f -> f.key().equals(key));
  }

  @Override
  public T bind(SourceNode node, Binding binding) {
    if (!(node instanceof SourceNode.Mapping mapping)) {
      Shape.wrongType(node, "a mapping for " + what, written(), binding.findings());
      return standIn(node);
    }
    for (SourceNode.Member m : mapping.members()) {
      if (!knows(m.key())) {
        binding
            .findings()
            .add(
                RecipeCode.Z1002,
                m.where(),
                "Unknown key \"" + m.key() + "\" in " + what + ".",
                Nearest.hint(m.key(), fields.stream().map(Field::key).toList()));
      }
    }
    return bindKnown(mapping, binding);
  }

  /** Binds the keys that it knows, and leaves others to whoever asks. */
  T bindKnown(SourceNode.Mapping mapping, Binding binding) {
    return make.apply(values(mapping, binding));
  }

  Values values(SourceNode.Mapping mapping, Binding binding) {
    Values values = new Values(mapping.where());
    fields.forEach(f -> bind(f, mapping, values, binding));
    return values;
  }

  private <V> void bind(
      Field<V> field, SourceNode.Mapping mapping, Values values, Binding binding) {
    Optional<SourceNode> node = mapping.value(field.key());
    values.given.put(field.key(), node.isPresent());
    if (node.isPresent()) {
      values.bound.put(field.key(), field.shape().bind(node.get(), binding));
      return;
    }
    values.bound.put(field.key(), field.shape().standIn(mapping));
    if (field.required()) {
      Where w = mapping.where();
      String path = w.key().isEmpty() ? field.key() : w.key() + "." + field.key();
      binding
          .findings()
          .add(
              RecipeCode.Z1004,
              Where.recipe(w.file(), w.line(), w.column(), path),
              "\"" + field.key() + "\" is missing in " + what + ".",
              "Add it. " + field.doc());
    }
  }

  /** The same under another name in messages. */
  RecordShape<T> called(String name) {
    return new RecordShape<>(name, fields, instead, make);
  }

  /** What to write, with the keys that are required or else all of them. */
  private String written() {
    List<Field<?>> most = fields.stream().filter(Field::required).toList();
    return (most.isEmpty() ? fields : most)
        .stream()
            .map(f -> f.key() + ": …")
            .collect(Collectors.joining(", ", "Write it as {", "}."));
  }

  @Override
  public T standIn(SourceNode near) {
    Values values = new Values(near.where());
    for (Field<?> f : fields) {
      values.bound.put(f.key(), f.shape().standIn(near));
      values.given.put(f.key(), false);
    }
    return make.apply(values);
  }

  @Override
  public String form() {
    return "a mapping with "
        + fields.stream().map(f -> f.key() + ":").collect(Collectors.joining(" "));
  }

  @Override
  public Map<String, Object> schema() {
    Map<String, Object> properties = new LinkedHashMap<>();
    for (Field<?> f : fields) {
      Map<String, Object> property = new LinkedHashMap<>();
      property.put("description", f.description());
      property.putAll(f.shape().schema());
      properties.put(f.key(), property);
    }
    Map<String, Object> schema = new LinkedHashMap<>();
    schema.put("type", "object");
    schema.put("properties", properties);
    List<String> required = new ArrayList<>();
    fields.stream().filter(Field::required).forEach(f -> required.add(f.key()));
    if (!required.isEmpty()) {
      schema.put("required", required);
    }
    schema.put("additionalProperties", false);
    return schema;
  }
}
