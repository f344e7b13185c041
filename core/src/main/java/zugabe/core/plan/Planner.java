package zugabe.core.plan;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zugabe.bytes.Access;
import zugabe.bytes.MalformedException;
import zugabe.bytes.Regex;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.finding.Nearest;
import zugabe.core.finding.RecipeCode;
import zugabe.core.finding.Where;
import zugabe.core.links.Links;
import zugabe.core.materials.DrawingAdvice;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.FilePattern;
import zugabe.core.materials.Finder;
import zugabe.core.materials.MaterialCode;
import zugabe.core.materials.Materials;
import zugabe.core.materials.ReadExtent;
import zugabe.core.recipe.App;
import zugabe.core.recipe.Common;
import zugabe.core.recipe.DeliverableSpec;
import zugabe.core.recipe.Recipe;
import zugabe.core.shape.Reference;
import zugabe.core.work.Progress;
import zugabe.formats.picture.Picture;

/** Makes a plan of a recipe: applies defaults, finds and reads materials, resolves names. */
public final class Planner {
  private final Recipe recipe;
  private final KindPlans kinds;
  private final Reading reading;
  private final Findings findings;
  private final Identity app;
  private final Map<String, Intent> intents = new LinkedHashMap<>();
  private final Finder finder;
  private final Groups groups;

  /**
   * How files are read.
   *
   * @param folder the recipe's, absolute and normalised
   * @param base where paths start: that folder, or an archive's content
   * @param extent how much of the files is going to be read
   * @param shelf for what is read
   * @param links followed where what a program needs depends on them
   */
  public record Reading(
      Path folder,
      Path base,
      ReadExtent extent,
      Materials.Shelf shelf,
      Links links,
      Progress progress) {}

  public Planner(Recipe recipe, KindPlans kinds, Reading reading, Findings findings) {
    this.recipe = recipe;
    this.kinds = kinds;
    this.reading = reading;
    this.findings = findings;
    this.app = identity(recipe.app());
    recipe
        .deliverables()
        .forEach(
            (name, spec) -> {
              if (spec.own().isPresent()) {
                intents.put(name, kinds.intent(spec, app));
              }
            });
    this.finder =
        new Finder(reading.base(), roots(recipe, reading.folder()), reading.extent(), findings);
    this.groups =
        new Groups(
            recipe.materials(),
            groupsAsFiles(),
            finder,
            reading.shelf(),
            reading.progress(),
            findings);
  }

  private static Map<String, Path> roots(Recipe recipe, Path folder) {
    Map<String, Path> roots = new LinkedHashMap<>();
    recipe
        .sources()
        .roots()
        .forEach((name, said) -> roots.put(name, folder.resolve(said.value()).normalize()));
    return roots;
  }

  private Set<String> groupsAsFiles() {
    Set<String> names = new HashSet<>();
    recipe.programs().values().stream()
        .filter(p -> p.file().isPresent())
        .forEach(p -> p.materials().ifPresent(m -> names.add(m.value())));
    intents.values().forEach(i -> names.addAll(i.groupsAsFiles()));
    return names;
  }

  private static Identity identity(App app) {
    String id = app.id().map(i -> i.substring(i.lastIndexOf('.') + 1)).orElse(app.name());
    String shortName =
        Regex.replaceAll(id.toLowerCase(Locale.ROOT).strip(), "[^\\p{L}\\p{N}._+-]+", "-");
    return new Identity(
        app.id(),
        shortName,
        app.name(),
        app.version().value(),
        app.maker(),
        app.summary(),
        app.description().homepage(),
        app.description().contact());
  }

  /**
   * Looks for everything that the recipe names, whether it is used or not, so that a faulty
   * recipe's other faults show as well.
   */
  public void matchAll() {
    groups.matchAll();
    for (Reference reference : recipe.references()) {
      FilePattern named = new FilePattern(reference.name().value(), reference.name().where());
      switch (reference.to()) {
        case FILE -> finder.file(named);
        case FOLDER, FILES -> finder.exists(named);
        case GROUP, PROGRAM, DELIVERABLE, KEY -> {
          // not on the disk
        }
      }
    }
  }

