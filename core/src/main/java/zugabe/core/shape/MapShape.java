package zugabe.core.shape;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.Regex;
import zugabe.core.finding.Located;
import zugabe.core.finding.RecipeCode;

/**
 * Values by names that the user chooses, in the order written.
 *
 * @param names regular expression of the names
 * @param refersTo what the names are names of, when that has to be there
 */
public record MapShape<T>(Shape<T> value, String names, Optional<Reference.To> refersTo)
    implements Shape<Map<String, T>> {
  /** Names that work in file names and on command lines. */
  public static <T> MapShape<T> named(Shape<T> value) {
    return new MapShape<>(value, "[a-z][a-z0-9-]*");
  }

  public MapShape(Shape<T> value, String names) {
    this(value, names, Optional.empty());
  }

  /** The same, whose names are those of something else in the recipe. */
  public MapShape<T> of(Reference.To to) {
    return new MapShape<>(value, names, Optional.of(to));
  }

  @Override
  public Map<String, T> bind(SourceNode node, Binding binding) {
    if (!(node instanceof SourceNode.Mapping mapping)) {
      Shape.wrongType(node, "a mapping of names", binding.findings());
      return Map.of();
    }
    Map<String, T> bound = new LinkedHashMap<>();
    for (SourceNode.Member m : mapping.members()) {
      if (!Regex.matches(m.key(), names)) {
        binding
            .findings()
            .add(
                RecipeCode.Z1008,
                m.where(),
                "\"" + m.key() + "\" can't be a name here.",
                "A name matches " + names + ".");
      }
      refersTo.ifPresent(to -> binding.refer(to, new Located<>(m.key(), m.where(), true)));
      bound.put(m.key(), value.bind(m.value(), binding));
    }
    return Collections.unmodifiableMap(bound);
  }

  @Override
  public Map<String, T> standIn(SourceNode near) {
    return Map.of();
  }

  @Override
  public String form() {
    return "names, each with " + value.form();
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
