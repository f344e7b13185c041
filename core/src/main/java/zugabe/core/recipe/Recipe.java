package zugabe.core.recipe;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Nearest;
import zugabe.core.finding.Said;
import zugabe.core.finding.Where;

/** Everything that has to be said about an application, once. */
public record Recipe(
    App app,
    Map<String, Said<String>> roots,
    Map<String, MaterialsSpec> materials,
    Map<String, ProgramSpec> programs,
    Map<String, KeySpec> keys,
    Map<String, DeliverableSpec> deliverables,
    Map<String, DestinationSpec> destinations,
    List<AcceptSpec> accepted,
    Where where) {

  private enum Form {
    ONE
  }

  private static final Field<Said<Form>> ZUGABE =
      Field.optional(
          "zugabe",
          TextShape.parsed(
              "1", "1", t -> t.equals("1") ? Optional.of(Form.ONE) : Optional.empty(), Form.ONE),
          "Version of the recipe's form: 1.");
  private static final Field<App> APP =
      Field.required("app", App.SHAPE, "The application's identity: at least name and version.");
  private static final Field<Map<String, Said<String>>> ROOTS =
      Field.optional(
          "roots",
          MapShape.named(TextShape.any()),
          "Folders outside the recipe's that materials may come from, by name.");
  private static final Field<Map<String, MaterialsSpec>> MATERIALS =
      Field.required(
          "materials", MapShape.named(MaterialsSpec.SHAPE), "Groups of built files, by name.");
  private static final Field<Map<String, ProgramSpec>> PROGRAMS =
      Field.optional(
          "programs", MapShape.named(ProgramSpec.SHAPE), "What can be started, by name.");
  private static final Field<Map<String, KeySpec>> KEYS =
      Field.optional("keys", MapShape.named(KeySpec.SHAPE), "Signing keys, by name.");
  private static final Field<Map<String, DeliverableSpec>> DELIVERABLES =
      Field.required(
          "deliverables", MapShape.named(DeliverableSpec.SHAPE), "What goes out, by name.");
  private static final Field<Map<String, DestinationSpec>> DESTINATIONS =
      Field.optional(
          "destinations",
          MapShape.named(DestinationSpec.SHAPE),
          "Where finished deliverables are handed over, by name.");

  private static final Field<List<AcceptSpec>> ACCEPT =
      Field.optional(
          "accept",
          new ListShape<>(AcceptSpec.SHAPE),
          "Findings that are known and lived with, each with a reason and a last day.");

  private static final Shape<Recipe> SHAPE =
      new RecordShape<>(
          "the recipe",
          List.of(
              ZUGABE, APP, ROOTS, MATERIALS, PROGRAMS, KEYS, DELIVERABLES, DESTINATIONS, ACCEPT),
          v ->
              new Recipe(
                  v.of(APP),
                  v.of(ROOTS),
                  v.of(MATERIALS),
                  v.of(PROGRAMS),
                  v.of(KEYS),
                  v.of(DELIVERABLES),
                  v.of(DESTINATIONS),
                  v.of(ACCEPT),
                  v.where()));

  /**
   * Reads a recipe. All faults are in the findings; when there are any, what is returned serves
   * only to look for more.
   *
   * @param file name for messages
   * @param environment for {@code {env.NAME}}
   * @return empty when there is no tree to go on with
   */
  public static Optional<Recipe> read(
      String file,
      String text,
      List<ValueOverride> overrides,
      Map<String, String> environment,
      Findings findings) {
    return RecipeParser.parse(file, text, findings)
        .map(tree -> Overrides.apply(tree, overrides, findings))
        .map(tree -> Variables.fill(tree, environment, findings))
        .map(tree -> SHAPE.bind(tree, findings))
        .map(recipe -> recipe.checked(findings));
  }

  /** JSON Schema (2020-12) of a recipe, as a tree of maps, lists and scalars. */
  public static Map<String, Object> schema() {
    Map<String, Object> schema = new LinkedHashMap<>();
    schema.put("$schema", "https://json-schema.org/draft/2020-12/schema");
    schema.put("title", "Zugabe recipe");
    schema.putAll(SHAPE.schema());
    return schema;
  }

  private Recipe checked(Findings findings) {
    programs
        .values()
        .forEach(
            p ->
                p.materials()
                    .ifPresent(
                        m -> defined(m, materials.keySet(), "group of materials", findings)));
    deliverables
        .values()
        .forEach(
            d -> {
              d.materials()
                  .ifPresent(m -> defined(m, materials.keySet(), "group of materials", findings));
              d.program().ifPresent(p -> defined(p, programs.keySet(), "program", findings));
              d.programs().forEach(p -> defined(p, programs.keySet(), "program", findings));
              d.holds()
                  .forEach(
                      (name, folder) ->
                          defined(
                              new Said<>(name, folder.where(), true),
                              deliverables.keySet(),
                              "deliverable",
                              findings));
              d.sign().ifPresent(k -> defined(k, keys.keySet(), "key", findings));
            });
    return this;
  }

  private static void defined(
      Said<String> name, java.util.Set<String> names, String what, Findings findings) {
    if (!name.value().isEmpty() && !names.contains(name.value())) {
      findings.add(
          FindingCode.Z1010,
          name.where(),
          "There is no " + what + " named \"" + name.value() + "\".",
          Nearest.hint(name.value(), names));
    }
  }
}
