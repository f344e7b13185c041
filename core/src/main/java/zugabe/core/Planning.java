package zugabe.core;

import java.io.IOException;
import java.nio.charset.MalformedInputException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.bytes.ContentChangedException;
import zugabe.core.checks.Acceptance;
import zugabe.core.checks.JavaVersionCheck;
import zugabe.core.checks.LibrariesCheck;
import zugabe.core.checks.MissingCheck;
import zugabe.core.checks.OptionsCheck;
import zugabe.core.checks.ShippedCheck;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.Materials;
import zugabe.core.materials.UserCache;
import zugabe.core.plan.Plan;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Planner;
import zugabe.core.recipe.Recipe;
import zugabe.core.target.Held;
import zugabe.core.target.Report;
import zugabe.core.target.Targets;
import zugabe.core.work.Progress;
import zugabe.core.work.Workers;

/** From a request to a plan that the targets have looked at. */
final class Planning {
  private static final Instant DEFAULT_TIME = Instant.parse("1980-01-01T00:00:00Z");

  private final Path here;
  private final Map<String, String> environment;
  private final Targets targets;
  private final Progress progress;
  private final UserCache cache;
  private final Clock clock = Clock.systemUTC();

  Planning(Path here, Map<String, String> environment, Targets targets, Progress progress) {
    this.here = here;
    this.environment = environment;
    this.targets = targets;
    this.progress = progress;
    this.cache = UserCache.of(environment, clock);
  }

  /** A plan with what the targets say of it; no reports when something was wrong before. */
  record Ready(Plan plan, Map<String, Report> reports) {}

  /** Reads recipe and materials; empty when there is nothing to go on with. */
  Optional<Ready> plan(
      Zugabe.Request request, boolean digests, Workers workers, Findings findings) {
    Optional<Path> file = recipeFile(request);
    if (file.isEmpty()) {
      findings.add(
          FindingCode.Z1012,
          Where.file(shown(here)),
          "There is no zugabe.yaml here or in a folder above.",
          "Go to your application's folder, name a recipe with --recipe, or see \"zugabe demo\".");
      return Optional.empty();
    }
    try {
      Optional<Recipe> recipe =
          Recipe.read(
              shown(file.get()),
              Files.readString(file.get()),
              request.overrides(),
              environment,
              findings);
      return recipe.isEmpty()
          ? Optional.empty()
          : plan(recipe.get(), request, file.get().getParent(), digests, workers, findings);
    } catch (NoSuchFileException e) {
      findings.add(
          FindingCode.Z1012,
          Where.file(shown(file.get())),
          "There is no such file.",
          "Check the name given with --recipe.");
    } catch (MalformedInputException e) {
      findings.add(
          FindingCode.Z1001,
          Where.file(shown(file.get())),
          "The recipe isn't UTF-8 text.",
          "Save it as UTF-8.");
    } catch (ContentChangedException e) {
      findings.add(
          FindingCode.Z2004,
          Where.file(e.what()),
          e.getMessage() + ".",
          "Wait until whatever writes it is done, then try again.");
    } catch (IOException e) {
      findings.add(
          FindingCode.Z2003,
          Where.file(shown(file.get())),
          "Reading failed: " + e.getMessage() + ".",
          "Check the file and its permissions.");
    }
    return Optional.empty();
  }

  /** The same for a recipe that isn't written yet, as if it lay in a folder. */
  Optional<Ready> plan(
      String text, Zugabe.Request request, Path folder, Workers workers, Findings findings) {
    try {
      Optional<Recipe> recipe =
          Recipe.read("the draft", text, request.overrides(), environment, findings);
      return recipe.isEmpty()
          ? Optional.empty()
          : plan(recipe.get(), request, folder, false, workers, findings);
    } catch (IOException e) {
      findings.add(
          FindingCode.Z2003,
          Where.file(shown(folder)),
          "Reading failed: " + e.getMessage() + ".",
          "Check the files and their permissions.");
      return Optional.empty();
    }
  }

