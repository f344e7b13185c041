package zugabe.core.resources;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import zugabe.bytes.Content;
import zugabe.bytes.MalformedException;
import zugabe.bytes.Regex;
import zugabe.core.android.Platform;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.formats.arsc.ParsedQualifiers;
import zugabe.formats.arsc.Qualifiers;
import zugabe.formats.arsc.Resource;
import zugabe.formats.arsc.TableEntry;
import zugabe.formats.arsc.TableWriter;
import zugabe.formats.arsc.Value;
import zugabe.formats.icon.Pixels;
import zugabe.formats.icon.Stretching;

/**
 * Compiles resources: reads all sources, gives every resource its number, then makes the values,
 * which may name each other in any order.
 */
public final class ResourceCompiler {
  private final String pack;
  private final Where where;
  private final Findings findings;
  private final Numbers.Given given;
  private final FileRules rules;
  private final List<Declared> declared = new ArrayList<>();
  private final Map<String, Platform.Attribute> attributes = new TreeMap<>();
  private final Map<ResourceFile, SourceElement> documents = new LinkedHashMap<>();
  private final SortedMap<String, Content> files = new TreeMap<>();
  private List<Resource> base = List.of();

  /**
   * @param pack the application's id
   * @param where for what is about all resources
   */
  public ResourceCompiler(String pack, Where where, Findings findings) {
    this.pack = pack;
    this.where = where;
    this.findings = findings;
    this.given = new Numbers.Given(findings);
    this.rules = new FileRules(findings);
  }

  /**
   * Takes numbers that byte code was compiled against: lines of {@code type name number}.
   *
   * @param at the table's file
   */
  public ResourceCompiler numbers(String table, Where at) {
    int line = 0;
    for (String one : table.split("\n", -1)) {
      line++;
      String text = Regex.replaceFirst(one, "#.*", "").strip();
      String[] words = text.split("\\s+", -1);
      Optional<Value> number = words.length == 3 ? ValueText.integer(words[2]) : Optional.empty();
      if (number.isPresent()) {
        given.give(words[0], words[1], number.get().data(), at.at(line));
      } else if (!text.isEmpty()) {
        findings.add(
            ResourceCode.Z5205,
            at.at(line),
            "This line names no resource with its number.",
            "Write lines such as: string app_name 0x7f020000");
      }
    }
    return this;
  }

  /**
   * Starts from resources that are compiled: they keep their numbers; one of a name is replaced.
   */
  public ResourceCompiler base(List<Resource> resources) {
    base = List.copyOf(resources);
    base.forEach(r -> given.keep(r.type(), r.name(), r.number()));
    return this;
  }

  /** Adds a resource that no source declares: text. */
  public ResourceCompiler text(String name, String locale, String text) {
    Qualifiers qualifiers =
        locale.isEmpty()
            ? Qualifiers.NONE
            : ParsedQualifiers.parse("b+" + locale.replace('-', '+'))
                .qualifiers()
                .orElse(Qualifiers.NONE);
    declared.add(
        new Declared(
            "string",
            name,
            qualifiers,
            where,
            false,
            v -> Optional.of(Declared.simple(Value.string(text)))));
    return this;
  }

