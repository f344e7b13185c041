package zugabe.core;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.Digests;
import zugabe.core.answer.Answer;
import zugabe.core.build.Builder;
import zugabe.core.build.Disk;
import zugabe.core.finding.Finding;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.json.AnswerJson;
import zugabe.core.json.SarifJson;
import zugabe.core.plan.Plan;
import zugabe.core.plan.Planned;
import zugabe.core.plan.PlannedProgram;
import zugabe.core.plan.PlannedRelease;
import zugabe.core.program.Version;
import zugabe.core.recipe.Recipe;
import zugabe.core.recipe.TrialSpec;
import zugabe.core.recipe.ValueOverride;
import zugabe.core.rehearse.InstallRehearsal;
import zugabe.core.rehearse.Server;
import zugabe.core.rehearse.Subject;
import zugabe.core.survey.Interview;
import zugabe.core.target.Targets;
import zugabe.core.target.archive.ArchiveTarget;
import zugabe.core.target.jar.JarTarget;
import zugabe.core.target.release.ReleaseTarget;
import zugabe.core.target.war.WarTarget;
import zugabe.core.work.Progress;
import zugabe.core.work.Workers;
import zugabe.formats.classfile.ClassFacts;

/**
 * Everything a user can ask for. Where the command was given, its environment, its threads and
 * whoever wants to hear of progress are passed in; nothing is taken from the process.
 */
public final class Zugabe {
  private final Path here;
  private final Map<String, String> environment;
  private final int jobs;
  private final Progress progress;
  private final Targets targets =
      new Targets(
          List.of(new JarTarget(), new ArchiveTarget(), new WarTarget(), new ReleaseTarget()));
  private final Planning planning;

  /**
   * @param here the folder the command was given in, absolute
   * @param environment its variables
   * @param jobs threads, 1 and more
   */
  public Zugabe(Path here, Map<String, String> environment, int jobs, Progress progress) {
    this.here = here;
    this.environment = environment;
    this.jobs = jobs;
    this.progress = progress;
    this.planning = new Planning(here, environment, targets, progress);
  }

  /**
   * Which recipe, and how.
   *
   * @param recipe its file; empty to look for {@code zugabe.yaml} here and above
   * @param names deliverables; none for all
   */
  public record Request(Optional<Path> recipe, List<ValueOverride> overrides, List<String> names) {}

  /**
   * Where to, and what about old files.
   *
   * @param out output folder; empty for {@code out} beside the recipe
   * @param waitAtMost how long to wait for another build into the same folder
   */
  public record Outlet(Optional<Path> out, boolean tidy, Duration waitAtMost) {}

  /** Every finding for the recipe and its materials. Writes nothing. */
  public Answer.Check check(Request request) {
    Findings findings = new Findings();
    try (Workers workers = Workers.of(jobs)) {
      Optional<Planning.Ready> ready = planning.plan(request, false, workers, findings);
      String recipe = planning.recipeFile(request).map(this::shown).orElse("");
      return looked(ready, recipe, findings);
    }
  }

  private static Answer.Check looked(
      Optional<Planning.Ready> ready, String recipe, Findings findings) {
    return new Answer.Check(
        findings.sorted(),
        recipe,
        ready.map(r -> r.plan().app().name()).orElse(""),
        ready.map(r -> r.plan().app().version()).orElse(""),
        ready
            .map(
                r ->
                    r.plan().deliverables().stream()
                        .map(d -> Intended.of(d, r.reports().get(d.name())))
                        .toList())
            .orElse(List.of()));
  }

  /** Makes deliverables. With errors among the findings nothing is written. */
  public Answer.Build build(Request request, Outlet outlet) {
    return build(request, outlet, Disk.REAL, new Findings(), new ArrayList<>());
  }

