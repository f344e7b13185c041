package zugabe.core.resources;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zugabe.bytes.Regex;
import zugabe.core.android.Platform;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.formats.arsc.Parts;
import zugabe.formats.arsc.Qualifiers;
import zugabe.formats.arsc.TableEntry;
import zugabe.formats.arsc.Value;

/** Reads files of values: strings, colours, styles and so on. */
final class ValuesReader {
  private static final long ANY_LENGTH =
      Platform.Attribute.DIMENSION
          | Platform.Attribute.FLOAT
          | Platform.Attribute.FRACTION
          | Platform.Attribute.INTEGER;
  private static final Map<String, Long> PLAIN =
      Map.of(
          "bool", Platform.Attribute.BOOLEAN,
          "color", Platform.Attribute.COLOR,
          "dimen", ANY_LENGTH,
          "integer", Platform.Attribute.INTEGER,
          "fraction", Platform.Attribute.FRACTION,
          "drawable", Platform.Attribute.COLOR);
  private static final Map<String, String> FORMS =
      Map.of(
          "bool", "true or false",
          "color", "a colour such as #2a6f97",
          "dimen", "a length such as 16dp",
          "integer", "a whole number",
          "fraction", "a part such as 50%",
          "drawable", "a resource as @drawable/name, or a colour");
  private static final long ANY =
      Platform.Attribute.BOOLEAN
          | Platform.Attribute.COLOR
          | Platform.Attribute.INTEGER
          | ANY_LENGTH;

  /** Elements that say something to other tools. */
  private static final Set<String> PASSED =
      Set.of("eat-comment", "skip", "java-symbol", "overlayable", "declare-styleable", "attr");

  private final Qualifiers qualifiers;
  private final List<Declared> declared;
  private final Map<String, Platform.Attribute> attributes;
  private final Numbers.Given numbers;
  private final Findings findings;

  ValuesReader(
      Qualifiers qualifiers,
      List<Declared> declared,
      Map<String, Platform.Attribute> attributes,
      Numbers.Given numbers,
      Findings findings) {
    this.qualifiers = qualifiers;
    this.declared = declared;
    this.attributes = attributes;
    this.numbers = numbers;
    this.findings = findings;
  }

  void read(SourceElement root) {
    if (!root.name().equals("resources")) {
      fault(
          root.where(),
          "The root element is " + root.name() + ".",
          "Write <resources>; other XML belongs into a folder of its type.");
      return;
    }
    for (SourceElement one : root.children()) {
      // of variants for several products, the one for all others is taken
      if (one.plain("product").filter(p -> !p.isEmpty() && !p.equals("default")).isEmpty()) {
        element(one);
      }
    }
  }

  private void fault(Where where, String what, String fix) {
    findings.add(ResourceCode.Z5201, where, what, fix);
  }

  private void element(SourceElement e) {
    switch (e.name()) {
      case "declare-styleable" -> e.children().forEach(this::attribute);
      case "attr" -> attribute(e);
      case "public" -> fixed(e);
      default -> {
        if (!PASSED.contains(e.name())) {
          resource(e);
        }
      }
    }
  }

  private void fixed(SourceElement e) {
    Optional<String> id = e.plain("id");
    Optional<Value> number = id.flatMap(ValueText::integer);
    if (e.plain("type").isEmpty() || e.plain("name").isEmpty()) {
      fault(e.where(), "A public resource needs type and name.", "Add them.");
    } else if (number.isPresent()) {
      numbers.give(e.plain("type").get(), e.plain("name").get(), number.get().data(), e.where());
    }
  }

  private void resource(SourceElement e) {
    String type = e.name().equals("item") ? e.plain("type").orElse("") : type(e.name());
    Optional<String> name = e.plain("name");
    if (type.isEmpty()) {
      fault(
          e.where(),
          "\"" + e.name() + "\" isn't an element of values.",
          "Write string, plurals, string-array, color, dimen, bool, integer, style, attr or item.");
      return;
    }
    if (name.isEmpty() || !isName(name.get())) {
      fault(
          e.where(),
          name.isEmpty()
              ? "It has no name."
              : "\"" + name.get() + "\" can't be the name of a resource.",
          "Name it with letters, digits, _ and dots; no digit in front.");
      return;
    }
    if (type.equals("id")) {
      declared.add(Declared.identifier(name.get(), e.where()));
    } else {
      declared.add(new Declared(type, name.get(), qualifiers, e.where(), false, maker(e, type)));
    }
  }

  static boolean isName(String name) {
    return Regex.matches(name, "[\\pL_][\\pL\\pN_.\\-]*");
  }

  private static String type(String element) {
    return switch (element) {
      case "string", "plurals", "style", "array", "id" -> element;
      case "string-array", "integer-array" -> "array";
      default -> PLAIN.containsKey(element) ? element : "";
    };
  }

