package zugabe.core.resources;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;

/**
 * Takes resources that stand where they are used out of a document (the platform's documentation,
 * "Inline complex XML resources"): an element {@code attr} holds what its parent's attribute names.
 * Each becomes a file of its own of the document's type, whose name no file of the sources can
 * have.
 */
final class InlineResources {
  /** The namespace of these elements, as the platform has it. */
  static final String SPACE = "http://schemas.android.com/aapt";

  private static final String ELEMENT = "attr";
  private static final String NAME = "name";

  private final String type;
  private final String name;
  private final Findings findings;
  private final List<SourceElement> taken = new ArrayList<>();

  /**
   * @param type the document's
   * @param name the document's
   */
  InlineResources(String type, String name, Findings findings) {
    this.type = type;
    this.name = name;
    this.findings = findings;
  }

  /** The name of one of them. */
  String name(int number) {
    return "$" + name + "__" + number;
  }

  /** What was taken out, in the order of their numbers. */
  List<SourceElement> taken() {
    return taken;
  }

  /** The document, or a part of it, that names what stood in it. */
  SourceElement out(SourceElement e) {
    List<SourceElement.Attribute> attributes = new ArrayList<>(e.attributes());
    List<SourceElement.Node> nodes = new ArrayList<>();
    for (SourceElement.Node node : e.nodes()) {
      if (!(node instanceof SourceElement.Inner inner)) {
        nodes.add(node);
      } else if (!isOne(inner.element())) {
        nodes.add(new SourceElement.Inner(out(inner.element())));
      } else {
        taken(inner.element(), attributes).ifPresent(attributes::add);
      }
    }
    return new SourceElement(e.namespace(), e.name(), attributes, nodes, e.where());
  }

  private static boolean isOne(SourceElement e) {
    return e.namespace().equals(SPACE) && e.name().equals(ELEMENT);
  }

  private Optional<SourceElement.Attribute> taken(
      SourceElement e, List<SourceElement.Attribute> before) {
    String named = e.plain(NAME).orElse("");
    // the reader has put its namespace there, in braces
    int brace = named.indexOf('}');
    String space = brace < 0 ? "" : named.substring(1, brace);
    String local = named.substring(brace + 1);
    if (local.isEmpty()) {
      return fault(
          e.where(), "This element says of no attribute what it is.", "Give it a name=\"…\".");
    }
    if (before.stream().anyMatch(a -> a.namespace().equals(space) && a.name().equals(local))) {
      return fault(
          e.where(),
          "The attribute " + local + " is there twice: as text, and as an element.",
          "Remove one of the two.");
    }
    if (e.children().size() != 1) {
      return fault(
          e.where(),
          "The attribute "
              + local
              + " is "
              + (e.children().isEmpty() ? "no element" : "several elements")
              + ".",
          "Put the one element into it that the attribute is to name.");
    }
    int number = taken.size();
    // its place is taken before those in it take theirs
    taken.add(e);
    taken.set(number, out(e.children().get(0)));
    return Optional.of(new SourceElement.Attribute(space, local, "@" + type + "/" + name(number)));
  }

  private Optional<SourceElement.Attribute> fault(Where where, String what, String fix) {
    findings.add(ResourceCode.Z5201, where, what, fix);
    return Optional.empty();
  }
}