  Answer.Build build(
      Request request, Outlet outlet, Disk disk, Findings findings, List<Plan> carriedOut) {
    long start = System.nanoTime();
    Path out = out(request, outlet);
    try (Workers workers = Workers.of(jobs)) {
      Optional<Planning.Ready> ready = planning.plan(request, true, workers, findings);
      Optional<Builder.Result> result = Optional.empty();
      if (ready.isPresent() && !findings.hasErrors()) {
        Plan plan = ready.get().plan();
        Builder.Order order =
            new Builder.Order(
                out, shown(out), request.overrides(), outlet.tidy(), outlet.waitAtMost());
        result = new Builder(plan, order, targets, disk, workers, progress, findings).run();
        carriedOut.add(plan);
      }
      long millis = (System.nanoTime() - start) / 1_000_000;
      return new Answer.Build(
          findings.sorted(),
          shown(out),
          out,
          result.map(Builder.Result::rows).orElse(List.of()),
          result.map(Builder.Result::removed).orElse(List.of()),
          List.of(),
          millis);
    }
  }

  /**
   * Makes deliverables and rehearses those that can be started.
   *
   * @param runtime folder of the Java runtime to rehearse with; empty for the one that runs this
   */
  public Answer.Build buildAndRehearse(Request request, Outlet outlet, Optional<Path> runtime) {
    Findings findings = new Findings();
    List<Plan> plans = new ArrayList<>();
    Answer.Build build = build(request, outlet, Disk.REAL, findings, plans);
    Rehearsing rehearsing = rehearsing(runtime, findings);
    if (build.ok()) {
      for (Planned d : plans.get(0).deliverables()) {
        List<String> files =
            build.deliverables().stream()
                .filter(r -> r.name().equals(d.name()))
                .flatMap(r -> r.files().stream().map(f -> f.path()))
                .toList();
        rehearse(d, build.folder(), files, false, Optional.empty(), rehearsing);
      }
    }
    return new Answer.Build(
        findings.sorted(),
        build.out(),
        build.folder(),
        build.deliverables(),
        build.removed(),
        rehearsing.done(),
        build.millis());
  }

  /**
   * Rehearses what was built.
   *
   * @param server folder of a server for web archives
   */
  public Answer.Rehearse rehearse(
      Request request, Outlet outlet, Optional<Path> runtime, Optional<Path> server) {
    Findings found = new Findings();
    Findings findings = new Findings();
    Optional<Server> known = server.flatMap(s -> server(s, findings));
    if (server.isPresent() && known.isEmpty()) {
      return new Answer.Rehearse(findings.sorted(), List.of());
    }
    Rehearsing rehearsing = rehearsing(runtime, findings);
    try (Workers workers = Workers.of(jobs)) {
      Optional<Planning.Ready> ready = planning.plan(request, false, workers, found);
      if (found.hasErrors() || ready.isEmpty()) {
        return new Answer.Rehearse(found.sorted(), List.of());
      }
      for (Planned d : ready.get().plan().deliverables()) {
        if (!request.names().isEmpty() && !request.names().contains(d.name())) {
          continue;
        }
        List<String> files = ready.get().reports().get(d.name()).files();
        rehearse(d, out(request, outlet), files, !request.names().isEmpty(), known, rehearsing);
      }
    }
    return new Answer.Rehearse(findings.sorted(), rehearsing.done());
  }

  private Optional<Server> server(Path folder, Findings findings) {
    try {
      Optional<Server> server = Server.in(here.resolve(folder).normalize());
      if (server.isEmpty()) {
        findings.add(
            FindingCode.Z6011,
            Where.file(shown(folder)),
            "There is neither lib/catalina.jar nor start.jar in it.",
            "Name the folder of a Tomcat (10.1 was tried) or of a Jetty home (12 was tried).");
      }
      return server;
    } catch (IOException e) {
      findings.add(
          FindingCode.Z6011,
          Where.file(shown(folder)),
          "It can't be read: " + e.getMessage() + ".",
          "Check its permissions.");
      return Optional.empty();
    }
  }

