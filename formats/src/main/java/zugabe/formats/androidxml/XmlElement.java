package zugabe.formats.androidxml;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * An element with all that is in it.
 *
 * @param namespace its address, or nothing
 * @param line it stood in, 1 and up; 0 when nobody knows
 */
public record XmlElement(
    String namespace, String name, List<XmlAttribute> attributes, List<XmlNode> nodes, int line) {
  public XmlElement {
    attributes = List.copyOf(attributes);
    nodes = List.copyOf(nodes);
  }

  /** One with children only. */
  public static XmlElement of(
      String name, List<XmlAttribute> attributes, List<XmlElement> children) {
    return new XmlElement(
        "", name, attributes, children.stream().<XmlNode>map(XmlNode.Child::new).toList(), 0);
  }

  /** The elements right in it. */
  public List<XmlElement> children() {
    return nodes.stream()
        .flatMap(n -> n instanceof XmlNode.Child c ? Stream.of(c.element()) : Stream.empty())
        .toList();
  }

  /** The elements of a name right in it. */
  public List<XmlElement> children(String of) {
    return children().stream().filter(c -> c.name().equals(of)).toList();
  }

  /** The first element of a name right in it. */
  public Optional<XmlElement> child(String of) {
    return children(of).stream().findFirst();
  }

  /** An attribute without a namespace. */
  public Optional<XmlAttribute> plain(String of) {
    return attribute("", of);
  }

  /**
   * An attribute of the platform's. One whose name was taken away is known by its resource.
   *
   * @param resource its number
   */
  public Optional<XmlAttribute> android(String of, long resource) {
    return attributes.stream()
        .filter(
            a ->
                a.resource() == resource
                    || (a.resource() == 0
                        && a.namespace().equals(XmlAttribute.ANDROID)
                        && a.name().equals(of)))
        .findFirst();
  }

  private Optional<XmlAttribute> attribute(String in, String of) {
    return attributes.stream()
        .filter(a -> a.namespace().equals(in) && a.name().equals(of))
        .findFirst();
  }

  /** The same with other attributes. */
  public XmlElement withAttributes(List<XmlAttribute> others) {
    return new XmlElement(namespace, name, others, nodes, line);
  }

  /** The same with other contents. */
  public XmlElement withNodes(List<XmlNode> others) {
    return new XmlElement(namespace, name, attributes, others, line);
  }
}
