package zugabe.core.shape;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.finding.Nearest;
import zugabe.core.finding.RecipeCode;
import zugabe.core.shape.RecordShape.Values;

/**
 * A mapping whose keys depend on the value of one of them: some keys that every variant knows, and
 * those of its variant. A key of another variant is told as such.
 *
 * @param what what it describes, for messages and the schema
 * @param tag the key that decides
 * @param common keys that every variant has, without the tag
 * @param make makes the value of the common keys, the tag, and the variant's own keys
 */
public record TaggedShape<T>(
    String what, Field<Located<String>> tag, List<Field<?>> common, Variants variants, Make<T> make)
    implements Shape<T> {

  /** The variants there are. A shape is asked for only when a recipe needs it. */
  public interface Variants {
    /** Their names, in the order they are told. */
    List<String> names();

    /** The keys of a variant that {@link #names} has. */
    RecordShape<?> keys(String name);
  }

  /** Makes the value. */
  public interface Make<T> {
    /**
     * The value of one mapping.
     *
     * @param tag one of the variants' names; empty when the recipe names none of them
     * @param own what the variant's shape made; empty without a variant
     */
    T of(Values common, Located<String> tag, Optional<Object> own);
  }

  @Override
  public T bind(SourceNode node, Binding binding) {
    if (!(node instanceof SourceNode.Mapping mapping)) {
      Shape.wrongType(node, "a mapping for " + what, binding.findings());
      return standIn(node);
    }
    RecordShape<Values> frame = frame();
    Optional<String> variant =
        mapping
            .value(tag.key())
            .filter(SourceNode.Text.class::isInstance)
            .map(n -> ((SourceNode.Text) n).value())
            .filter(variants.names()::contains);
    Optional<RecordShape<?>> own = variant.map(variants::keys);
    for (SourceNode.Member m : mapping.members()) {
      if (!frame.knows(m.key()) && own.filter(o -> o.knows(m.key())).isEmpty()) {
        unknown(m, variant, own, binding.findings());
      }
    }
    Values common = frame.values(mapping, binding);
    return make.of(
        common,
        common.of(tag),
        own.map(o -> o.called(what + " of " + tag.key() + ": " + variant.get()))
            .map(o -> o.bindKnown(mapping, binding)));
  }

  private RecordShape<Values> frame() {
    List<Field<?>> all = new ArrayList<>(List.of(tag));
    all.addAll(common);
    return RecordShape.of(what, all, v -> v);
  }

  private void unknown(
      SourceNode.Member m,
      Optional<String> variant,
      Optional<RecordShape<?>> own,
      Findings findings) {
    List<String> knowing =
        variants.names().stream().filter(n -> variants.keys(n).knows(m.key())).toList();
    if (knowing.isEmpty() && own.filter(o -> o.instead().containsKey(m.key())).isEmpty()) {
      List<String> names =
          (own.isPresent() ? List.of(variant.get()) : variants.names())
              .stream().flatMap(n -> variants.keys(n).fields().stream()).map(Field::key).toList();
      findings.add(
          RecipeCode.Z1002,
          m.where(),
          "Unknown key \"" + m.key() + "\" in " + what + ".",
          Nearest.hint(
              m.key(),
              Stream.concat(frame().fields().stream().map(Field::key), names.stream())
                  .distinct()
                  .toList()));
    } else if (variant.isPresent()) {
      String of =
          knowing.isEmpty()
              ? "no kind knows it any more"
              : "it belongs to " + tag.key() + ": " + String.join(", ", knowing);
      findings.add(
          RecipeCode.Z1021,
          m.where(),
          "\""
              + m.key()
              + "\" isn't a key of "
              + tag.key()
              + ": "
              + variant.get()
              + "; "
              + of
              + ".",
          own.orElseThrow().instead().getOrDefault(m.key(), "Remove it."));
    }
  }

  @Override
  public T standIn(SourceNode near) {
    Values common = frame().standIn(near);
    return make.of(common, common.of(tag), Optional.empty());
  }

  @Override
  public String form() {
    return "a mapping with " + tag.key() + ": and what belongs to it";
  }

  /** One branch for each variant, so that an editor offers what fits. */
  @Override
  public Map<String, Object> schema() {
    Map<String, Object> schema = new LinkedHashMap<>();
    schema.put("type", "object");
    schema.put("required", List.of(tag.key()));
    schema.put("oneOf", variants.names().stream().map(this::branch).toList());
    return schema;
  }

  /** JSON Schema of one variant. */
  public Map<String, Object> branch(String name) {
    RecordShape<?> own = variants.keys(name);
    List<Field<?>> all = new ArrayList<>(common);
    all.addAll(own.fields());
    Map<String, Object> schema = RecordShape.of(what, all, v -> v).schema();
    @SuppressWarnings("unchecked") // made so two lines above
    Map<String, Object> others = (Map<String, Object>) schema.get("properties");
    Map<String, Object> properties = new LinkedHashMap<>();
    // the order of Map.of is another in every process
    Map<String, Object> tagged = new LinkedHashMap<>();
    tagged.put("description", own.what());
    tagged.put("const", name);
    properties.put(tag.key(), tagged);
    properties.putAll(others);
    Map<String, Object> branch = new LinkedHashMap<>();
    branch.put("title", name);
    branch.putAll(schema);
    branch.put("properties", properties);
    List<Object> required = new ArrayList<>(List.of(tag.key()));
    if (schema.get("required") instanceof List<?> more) {
      required.addAll(more);
    }
    branch.put("required", required);
    return branch;
  }
}