  /** Adds a file of the sources. */
  public ResourceCompiler add(ResourceFile file) throws IOException {
    String folder = file.folder();
    int hyphen = folder.indexOf('-');
    String type = hyphen < 0 ? folder : folder.substring(0, hyphen);
    if (file.name().startsWith(".")) {
      return this;
    }
    if (!type.equals("values") && !FileRules.types().contains(type)) {
      wrongPlace(
          file,
          folder.isEmpty()
              ? "It lies beside the folders of resources."
              : "\"" + type + "\" isn't a type of resources.",
          "Put it into one of values, "
              + String.join(", ", new TreeSet<>(FileRules.types()))
              + ".");
      return this;
    }
    ParsedQualifiers.Result qualifiers =
        ParsedQualifiers.parse(hyphen < 0 ? "" : folder.substring(hyphen + 1));
    if (qualifiers.qualifiers().isEmpty()) {
      wrongPlace(
          file,
          "The folder's name can't be understood: " + qualifiers.fault() + ".",
          "Name it with the platform's qualifiers, in its order: type-language-night-density-version.");
      return this;
    }
    if (file.path().chars().filter(c -> c == '/').count() > 1) {
      wrongPlace(file, "It lies in a folder within a folder.", "Put it right into " + folder + ".");
    } else if (type.equals("values")) {
      values(file, qualifiers.qualifiers().get());
    } else {
      file(file, type, qualifiers.qualifiers().get());
    }
    return this;
  }

  private void wrongPlace(ResourceFile file, String what, String fix) {
    findings.add(ResourceCode.Z5204, file.where(), what, fix);
  }

  private void values(ResourceFile file, Qualifiers qualifiers) throws IOException {
    if (!file.isXml()) {
      wrongPlace(file, "Values are written in XML.", "Put it into raw, or remove it.");
      return;
    }
    Optional<SourceElement> root = SourceXml.read(file.content(), file.where(), findings);
    root.ifPresent(
        r -> new ValuesReader(qualifiers, declared, attributes, given, findings).read(r));
  }

  private void file(ResourceFile file, String type, Qualifiers qualifiers) throws IOException {
    String name = Regex.replaceFirst(file.name(), "\\..*", "");
    if (!Regex.matches(name, "[a-z_][a-z0-9_]*")) {
      wrongPlace(
          file,
          "\"" + file.name() + "\" can't be the name of a resource.",
          "Name it with small letters, digits and _; no digit in front.");
      return;
    }
    String spelt = qualifiers.toString();
    String ending = file.name().substring(name.length());
    String place = "res/" + type + (spelt.isEmpty() ? "" : "-" + spelt) + "/";
    String path = place + name + ending;
    if (!rules.fits(file, type, ending)) {
      // it is there, so what names it isn't told as well
      declare(type, name, qualifiers, new ResourceFile(path, file.content(), file.where()));
      return;
    }
    if (file.isXml() && !type.equals("raw")) {
      Optional<SourceElement> root = SourceXml.read(file.content(), file.where(), findings);
      if (root.isEmpty()) {
        return;
      }
      rules.root(file, type, root.get());
      InlineResources inline = new InlineResources(type, name, findings);
      documents.put(new ResourceFile(path, file.content(), file.where()), inline.out(root.get()));
      identifiers(root.get());
      for (int i = 0; i < inline.taken().size(); i++) {
        SourceElement one = inline.taken().get(i);
        ResourceFile made =
            new ResourceFile(place + inline.name(i) + ".xml", file.content(), one.where());
        documents.put(made, one);
        declare(type, inline.name(i), qualifiers, made);
      }
    } else if (ending.equals(".9.png")) {
      stretching(file, path);
    } else {
      files.put(path, file.content());
    }
    declare(type, name, qualifiers, new ResourceFile(path, file.content(), file.where()));
  }

  /** That a resource is a file. */
  private void declare(String type, String name, Qualifiers qualifiers, ResourceFile file) {
    declared.add(
        new Declared(
            type,
            name,
            qualifiers,
            file.where(),
            false,
            v -> Optional.of(Declared.simple(Value.string(file.path())))));
  }

  private void stretching(ResourceFile file, String path) throws IOException {
    try (InputStream in = file.content().open()) {
      byte[] compiled = Stretching.compiled(Pixels.decode(in.readAllBytes()));
      files.put(path, Content.of(compiled));
    } catch (MalformedException e) {
      findings.add(
          ResourceCode.Z5201,
          file.where(),
          "It can't stretch in parts: " + e.getMessage() + ".",
          "Draw a border of one pixel around it: black where it stretches, clear elsewhere.");
    }
  }

