package zugabe.core.resources;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zugabe.core.android.Platform;
import zugabe.formats.androidxml.XmlAttribute;
import zugabe.formats.androidxml.XmlElement;
import zugabe.formats.androidxml.XmlNode;
import zugabe.formats.androidxml.XmlWriter;
import zugabe.formats.arsc.Value;

/** Compiles a document: attributes get their numbers, and values their types. */
public final class XmlCompiler {
  /** What tools say to each other: it stays behind. */
  private static final String TOOLS = "http://schemas.android.com/tools";

  private static final Map<String, String> PREFIXES =
      Map.of(XmlAttribute.ANDROID, "android", Symbols.AUTO, "app");

  private final Valuer valuer;

  XmlCompiler(Valuer valuer) {
    this.valuer = valuer;
  }

  /** A document's bytes. */
  static byte[] encode(XmlElement root) {
    return XmlWriter.write(root, PREFIXES);
  }

  /** The compiled document; what is wrong with it is in the findings. */
  XmlElement compile(SourceElement e) {
    if (!e.namespace().isEmpty()) {
      valuer.fault(
          e.where(),
          "Elements of the namespace " + e.namespace() + " aren't compiled.",
          "Put it into a file of its own, and name that.");
    }
    List<XmlAttribute> attributes = new ArrayList<>();
    Set<String> seen = new HashSet<>();
    for (SourceElement.Attribute a : e.attributes()) {
      if (!a.namespace().equals(TOOLS)) {
        attribute(e, a)
            .filter(c -> seen.add(c.namespace() + " " + c.name()))
            .ifPresent(attributes::add);
      }
    }
    List<XmlNode> nodes = new ArrayList<>();
    for (SourceElement.Node node : e.nodes()) {
      if (node instanceof SourceElement.Inner inner) {
        if (!inner.element().namespace().equals(TOOLS)) {
          nodes.add(new XmlNode.Child(compile(inner.element())));
        }
      } else if (node instanceof SourceElement.Text text && !text.text().isBlank()) {
        nodes.add(new XmlNode.Text(text.text().strip(), Math.max(0, e.where().line())));
      }
    }
    return new XmlElement(
        e.namespace(), e.name(), attributes, nodes, Math.max(0, e.where().line()));
  }

  private Optional<XmlAttribute> attribute(SourceElement e, SourceElement.Attribute a) {
    if (a.namespace().isEmpty()) {
      return plain(e, a);
    }
    Optional<Platform.Attribute> known = valuer.symbols().attribute(a.namespace(), a.name());
    if (known.isEmpty()) {
      boolean platform = a.namespace().equals(XmlAttribute.ANDROID);
      valuer
          .findings()
          .add(
              ResourceCode.Z5203,
              e.where(),
              "There is no attribute "
                  + a.name()
                  + (platform ? " of the platform" : " in " + a.namespace())
                  + ".",
              platform
                  ? "Mend its name; those up to level " + Platform.known().level() + " are known."
                  : "Declare it with <attr>, or mend its name.");
      return Optional.empty();
    }
    return valuer
        .of(known.get(), a.value(), e.where())
        .map(
            v ->
                new XmlAttribute(
                    a.namespace(), a.name(), known.get().number(), raw(v, a.value()), v));
  }

  /** Text stays text: also what is written of a value that isn't one. */
  private static String raw(Value value, String written) {
    return value.type() == Value.STRING ? written : "";
  }

  /** Without a namespace values are text, but for what names a resource. */
  private Optional<XmlAttribute> plain(SourceElement e, SourceElement.Attribute a) {
    if (Reference.isMeant(a.value()) && Reference.parse(a.value()).isPresent()) {
      return valuer
          .reference(a.value(), e.where())
          .map(v -> new XmlAttribute("", a.name(), 0, a.value(), v));
    }
    return Optional.of(XmlAttribute.plain(a.name(), a.value()));
  }
}