  private Optional<Ready> plan(
      Recipe recipe,
      Zugabe.Request request,
      Path folder,
      boolean digests,
      Workers workers,
      Findings findings)
      throws IOException {
    Planner planner =
        new Planner(
            recipe,
            folder,
            digests,
            new Materials.Shelf(workers, cache, findings),
            progress,
            findings);
    if (findings.hasErrors()) {
      planner.matchAll();
      return Optional.empty();
    }
    Plan plan = planner.plan(request.names(), sourceDate(findings));
    Map<String, Report> reports = new LinkedHashMap<>();
    if (!findings.hasErrors()) {
      JavaVersionCheck.run(plan, findings);
      for (Planned d : plan.inOrder()) {
        reports.put(d.name(), targets.of(d.kind()).check(d, held(reports), findings));
      }
      twoOfOneName(reports, findings);
      OptionsCheck.run(plan, findings);
      LibrariesCheck.run(plan, findings);
      progress.at("looking at what is shipped", 0, 0);
      ShippedCheck.run(plan, workers, findings);
      progress.at("looking for what is missing", 0, 0);
      MissingCheck.run(plan, workers, cache, findings);
    }
    Acceptance.apply(
        recipe.accepted(),
        LocalDate.now(clock),
        request.names().isEmpty() && !findings.hasErrors(),
        findings);
    return Optional.of(new Ready(plan, reports));
  }

  /** What deliverables that were looked at will be, for those that hold them. */
  private static Held held(Map<String, Report> reports) {
    Map<String, List<Held.File>> files = new LinkedHashMap<>();
    reports.forEach(
        (name, report) ->
            files.put(
                name,
                report.files().stream()
                    .map(f -> new Held.File(f, 0644, Content.of(new byte[0])))
                    .toList()));
    return new Held(files, Map.of());
  }

  /** Files that belong to a deliverable may have the name of another's. */
  private static void twoOfOneName(Map<String, Report> reports, Findings findings) {
    Map<String, String> owners = new LinkedHashMap<>();
    reports.forEach(
        (name, report) ->
            report
                .files()
                .forEach(
                    file -> {
                      String other = owners.putIfAbsent(file, name);
                      if (other != null) {
                        findings.add(
                            FindingCode.Z1013,
                            Where.file(file),
                            "The deliverables " + other + " and " + name + " would both write it.",
                            "Give one of them another name by file:.");
                      }
                    }));
  }

  private Instant sourceDate(Findings findings) {
    String text = environment.getOrDefault("SOURCE_DATE_EPOCH", "");
    if (text.isEmpty()) {
      return DEFAULT_TIME;
    }
    try {
      return Instant.ofEpochSecond(Long.parseLong(text));
    } catch (NumberFormatException | DateTimeException e) {
      findings.add(
          FindingCode.Z1008,
          Where.file("SOURCE_DATE_EPOCH"),
          "\"" + text + "\" is not a number of seconds since 1970.",
          "Set it to a whole number, or unset it.");
      return DEFAULT_TIME;
    }
  }

  Optional<Path> recipeFile(Zugabe.Request request) {
    if (request.recipe().isPresent()) {
      return request.recipe().map(r -> here.resolve(r).normalize());
    }
    for (Path folder = here; folder != null; folder = folder.getParent()) {
      if (Files.isRegularFile(folder.resolve("zugabe.yaml"))) {
        return Optional.of(folder.resolve("zugabe.yaml"));
      }
    }
    return Optional.empty();
  }

  /** As the user would name it: relative when it lies below the folder the command was given in. */
  String shown(Path path) {
    Path absolute = here.resolve(path).normalize();
    if (absolute.equals(here)) {
      return ".";
    }
    return (absolute.startsWith(here) ? here.relativize(absolute) : absolute)
        .toString()
        .replace('\\', '/');
  }
}
