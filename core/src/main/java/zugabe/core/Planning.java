package zugabe.core;

import java.io.IOException;
import java.nio.charset.MalformedInputException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import zugabe.bytes.ContentChangedException;
import zugabe.core.checks.Acceptance;
import zugabe.core.checks.JavaVersionCheck;
import zugabe.core.checks.LibrariesCheck;
import zugabe.core.checks.ManifestCheck;
import zugabe.core.checks.MissingCheck;
import zugabe.core.checks.ModulesCheck;
import zugabe.core.checks.NativesCheck;
import zugabe.core.checks.OptionsCheck;
import zugabe.core.checks.ShippedCheck;
import zugabe.core.checks.UselessKeys;
import zugabe.core.finding.Findings;
import zugabe.core.finding.RecipeCode;
import zugabe.core.finding.Where;
import zugabe.core.install.HeldCheck;
import zugabe.core.jar.Travel;
import zugabe.core.kind.Ready;
import zugabe.core.kind.Registry;
import zugabe.core.kind.Report;
import zugabe.core.links.Links;
import zugabe.core.materials.MaterialCode;
import zugabe.core.materials.Materials;
import zugabe.core.materials.ReadExtent;
import zugabe.core.materials.UserCache;
import zugabe.core.plan.Plan;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Planner;
import zugabe.core.recipe.Recipe;
import zugabe.core.work.Workers;
import zugabe.formats.zip.ZipFaultException;

/** From a request to deliverables that were planned and checked. */
final class Planning {
  private final Surroundings around;
  private final Registry kinds;
  private final RecipeWords words;
  private final UserCache cache;
  private final Clock clock = Clock.systemUTC();

  Planning(Surroundings around, Registry kinds) {
    this.around = around;
    this.kinds = kinds;
    this.words = new RecipeWords(kinds);
    this.cache = UserCache.of(around.environment(), clock);
  }

  Registry kinds() {
    return kinds;
  }

  RecipeWords words() {
    return words;
  }

  /**
   * How a recipe is planned.
   *
   * @param folder the recipe's
   * @param extent how much of the files is going to be read
   */
  private record Way(Zugabe.Request request, Path folder, ReadExtent extent, Workers workers) {}

  /** Reads recipe and materials, and looks at what they make; nothing is written. */
  Optional<Checked> look(Zugabe.Request request, Workers workers, Findings findings) {
    return plan(request, ReadExtent.IN_PART, workers, findings);
  }

  /**
   * The same for what is going to be made; to be closed. Large libraries may not be read to their
   * ends yet: damage there is told by {@link Checked#rest}.
   */
  Optional<Checked> toMake(Zugabe.Request request, Workers workers, Findings findings) {
    return plan(request, ReadExtent.WHOLE, workers, findings);
  }

  private Optional<Checked> plan(
      Zugabe.Request request, ReadExtent extent, Workers workers, Findings findings) {
    Optional<Path> file = recipeFile(request);
    if (file.isEmpty()) {
      findings.add(
          RecipeCode.Z1012,
          Where.file(shown(around.here())),
          "There is no zugabe.yaml here or in a folder above.",
          "Go to your application's folder and let one be written: zugabe survey --draft. Or name a recipe with --recipe, or see \"zugabe demo\".");
      return Optional.empty();
    }
    String name = shown(file.get());
    try {
      String text = Files.readString(file.get());
      Way way = new Way(request, file.get().getParent(), extent, workers);
      return plan(name, text, way, findings);
    } catch (NoSuchFileException e) {
      findings.add(
          RecipeCode.Z1012,
          Where.file(name),
          "There is no such file.",
          "Check the name given with --recipe.");
    } catch (MalformedInputException e) {
      findings.add(
          RecipeCode.Z1001, Where.file(name), "The recipe isn't UTF-8 text.", "Save it as UTF-8.");
    } catch (ContentChangedException e) {
      findings.add(
          MaterialCode.Z2004,
          Where.file(e.what()),
          e.getMessage() + ".",
          "Wait until the program that writes it has finished, then try again.");
    } catch (IOException e) {
      findings.add(
          MaterialCode.Z2003,
          Where.file(name),
          "Reading failed: " + e.getMessage() + ".",
          "Check the file and its permissions.");
    }
    return Optional.empty();
  }

  /** The same for a recipe that isn't written yet, as if it lay in a folder. */
  Optional<Checked> look(
      String text, Zugabe.Request request, Path folder, Workers workers, Findings findings) {
    try {
      return plan(
          "the draft", text, new Way(request, folder, ReadExtent.IN_PART, workers), findings);
    } catch (IOException e) {
      findings.add(
          MaterialCode.Z2003,
          Where.file(shown(folder)),
          "Reading failed: " + e.getMessage() + ".",
          "Check the files and their permissions.");
      return Optional.empty();
    }
  }