  /** Identifiers that a document makes where it names them. */
  private void identifiers(SourceElement e) {
    for (SourceElement.Attribute a : e.attributes()) {
      if (a.value().startsWith("@+")) {
        Reference.parse(a.value())
            .filter(r -> r.type().equals("id"))
            .ifPresent(r -> declared.add(Declared.identifier(r.name(), e.where())));
      }
    }
    e.children().forEach(this::identifiers);
  }

  /** Compiles all; with errors among the findings the result isn't of use. */
  public CompiledResources compile() throws IOException {
    attributes.forEach(
        (name, a) ->
            declared.add(
                new Declared(
                    "attr",
                    name,
                    Qualifiers.NONE,
                    where,
                    true,
                    v -> Optional.of(AttributeEntry.of(a, v.symbols())))));
    TreeSet<String> keys = new TreeSet<>();
    declared.forEach(d -> keys.add(d.key()));
    Map<String, Long> numbers = Numbers.assign(keys, given, where, findings);
    given
        .unused(keys)
        .forEach(
            (key, at) ->
                findings.add(
                    ResourceCode.Z5203,
                    at,
                    "There is no @" + key + ", but a number is given for it.",
                    "Add it to the resources, or remove the line."));
    Map<String, Platform.Attribute> numbered = new HashMap<>();
    attributes.forEach(
        (name, a) ->
            numbered.put(
                name,
                new Platform.Attribute(name, numbers.get("attr/" + name), a.types(), a.names())));
    Valuer valuer = new Valuer(Symbols.of(pack, numbers, numbered), findings);
    List<Resource> resources = resources(numbers, valuer);
    Set<Long> replaced = new HashSet<>();
    resources.forEach(r -> replaced.add(r.number()));
    base.stream().filter(r -> !replaced.contains(r.number())).forEach(resources::add);
    XmlCompiler compiler = new XmlCompiler(valuer);
    Map<String, Where> sources = new HashMap<>();
    documents.forEach(
        (file, root) -> {
          files.put(file.path(), Content.of(XmlCompiler.encode(compiler.compile(root))));
          sources.put(file.path(), file.where());
        });
    return new CompiledResources(
        resources.isEmpty()
            ? Optional.empty()
            : Optional.of(TableWriter.write(pack, Numbers.PACKAGE, resources)),
        files,
        sources,
        numbers);
  }

  private List<Resource> resources(Map<String, Long> numbers, Valuer valuer) throws IOException {
    Map<String, SortedMap<Qualifiers, Declared>> all = new TreeMap<>();
    for (Declared d : declared) {
      Declared before =
          all.computeIfAbsent(d.key(), k -> new TreeMap<>()).putIfAbsent(d.qualifiers(), d);
      if (before != null && !(d.weak() && before.weak())) {
        findings.add(
            ResourceCode.Z5202,
            d.where(),
            "@" + d.key() + " is there twice: also at " + before.where().text() + ".",
            "Remove one of the two.");
      }
    }
    List<Resource> made = new ArrayList<>();
    Variants variants = new Variants(findings);
    for (Map.Entry<String, SortedMap<Qualifiers, Declared>> one : all.entrySet()) {
      Defaults.check(one.getKey(), one.getValue(), findings);
      SortedMap<Qualifiers, TableEntry> values = new TreeMap<>();
      for (Declared d : one.getValue().values()) {
        d.maker().make(valuer).ifPresent(entry -> values.put(d.qualifiers(), entry));
      }
      Declared any = one.getValue().get(one.getValue().firstKey());
      if (!values.isEmpty() && numbers.containsKey(one.getKey())) {
        Resource whole = new Resource(any.type(), any.name(), numbers.get(one.getKey()), values);
        variants.check(whole, one.getValue());
        made.add(whole);
      }
    }
    variants.circles(made, all);
    return made;
  }
}