  private void rehearse(
      Planned d,
      Path out,
      List<String> files,
      boolean named,
      Optional<Server> server,
      Rehearsing rehearsing) {
    Subject subject = new Subject(out, files, Optional.of(d.base()));
    String shown = shown(out) + "/";
    String fix = "Build it first: zugabe build " + d.name() + ".";
    if (d.kind().equals("war") && (server.isPresent() || !d.standsAlone())) {
      if (server.isEmpty()) {
        rehearsing.needsServer(shown + d.file());
      } else if (rehearsing.isThere(subject, shown, fix)) {
        rehearsing.runOn(server.get(), d.name(), subject, shown, d.page());
      }
    } else if (d.tree().isPresent() || d.release().isPresent()) {
      rehearseTree(d, subject, shown, fix, rehearsing);
    } else if ((d.program().isPresent() || named) && rehearsing.isThere(subject, shown, fix)) {
      rehearsing.run(d.name(), subject, shown, d.program().flatMap(PlannedProgram::trial));
    }
  }

  private void rehearseTree(
      Planned d, Subject subject, String shown, String fix, Rehearsing rehearsing) {
    String platform = Machine.platform();
    List<String> fitting =
        subject.files().stream()
            .filter(
                f ->
                    Machine.PLATFORMS.stream().noneMatch(p -> f.contains("-" + p + "."))
                        || f.contains("-" + platform + "."))
            .toList();
    if (fitting.isEmpty()) {
      rehearsing.notForThisMachine(shown + d.file(), platform);
      return;
    }
    Subject one =
        new Subject(
            subject.folder(),
            List.of(fitting.get(0)),
            d.release().map(PlannedRelease::name).or(subject::program));
    if (d.release().isPresent()) {
      Optional<TrialSpec> trial = d.release().get().trial();
      if (rehearsing.isExpected(d.name(), d.where(), trial)
          && rehearsing.isThere(one, shown, fix)) {
        rehearsing.run(d.name(), one, shown, trial);
      }
      return;
    }
    Map<String, TrialSpec> trials = rehearsing.trials(d.tree().get());
    if (!d.tree().get().parts().isEmpty() && rehearsing.isThere(one, shown, fix)) {
      rehearsing.runInstalled(
          d.name(), new InstallRehearsal(one, d.app().shortName(), trials), shown);
    }
  }

  /**
   * Rehearses a file that no recipe tells of.
   *
   * @param arguments for the program; without any it is only started
   */
  public Answer.Rehearse rehearse(Path file, List<String> arguments, Optional<Path> runtime) {
    Findings findings = new Findings();
    Rehearsing rehearsing = rehearsing(runtime, findings);
    Path path = here.resolve(file).normalize();
    Subject subject =
        new Subject(path.getParent(), List.of(path.getFileName().toString()), Optional.empty());
    String folder = path.getParent().equals(here) ? "" : shown(path.getParent()) + "/";
    if (rehearsing.isThere(subject, folder, "Check the name.")) {
      Optional<TrialSpec> trial =
          arguments.isEmpty() ? Optional.empty() : Optional.of(TrialSpec.of(arguments));
      rehearsing.run(shown(path), subject, folder, trial);
    }
    return new Answer.Rehearse(findings.sorted(), rehearsing.done());
  }

  private Rehearsing rehearsing(Optional<Path> runtime, Findings findings) {
    Path home = runtime.map(here::resolve).orElse(Path.of(System.getProperty("java.home")));
    return new Rehearsing(home, progress, findings);
  }

  private Path out(Request request, Outlet outlet) {
    Path beside =
        planning.recipeFile(request).map(r -> r.resolveSibling("out")).orElse(here.resolve("out"));
    return outlet.out().map(here::resolve).orElse(beside).normalize();
  }

  private String shown(Path path) {
    return planning.shown(path);
  }

