package zugabe.core.resources;

import java.util.Optional;
import zugabe.core.android.Platform;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.formats.arsc.Value;

/** Makes values of texts, once it is known which resources there are. */
final class Valuer {
  private final Symbols symbols;
  private final Findings findings;

  Valuer(Symbols symbols, Findings findings) {
    this.symbols = symbols;
    this.findings = findings;
  }

  Symbols symbols() {
    return symbols;
  }

  Findings findings() {
    return findings;
  }

  /** A text that isn't understood. */
  void fault(Where where, String what, String fix) {
    findings.add(ResourceCode.Z5201, where, what, fix);
  }

  /** What a reference names; one that isn't there is a finding. */
  Optional<Value> reference(String text, Where where) {
    if (text.equals("@null")) {
      return Optional.of(Value.reference(0));
    }
    if (text.equals("@empty")) {
      return Optional.of(new Value(Value.NULL, 1, ""));
    }
    Optional<Reference> to = Reference.parse(text);
    if (to.isEmpty()) {
      fault(
          where,
          "\"" + text + "\" isn't the name of a resource.",
          text.startsWith("@{") || text.startsWith("@={")
              ? "Expressions aren't compiled: set the value in the code."
              : "Write @type/name; a text that starts with "
                  + text.charAt(0)
                  + " needs \\ in front.");
      return Optional.empty();
    }
    Optional<Long> number = number(to.get(), where);
    return number.map(
        n -> new Value(to.get().attribute() ? Value.ATTRIBUTE : Value.REFERENCE, n, ""));
  }

  Optional<Long> number(Reference to, Where where) {
    Optional<Long> number = symbols.number(to);
    if (number.isEmpty()) {
      findings.add(
          ResourceCode.Z5203,
          where,
          "There is no " + to.text() + ".",
          to.pack().equals(Reference.PLATFORM)
              ? "Name a public resource of the platform as of level "
                  + Platform.known().level()
                  + "."
              : "Add it to the resources, or name one that is there.");
    }
    return number;
  }

  /**
   * A value that isn't a string.
   *
   * @param types bits of {@link Platform.Attribute}
   * @param form the wanted form, for messages
   */
  Optional<Value> plain(String text, long types, String form, Where where) {
    String bare = text.strip();
    if (Reference.isMeant(bare)) {
      return reference(bare, where);
    }
    Optional<Value> value = ValueText.read(bare, types);
    if (value.isEmpty()) {
      fault(where, "\"" + bare + "\" isn't " + form + ".", "Write " + form + ".");
    }
    return value;
  }

  /** The value of an attribute in a document. */
  Optional<Value> of(Platform.Attribute attribute, String text, Where where) {
    return of(attribute, text, StringText.attribute(text), where);
  }

  /** The value of an attribute in a style, as an element's text. */
  Optional<Value> of(Platform.Attribute attribute, SourceElement item) {
    return of(attribute, item.text().strip(), StringText.read(item), item.where());
  }

  private Optional<Value> of(
      Platform.Attribute attribute, String text, StringText.Result string, Where where) {
    if (Reference.isMeant(text)) {
      return reference(text, where);
    }
    Optional<Value> value = ValueText.named(text, attribute);
    if (value.isEmpty()) {
      value = ValueText.read(text, attribute.types());
    }
    if (value.isPresent()) {
      return value;
    }
    boolean takesText = attribute.takes(Platform.Attribute.STRING) || attribute.types() == 0;
    if (takesText && string.value().isPresent()) {
      return string.value();
    }
    fault(
        where,
        "\""
            + text
            + "\" isn't a value of "
            + attribute.name()
            + (takesText ? ": " + string.fault() : "")
            + ".",
        expected(attribute));
    return Optional.empty();
  }

  private static String expected(Platform.Attribute attribute) {
    if (!attribute.names().isEmpty() && attribute.names().size() <= 20) {
      return "Write "
          + (attribute.takes(Platform.Attribute.FLAGS) ? "some" : "one")
          + " of "
          + String.join(", ", attribute.names().keySet())
          + ".";
    }
    return "Write " + Formats.form(attribute.types()) + ".";
  }
}
