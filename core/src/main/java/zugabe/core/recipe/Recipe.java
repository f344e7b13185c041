package zugabe.core.recipe;

import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zugabe.core.finding.Code;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.finding.Nearest;
import zugabe.core.finding.RecipeCode;
import zugabe.core.finding.Where;
import zugabe.core.shape.Binding;
import zugabe.core.shape.Field;
import zugabe.core.shape.ListShape;
import zugabe.core.shape.MapShape;
import zugabe.core.shape.RecordShape;
import zugabe.core.shape.Reference;
import zugabe.core.shape.Shape;
import zugabe.core.shape.TaggedShape;
import zugabe.core.shape.TextShape;

/**
 * Everything that has to be said about an application, once.
 *
 * @param handover keys to sign with, and where to
 * @param references what its values name
 */
public record Recipe(
    App app,
    Sources sources,
    Map<String, ProgramSpec> programs,
    Map<String, DeliverableSpec> deliverables,
    Handover handover,
    List<AcceptSpec> accepted,
    List<Reference> references,
    Where where) {

  /**
   * Where files come from.
   *
   * @param roots folders outside the recipe's, by name
   * @param groups of materials, by name
   * @param inside archive that paths are in; empty for the recipe's folder
   */
  public record Sources(
      Map<String, Located<String>> roots,
      Map<String, MaterialsSpec> groups,
      Optional<Located<String>> inside) {}

  /**
   * What happens to what was made.
   *
   * @param sign the key that signs the list of checksums
   */
  public record Handover(
      Map<String, KeySpec> keys,
      Optional<Located<String>> sign,
      Map<String, DestinationSpec> destinations) {}

  /** Groups of materials, by name. */
  public Map<String, MaterialsSpec> materials() {
    return sources.groups();
  }

  private enum Form {
    ONE
  }

  private static final Field<Located<Form>> ZUGABE =
      Field.optional(
          "zugabe",
          TextShape.parsed(
              "1", "1", t -> t.equals("1") ? Optional.of(Form.ONE) : Optional.empty(), Form.ONE),
          "Version of the recipe's form: 1.");
  private static final Field<App> APP =
      Field.required("app", App.SHAPE, "The application's identity: at least name and version.");
  private static final Field<Located<String>> INSIDE =
      Field.optional(
              "inside",
              TextShape.any(),
              "Zip or tar file, from the recipe's folder, whose content the paths in the recipe are in.")
          .otherwise("none: paths are in the recipe's folder");
  private static final Field<Map<String, Located<String>>> ROOTS =
      Field.optional(
          "roots",
          MapShape.named(TextShape.any()),
          "Folders outside the recipe's that materials may come from, by name.");
  private static final Field<Map<String, MaterialsSpec>> MATERIALS =
      Field.optional(
          "materials", MapShape.named(MaterialsSpec.SHAPE), "Groups of built files, by name.");
  private static final Field<Map<String, ProgramSpec>> PROGRAMS =
      Field.optional(
          "programs", MapShape.named(ProgramSpec.SHAPE), "What can be started, by name.");
  private static final Field<Map<String, KeySpec>> KEYS =
      Field.optional("keys", MapShape.named(KeySpec.SHAPE), "Signing keys, by name.");
  private static final Field<Located<String>> SIGN =
      Field.optional(
          "sign",
          TextShape.any().naming(Reference.To.KEY),
          "Name of the key that signs SHA256SUMS, the list of checksums.");
  private static final Field<Map<String, DestinationSpec>> DESTINATIONS =
      Field.optional(
          "destinations",
          MapShape.named(DestinationSpec.SHAPE),
          "Where finished deliverables are handed over, by name.");

  private static final Field<List<AcceptSpec>> ACCEPT =
      Field.optional(
          "accept",
          new ListShape<>(AcceptSpec.SHAPE),
          "Findings that are known and accepted for now, each with a reason and a last day.");

  private static Field<Map<String, DeliverableSpec>> deliverables(Vocabulary kinds) {
    return Field.required(
        "deliverables", MapShape.named(DeliverableSpec.shape(kinds)), "What goes out, by name.");
  }

  private static Shape<Recipe> shape(Vocabulary kinds) {
    Field<Map<String, DeliverableSpec>> deliverables = deliverables(kinds);
    return RecordShape.of(
        "the recipe",
        List.of(
            ZUGABE,
            APP,
            INSIDE,
            ROOTS,
            MATERIALS,
            PROGRAMS,
            KEYS,
            SIGN,
            deliverables,
            DESTINATIONS,
            ACCEPT),
        v -> {
          Map<String, DeliverableSpec> named = new LinkedHashMap<>();
          v.of(deliverables).forEach((name, d) -> named.put(name, d.named(name)));
          return new Recipe(
              v.of(APP),
              new Sources(v.of(ROOTS), v.of(MATERIALS), v.maybe(INSIDE)),
              v.of(PROGRAMS),
              Collections.unmodifiableMap(named),
              new Handover(v.of(KEYS), v.maybe(SIGN), v.of(DESTINATIONS)),
              v.of(ACCEPT),
              List.of(),
              v.where());
        });
  }

  /**
   * A recipe's text, and what is known where it is read.
   *
   * @param file name for messages
   * @param overrides values for one run
   * @param environment for {@code {env.NAME}}
   */
  public record Source(
      String file, String text, List<ValueOverride> overrides, Map<String, String> environment) {}

  /**
   * Reads a recipe. All faults are in the findings; when there are any, what is returned serves
   * only to look for more.
   *
   * @return empty when there is no tree to go on with
   */
  public static Optional<Recipe> read(Source source, Vocabulary words, Findings findings) {
    Binding binding = new Binding(findings);
    return RecipeParser.parse(source.file(), source.text(), findings)
        .map(tree -> Overrides.apply(tree, source.overrides(), findings))
        .map(tree -> Variables.fill(tree, source.environment(), findings))
        .map(tree -> shape(words).bind(tree, binding))
        .map(recipe -> recipe.with(binding.references()).checked(words, findings));
  }

  /** Only a recipe's keys: whatever else is in it may be wrong. */
  public static Map<String, KeySpec> keys(Source source, Findings findings) {
    return RecipeParser.parse(source.file(), source.text(), findings)
        .map(tree -> Variables.fill(tree, source.environment(), new Findings()))
        .flatMap(tree -> tree.value(KEYS.key()))
        .map(node -> KEYS.shape().bind(node, new Binding(findings)))
        .orElse(Map.of());
  }

  private Recipe with(List<Reference> named) {
    return new Recipe(app, sources, programs, deliverables, handover, accepted, named, where);
  }

  /** JSON Schema (2020-12) of a recipe, as a tree of maps, lists and scalars. */
  public static Map<String, Object> schema(Vocabulary kinds) {
    Map<String, Object> schema = new LinkedHashMap<>();
    schema.put("$schema", "https://json-schema.org/draft/2020-12/schema");
    schema.put("title", "Zugabe recipe");
    schema.putAll(shape(kinds).schema());
    return schema;
  }

  /** JSON Schema (2020-12) of a deliverable of one kind. */
  public static Map<String, Object> schema(Vocabulary kinds, String kind) {
    Map<String, Object> schema = new LinkedHashMap<>();
    schema.put("$schema", "https://json-schema.org/draft/2020-12/schema");
    schema.putAll(DeliverableSpec.shape(kinds).branch(kind));
    schema.put("title", "Zugabe deliverable of kind " + kind);
    return schema;
  }

  /** Keys that deliverables of every kind have, the kind itself first. */
  public static List<Field<?>> commonKeys(Vocabulary kinds) {
    TaggedShape<DeliverableSpec> shape = DeliverableSpec.shape(kinds);
    List<Field<?>> keys = new ArrayList<>(List.of(shape.tag()));
    keys.addAll(shape.common());
    return keys;
  }

  /** Names of the recipe that something refers to. */
  public Set<String> referred(Reference.To to) {
    Set<String> names = new LinkedHashSet<>();
    references.stream().filter(r -> r.to() == to).forEach(r -> names.add(r.name().value()));
    return names;
  }

  private Recipe checked(Vocabulary words, Findings findings) {
    for (Reference reference : references) {
      names(reference.to())
          .ifPresent(names -> defined(reference.name(), names, reference.to().word(), findings));
    }
    for (AcceptSpec spec : accepted) {
      String code = spec.finding().value();
      if (!code.isEmpty() && words.code(code).isEmpty()) {
        findings.add(
            RecipeCode.Z1008,
            spec.finding().where(),
            "\"" + code + "\" isn't allowed here; expected a finding's code such as Z8006.",
            Nearest.hint(code, words.codes().stream().map(Code::name).toList()));
      }
    }
    return this;
  }

  private Optional<Set<String>> names(Reference.To to) {
    return switch (to) {
      case GROUP -> Optional.of(materials().keySet());
      case PROGRAM -> Optional.of(programs.keySet());
      case DELIVERABLE -> Optional.of(deliverables.keySet());
      case KEY -> Optional.of(handover.keys().keySet());
      // looked for where files are
      case FILE, FOLDER, FILES -> Optional.empty();
    };
  }

  private static void defined(
      Located<String> name, Set<String> names, String what, Findings findings) {
    if (!name.value().isEmpty() && !names.contains(name.value())) {
      findings.add(
          RecipeCode.Z1010,
          name.where(),
          "There is no " + what + " named \"" + name.value() + "\".",
          Nearest.hint(name.value(), names));
    }
  }
}