  /**
   * Does a very small piece of what checking a recipe does, so that its classes are loaded.
   *
   * @param digests whether much is going to be digested
   */
  public static void warmUp(boolean digests) {
    Recipe.read("", "app: {name: A, version: 1}", List.of(), Map.of(), new Findings());
    try (InputStream in = Version.class.getResourceAsStream("Version.class")) {
      ClassFacts.decode(in.readAllBytes());
      if (digests) {
        Digests.warmUp();
      } else {
        Digests.sha256().digest();
      }
    } catch (IOException e) {
      // nothing depends on it
      return;
    }
  }

  /**
   * Looks at what a build left.
   *
   * @param to where a recipe drafted for it goes, relative to the folder; empty to write nothing
   */
  public Answer.Survey survey(Path folder, Optional<Path> to) {
    try (Workers workers = Workers.of(jobs)) {
      return surveying(folder).run(to, Optional.empty(), workers, progress);
    }
  }

  private Surveying surveying(Path folder) {
    return new Surveying(here.resolve(folder).normalize(), shown(folder), environment);
  }

  /** The same, drafted after somebody was asked; nothing is written. */
  public Answer.Survey survey(Path folder, Interview interview) {
    try (Workers workers = Workers.of(jobs)) {
      return surveying(folder).run(Optional.empty(), Optional.of(interview), workers, progress);
    }
  }

  /** What a recipe's text would make if it lay in a folder. */
  public Answer.Check preview(Path folder, String draft) {
    Findings findings = new Findings();
    try (Workers workers = Workers.of(jobs)) {
      Request request = new Request(Optional.empty(), List.of(), List.of());
      Path there = here.resolve(folder).normalize();
      return looked(planning.plan(draft, request, there, workers, findings), "the draft", findings);
    }
  }

  /**
   * Writes a draft, unless there is a file already.
   *
   * @return findings, none when it was written
   */
  public List<Finding> write(Path folder, Path to, String draft) {
    Path there = here.resolve(folder).normalize();
    Surveying surveying = surveying(folder);
    try {
      surveying.write(there.resolve(to).normalize(), draft);
      return surveying.findings();
    } catch (IOException e) {
      return List.of(
          new Finding(
              FindingCode.Z5008,
              FindingCode.Z5008.severity(),
              Where.file(shown(there.resolve(to))),
              "It can't be written: " + e.getMessage() + ".",
              FindingCode.Z5008.why(),
              "Check the folder's permissions, or name another file with --to."));
    }
  }

  /** What is in a file. */
  public Answer.Inspect inspect(Path file) {
    return new Inspecting(here.resolve(file).normalize(), shown(here.resolve(file)), targets).run();
  }

  /** A finding's page; empty when there is no such code. */
  public Optional<Answer.Explain> explain(String code) throws IOException {
    Optional<FindingCode> known = FindingCode.parse(code);
    if (known.isEmpty()) {
      return Optional.empty();
    }
    try (InputStream in =
        Zugabe.class.getResourceAsStream("/zugabe/findings/" + known.get() + ".md")) {
      if (in == null) {
        throw new IOException("the page of " + known.get() + " is missing from this installation");
      }
      return Optional.of(
          new Answer.Explain(
              List.of(), known.get(), new String(in.readAllBytes(), StandardCharsets.UTF_8)));
    }
  }

  /** Every code with its severity and title. */
  public List<FindingCode> codes() {
    return List.of(FindingCode.values());
  }

  /** JSON Schema of the recipe. */
  public String schema() {
    return AnswerJson.tree(Recipe.schema());
  }

  /** The findings of an answer as a SARIF 2.1.0 document. */
  public String sarif(Answer answer) {
    return SarifJson.write(answer.findings());
  }

  /** An answer as one JSON document. */
  public String json(Answer answer) {
    return AnswerJson.write(answer);
  }

  /**
   * Copies the demonstration into a new folder, builds it and starts what can be started.
   *
   * @param workspace the demonstration's files
   * @param folder where to
   */
  public Answer.Demo demo(Path workspace, Path folder) {
    return new Demonstration(
            this, here.resolve(folder).normalize(), shown(folder), jobs, environment, progress)
        .run(workspace);
  }
}
