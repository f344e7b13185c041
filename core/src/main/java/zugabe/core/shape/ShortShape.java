package zugabe.core.shape;

import java.util.List;
import java.util.Map;
import java.util.function.Function;
import zugabe.core.finding.Located;

/**
 * A mapping, or in its place a text that says what most mean.
 *
 * @param text the short form
 * @param of the value of the short form
 */
public record ShortShape<T>(
    TextShape<String> text, Function<Located<String>, T> of, RecordShape<T> whole)
    implements Shape<T> {
  @Override
  public T bind(SourceNode node, Binding binding) {
    // what looks like a mapping may be a variable without quotation marks
    boolean variable =
        node instanceof SourceNode.Mapping m
            && m.members().stream().noneMatch(x -> whole.knows(x.key()));
    return node instanceof SourceNode.Mapping && !variable
        ? whole.bind(node, binding)
        : of.apply(text.bind(node, binding));
  }

  @Override
  public T standIn(SourceNode near) {
    return of.apply(text.standIn(near));
  }

  @Override
  public String form() {
    return text.form() + ", or " + whole.form();
  }

  @Override
  public Map<String, Object> schema() {
    return Map.of("anyOf", List.of(text.schema(), whole.schema()));
  }
}