  /** Names of roots that a path started from. */
  public Set<String> usedRoots() {
    return finder.usedRoots();
  }

  /**
   * The plan for these deliverables, or for all when none are named. What is wrong is in the
   * findings; with errors among them the plan must not be carried out.
   */
  public Plan plan(List<String> names, Instant time) throws IOException {
    names.stream()
        .filter(n -> !recipe.deliverables().containsKey(n))
        .forEach(
            n ->
                findings.add(
                    RecipeCode.Z1010,
                    recipe.where(),
                    "There is no deliverable named \"" + n + "\".",
                    Nearest.hint(n, recipe.deliverables().keySet())));
    if (names.isEmpty()) {
      matchAll();
      groups.readAll();
    }
    noTwoForOneFile();
    icon();
    Set<String> wanted = withHeld(names);
    Resolving by =
        new Resolving(
            recipe,
            new Resolving.Found(groups, finder, reading.links()),
            app,
            recipe.app().time().orElse(time),
            findings);
    List<Planned> planned = new ArrayList<>();
    for (Map.Entry<String, DeliverableSpec> d : recipe.deliverables().entrySet()) {
      if (wanted.contains(d.getKey())) {
        kinds.plan(d.getValue(), by).ifPresent(planned::add);
      }
    }
    Map<String, Located<String>> signs = new LinkedHashMap<>();
    planned.forEach(
        p ->
            recipe
                .deliverables()
                .get(p.name())
                .common()
                .sign()
                .ifPresent(s -> signs.put(p.name(), s)));
    return new Plan(reading.folder(), app, planned, intents, signs);
  }

  /** Whatever is made of it, a picture has to be one. */
  private void icon() throws IOException {
    Optional<Located<String>> said = recipe.app().icon();
    Optional<FileContent> file =
        said.flatMap(s -> finder.file(new FilePattern(s.value(), s.where())));
    if (file.isEmpty()) {
      return;
    }
    String format;
    try (Access access = file.get().access()) {
      format = Picture.read(access).map(Picture::format).orElse("");
    } catch (MalformedException e) {
      // a damaged one is told where pictures are looked at
      format = "PNG";
    }
    if (!format.equals("PNG")) {
      findings.add(
          MaterialCode.Z2020,
          said.get().where(),
          file.get().name()
              + switch (format) {
                case "" -> " isn't a picture.";
                case "SVG" -> " is a drawing (SVG).";
                default -> " is a picture of another format: " + format + ".";
              },
          DrawingAdvice.of(
              file.get().name(), "Name a PNG picture, square and 256 pixels wide at least."));
    }
  }

  private void noTwoForOneFile() {
    Set<String> taken = new HashSet<>();
    intents.forEach(
        (name, intent) -> {
          Common said = recipe.deliverables().get(name).common();
          Where where = said.file().map(Located::where).orElse(said.where());
          OutputNames.check(intent.outputs(), where, findings);
          intent.outputs().stream()
              .filter(one -> !taken.add(one))
              .findFirst()
              .ifPresent(
                  one ->
                      findings.add(
                          RecipeCode.Z1013,
                          where,
                          "Two deliverables would be written to " + one + ".",
                          "Give one of them another name by file:."));
        });
  }

  /** The named deliverables, or all, with those that they hold. */
  private Set<String> withHeld(List<String> names) {
    Set<String> wanted = new LinkedHashSet<>();
    (names.isEmpty() ? recipe.deliverables().keySet() : names)
        .forEach(name -> hold(name, new ArrayDeque<>(), wanted));
    return wanted;
  }

  private void hold(String name, Deque<String> chain, Set<String> wanted) {
    if (!intents.containsKey(name)) {
      return;
    }
    if (chain.contains(name)) {
      findings.add(
          RecipeCode.Z1017,
          recipe.deliverables().get(name).common().where(),
          "\""
              + name
              + "\" would hold itself: "
              + String.join(" holds ", chain)
              + " holds "
              + name
              + ".",
          "Remove one of them from holds:.");
      return;
    }
    if (wanted.add(name) || !chain.isEmpty()) {
      chain.addLast(name);
      intents.get(name).holds().forEach(held -> hold(held, chain, wanted));
      chain.removeLast();
    }
  }
}
