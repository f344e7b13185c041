package zugabe.core.resources;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.core.finding.Where;

/**
 * An element of a source in XML.
 *
 * @param namespace its address, or nothing
 * @param nodes elements and texts in it, in their order
 */
public record SourceElement(
    String namespace, String name, List<Attribute> attributes, List<Node> nodes, Where where) {

  /** What stands in an element. */
  public sealed interface Node {}

  /** An element. */
  public record Inner(SourceElement element) implements Node {}

  /** Text. */
  public record Text(String text) implements Node {}

  /** An attribute. */
  public record Attribute(String namespace, String name, String value) {}

  /** The elements right in it. */
  public List<SourceElement> children() {
    List<SourceElement> all = new ArrayList<>();
    for (Node node : nodes) {
      if (node instanceof Inner inner) {
        all.add(inner.element());
      }
    }
    return all;
  }

  /** The value of an attribute without a namespace. */
  public Optional<String> plain(String of) {
    return in("", of);
  }

  /** The value of an attribute. */
  public Optional<String> in(String space, String of) {
    return attributes.stream()
        .filter(a -> a.namespace().equals(space) && a.name().equals(of))
        .map(Attribute::value)
        .findFirst();
  }

  /** All text in it, without elements. */
  public String text() {
    StringBuilder out = new StringBuilder();
    for (Node node : nodes) {
      if (node instanceof Text text) {
        out.append(text.text());
      } else if (node instanceof Inner inner) {
        out.append(inner.element().text());
      }
    }
    return out.toString();
  }
}