  private static Declared.Maker maker(SourceElement e, String type) {
    return switch (type) {
      case "string" -> v -> string(e, v).map(Declared::simple);
      case "plurals" -> v -> plurals(e, v);
      case "array" -> v -> array(e, v);
      case "style" -> v -> StyleMaker.make(e, v);
      default -> {
        long types = PLAIN.getOrDefault(type, ANY);
        String form = FORMS.getOrDefault(type, "a value or a resource as @type/name");
        yield v -> v.plain(e.text(), types, form, e.where()).map(Declared::simple);
      }
    };
  }

  private static Optional<Value> string(SourceElement e, Valuer v) {
    String bare = e.text().strip();
    if (bare.startsWith("@") && Reference.parse(bare).isPresent()) {
      return v.reference(bare, e.where());
    }
    StringText.Result read = StringText.read(e);
    if (read.value().isEmpty()) {
      v.fault(
          e.where(),
          "Its text can't be read: " + read.fault() + ".",
          "Write \\' for an apostrophe, \\\" for a quotation mark, \\\\ for a backslash.");
    }
    return read.value();
  }

  private static Optional<TableEntry> plurals(SourceElement e, Valuer v) {
    List<TableEntry.Part> parts = new ArrayList<>();
    for (SourceElement item : e.children()) {
      Optional<Long> form = item.plain("quantity").flatMap(Parts::form);
      if (form.isEmpty()) {
        v.fault(
            item.where(),
            "An item of plurals needs a quantity.",
            "Write quantity=\"other\", or zero, one, two, few, many.");
      } else if (parts.stream().anyMatch(p -> p.name() == form.get())) {
        v.fault(item.where(), "This quantity is there twice.", "Remove one of the two.");
      } else {
        string(item, v).ifPresent(s -> parts.add(new TableEntry.Part(form.get(), s)));
      }
    }
    if (e.children().stream()
        .noneMatch(i -> i.plain("quantity").filter("other"::equals).isPresent())) {
      v.fault(
          e.where(),
          "These plurals have nothing for quantity \"other\", which each language needs.",
          "Add <item quantity=\"other\">.");
    }
    return complex(0, parts);
  }

  private static Optional<TableEntry> array(SourceElement e, Valuer v) {
    List<TableEntry.Part> parts = new ArrayList<>();
    boolean numbers = e.name().equals("integer-array");
    for (SourceElement item : e.children()) {
      String text = item.text().strip();
      Optional<Value> value = Optional.empty();
      if (numbers || (Reference.isMeant(text) && Reference.parse(text).isPresent())) {
        value = v.plain(text, Platform.Attribute.INTEGER, "a whole number", item.where());
      } else if (e.name().equals("array")) {
        value = ValueText.read(text, ANY).or(() -> string(item, v));
      } else {
        value = string(item, v);
      }
      long name = Parts.FIRST_ITEM + parts.size();
      value.ifPresent(one -> parts.add(new TableEntry.Part(name, one)));
    }
    return complex(0, parts);
  }

  static Optional<TableEntry> complex(long parent, List<TableEntry.Part> parts) {
    return Optional.of(new TableEntry(TableEntry.COMPLEX, Value.reference(parent), parts));
  }

  /** An attribute of the application's own; one without a format only names it. */
  private void attribute(SourceElement e) {
    String name = e.plain("name").orElse("");
    Optional<Long> format = e.plain("format").map(f -> Formats.bits(f).orElse(-1L));
    if (!e.name().equals("attr") || name.startsWith("android:")) {
      return;
    }
    if (!isName(name) || format.filter(f -> f < 0).isPresent()) {
      fault(
          e.where(),
          "The attribute \"" + name + "\" isn't declared well.",
          "Write name=\"…\" and format=\"…\" with reference, string, integer, boolean, color,"
              + " float, dimension or fraction.");
      return;
    }
    Map<String, Long> names = new LinkedHashMap<>();
    long types = format.orElse(0L);
    for (SourceElement value : e.children()) {
      Optional<Value> number = value.plain("value").flatMap(ValueText::integer);
      Optional<String> word = value.plain("name");
      if (number.isEmpty() || word.isEmpty()) {
        fault(value.where(), "It needs name and value.", "Write value=\"1\" or value=\"0x1\".");
      } else {
        names.put(word.get(), number.get().data());
        declared.add(Declared.identifier(word.get(), value.where()));
        types |= value.name().equals("flag") ? Platform.Attribute.FLAGS : Platform.Attribute.ENUM;
      }
    }
    boolean known = attributes.containsKey(name);
    if (types == 0 && known) {
      return;
    }
    if (known && attributes.get(name).types() != 0) {
      findings.add(
          ResourceCode.Z5202,
          e.where(),
          "The attribute \"" + name + "\" is declared twice.",
          "Give its format once, and its name alone elsewhere.");
      return;
    }
    attributes.put(name, new Platform.Attribute(name, 0, types, names));
  }
}