  private Optional<Checked> plan(String name, String text, Way way, Findings findings)
      throws IOException {
    Recipe.Source source =
        new Recipe.Source(name, text, way.request().overrides(), around.environment());
    Optional<Recipe> recipe = Recipe.read(source, words, findings);
    return recipe.isEmpty() ? Optional.empty() : plan(recipe.get(), way, findings);
  }

  private Optional<Checked> plan(Recipe recipe, Way way, Findings findings) throws IOException {
    Optional<Path> base = new RecipeBase(around, way.folder(), findings).of(recipe);
    if (base.isEmpty()) {
      return Optional.empty();
    }
    // what was unpacked for this run lies elsewhere in the next
    boolean stays = recipe.sources().inside().isEmpty();
    UserCache kept = stays ? cache : UserCache.none();
    Checked.Rest rest =
        new Checked.Rest(new Materials.Shelf(way.workers(), kept, findings), around.progress());
    boolean goesOn = false;
    try {
      Links links = new Links(way.workers(), kept);
      Planner planner =
          new Planner(
              recipe,
              kinds,
              new Planner.Reading(
                  way.folder(), base.get(), way.extent(), rest.shelf(), links, around.progress()),
              findings);
      if (findings.hasErrors()) {
        planner.matchAll();
        return Optional.empty();
      }
      try {
        Checked checked = plan(recipe, way, planner, links, rest, findings);
        goesOn = way.extent() == ReadExtent.WHOLE;
        return Optional.of(checked);
      } catch (ZipFaultException e) {
        // it met what the shelf is about to tell, and better
        rest.finish();
        if (findings.hasErrors()) {
          return Optional.empty();
        }
        throw e;
      }
    } finally {
      if (!goesOn) {
        rest.close();
      }
    }
  }

  private Checked plan(
      Recipe recipe, Way way, Planner planner, Links links, Checked.Rest rest, Findings findings)
      throws IOException {
    List<String> names = way.request().names();
    Plan plan = planner.plan(names, SourceDate.of(around.environment(), findings));
    boolean whole = names.isEmpty() && !findings.hasErrors();
    List<Ready> ready =
        findings.hasErrors() ? List.of() : check(plan, way.workers(), links, findings);
    Checked checked = new Checked(plan, ready, recipe.handover(), rest);
    // nobody is asked for a signature of what may be damaged
    if (way.extent() == ReadExtent.WHOLE && !findings.hasErrors() && !checked.signs()) {
      rest.shelf().finishButDamage(around.progress());
    } else {
      rest.finish();
    }
    if (whole) {
      UselessKeys.run(recipe, plan, planner.usedRoots(), findings);
    }
    Acceptance.apply(
        recipe.accepted(),
        words,
        LocalDate.now(clock),
        names.isEmpty() && !findings.hasErrors(),
        findings);
    return checked;
  }

  private List<Ready> check(Plan plan, Workers workers, Links links, Findings findings)
      throws IOException {
    JavaVersionCheck.run(plan, links, findings);
    Map<String, Report> reports = new LinkedHashMap<>();
    List<Ready> ready = new ArrayList<>();
    for (Planned d : plan.inOrder()) {
      Ready one = kinds.check(d, reports, findings);
      ready.add(one);
      reports.put(d.name(), one.report());
    }
    WrittenTwice.check(reports, findings);
    HeldCheck.run(plan, reports, findings);
    OptionsCheck.run(plan, findings);
    ManifestCheck.run(plan, findings);
    LibrariesCheck.run(plan, findings);
    ModulesCheck.run(plan, findings);
    around.progress().at("looking at what is shipped", 0, 0);
    ShippedCheck.run(plan, workers, findings);
    NativesCheck.run(plan, findings);
    around.progress().at("looking for what is missing", 0, 0);
    Set<String> nested =
        reports.entrySet().stream()
            .filter(r -> r.getValue().travel().equals(Travel.NESTED.word()))
            .map(Map.Entry::getKey)
            .collect(Collectors.toSet());
    MissingCheck.run(plan, nested, links, findings);
    return ready;
  }

  Optional<Path> recipeFile(Zugabe.Request request) {
    if (request.recipe().isPresent()) {
      return request.recipe().map(r -> around.here().resolve(r).normalize());
    }
    for (Path folder = around.here(); folder != null; folder = folder.getParent()) {
      if (Files.isRegularFile(folder.resolve("zugabe.yaml"))) {
        return Optional.of(folder.resolve("zugabe.yaml"));
      }
    }
    return Optional.empty();
  }

  /** Where files go. */
  Path out(Zugabe.Request request, Zugabe.Outlet outlet) {
    Path beside =
        recipeFile(request).map(r -> r.resolveSibling("out")).orElse(around.here().resolve("out"));
    return outlet.out().map(around.here()::resolve).orElse(beside).normalize();
  }

  private String shown(Path path) {
    return around.shown(path);
  }
}
