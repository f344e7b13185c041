package zugabe.core;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.answer.Answer;
import zugabe.core.finding.Code;
import zugabe.core.finding.Finding;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.json.AnswerJson;
import zugabe.core.json.SarifJson;
import zugabe.core.keys.KeyFacts;
import zugabe.core.keys.Secrets;
import zugabe.core.kind.Registry;
import zugabe.core.kind.Report;
import zugabe.core.making.Disk;
import zugabe.core.making.MakingCode;
import zugabe.core.recipe.Recipe;
import zugabe.core.recipe.ValueOverride;
import zugabe.core.survey.Interview;
import zugabe.core.survey.Wishes;
import zugabe.core.work.Workers;

/**
 * Everything a user can ask for. Where the command was given, its environment, its threads, whoever
 * wants to hear of progress, and the kinds there are, are passed in; nothing is taken from the
 * process.
 */
public final class Zugabe {
  private final Surroundings around;
  private final Registry kinds;
  private final Planning planning;

  public Zugabe(Surroundings around, Registry kinds) {
    this.around = around;
    this.kinds = kinds;
    this.planning = new Planning(around, kinds);
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
   * @param asking for passwords that somebody types
   */
  public record Outlet(
      Optional<Path> out, boolean tidy, Duration waitAtMost, Secrets.Asking asking) {
    /** Where nobody can be asked. */
    public Outlet(Optional<Path> out, boolean tidy, Duration waitAtMost) {
      this(out, tidy, waitAtMost, Secrets.Asking.NOBODY);
    }
  }

  /** Every finding for the recipe and its materials. Writes nothing. */
  public Answer.Check check(Request request) {
    Findings findings = new Findings();
    try (Workers workers = Workers.of(around.jobs())) {
      Optional<Checked> checked = planning.look(request, workers, findings);
      String recipe = planning.recipeFile(request).map(around::shown).orElse("");
      return checkAnswer(
          checked, recipe, SigningPlan.look(checked, around, kinds, findings), findings);
    }
  }

  private static Answer.Check checkAnswer(
      Optional<Checked> checked, String recipe, List<KeyFacts> keys, Findings findings) {
    return new Answer.Check(
        findings.sorted(),
        recipe,
        checked.map(c -> c.plan().app().name()).orElse(""),
        checked.map(c -> c.plan().app().version()).orElse(""),
        checked.map(Zugabe::intended).orElse(List.of()),
        keys);
  }

  private static List<Answer.Intended> intended(Checked checked) {
    return checked.plan().deliverables().stream()
        .map(d -> Intended.of(checked.plan(), d, checked.report(d.name()).orElse(Report.NOTHING)))
        .toList();
  }

  /** Makes deliverables. If there are errors among the findings, nothing is written. */
  public Answer.Build build(Request request, Outlet outlet) {
    return new Building(around, kinds, Disk.REAL, new Findings()).build(request, outlet);
  }

  /**
   * Makes deliverables and rehearses those that can be started.
   *
   * @param runtime folder of the Java runtime to rehearse with; empty for the one that runs this
   */
  public Answer.Build buildAndRehearse(Request request, Outlet outlet, Optional<Path> runtime) {
    Findings findings = new Findings();
    return new Building(around, kinds, Disk.REAL, findings)
        .buildAndRehearse(
            request, outlet, new Trying(around, planning, runtime).rehearsing(findings));
  }

  /**
   * Rehearses what was built.
   *
   * @param server folder of a server for web archives
   */
  public Answer.Rehearse rehearse(
      Request request, Outlet outlet, Optional<Path> runtime, Optional<Path> server) {
    return new Trying(around, planning, runtime).built(request, outlet, server);
  }

  /**
   * Rehearses a file that no recipe tells of.
   *
   * @param arguments for the program; without any it is only started
   * @param server folder of a server, when it is a web archive
   */
  public Answer.Rehearse rehearse(
      Path file, List<String> arguments, Optional<Path> runtime, Optional<Path> server) {
    return new Trying(around, planning, runtime).file(file, arguments, server);
  }

  /**
   * Looks at what a build left.
   *
   * @param to where a recipe drafted for it goes, relative to the folder; empty to write nothing
   */
  public Answer.Survey survey(Path folder, Optional<Path> to) {
    try (Workers workers = Workers.of(around.jobs())) {
      return surveying(folder).run(to, Optional.empty(), workers, around.progress());
    }
  }

  /**
   * The same, and makes and rehearses what the draft says, in a folder that is removed afterwards.
   *
   * @param to where the draft goes, relative to the folder
   */
  public Answer.Survey surveyAndTry(Path folder, Path to) {
    return new TriedDraft(this, around).of(folder, to);
  }

  private Surveying surveying(Path folder) {
    return new Surveying(
        around.here().resolve(folder).normalize(),
        around.shown(folder),
        around.environment(),
        kinds,
        draft -> preview(folder, draft).findings());
  }

  /** The same, drafted after somebody was asked; nothing is written. */
  public Answer.Survey survey(Path folder, Interview interview) {
    try (Workers workers = Workers.of(around.jobs())) {
      return surveying(folder)
          .run(Optional.empty(), Optional.of(interview), workers, around.progress());
    }
  }

  /** What a recipe's text would make if it lay in a folder. */
  public Answer.Check preview(Path folder, String draft) {
    Findings findings = new Findings();
    try (Workers workers = Workers.of(around.jobs())) {
      Request request = new Request(Optional.empty(), List.of(), List.of());
      Path named = around.here().resolve(folder).normalize();
      Path there = Files.isRegularFile(named) ? named.getParent() : named;
      return checkAnswer(
          planning.look(draft, request, there, workers, findings),
          "the draft",
          List.of(),
          findings);
    }
  }

  /**
   * Writes a draft, unless there is a file already.
   *
   * @return findings, none when it was written
   */
  public List<Finding> write(Path folder, Path to, String draft) {
    Path there = around.here().resolve(folder).normalize();
    Surveying surveying = surveying(folder);
    try {
      surveying.write(there.resolve(to).normalize(), draft);
      return surveying.findings();
    } catch (IOException e) {
      Findings findings = new Findings();
      findings.add(
          MakingCode.Z5008,
          Where.file(around.shown(there.resolve(to))),
          "It can't be written: " + e.getMessage() + ".",
          "Check the folder's permissions, or name another file with --to.");
      return findings.sorted();
    }
  }

  /** What is in a file. */
  public Answer.Inspect inspect(Path file) {
    Path path = around.here().resolve(file).normalize();
    return new Inspecting(path, around.shown(path), kinds).run();
  }

  /**
   * What can be asked about keys.
   *
   * @param recipe its file; empty to look for it here and above
   * @param asking for passwords that somebody types
   */
  public Keying keying(Optional<Path> recipe, Secrets.Asking asking) {
    Request request = new Request(recipe, List.of(), List.of());
    return new Keying(around, planning.recipeFile(request), asking);
  }

  /** What can be asked about signatures, with keys of the same recipe. */
  public Signatures signatures(Keying keying) {
    return new Signatures(around, keying);
  }

  /** What can be asked about icons. */
  public Icons icons() {
    return new Icons(around);
  }

  /** A finding's page; empty when there is no such code. */
  public Optional<Answer.Explain> explain(String code) throws IOException {
    Optional<Code> known = planning.words().code(code);
    if (known.isEmpty()) {
      return Optional.empty();
    }
    return Optional.of(new Answer.Explain(List.of(), known.get(), Pages.of(known.get())));
  }

  /** Every code with its severity and title. */
  public List<Code> codes() {
    return planning.words().codes();
  }

  /** Names of the kinds of deliverables. */
  public List<String> kinds() {
    return kinds.names();
  }

  /** What kinds make of programs in Java, by their names in recipes. */
  public Map<Wishes.Make, String> makes() {
    Map<Wishes.Make, String> makes = new EnumMap<>(Wishes.Make.class);
    kinds.kinds().forEach(k -> k.makes().ifPresent(m -> makes.putIfAbsent(m, k.name())));
    return makes;
  }

  /** JSON Schema of the recipe. */
  public String schema() {
    return AnswerJson.tree(Recipe.schema(planning.words()));
  }

  /** JSON Schema of a deliverable of a kind that there is. */
  public String schema(String kind) {
    return AnswerJson.tree(Recipe.schema(planning.words(), kind));
  }

  /** The page of a kind that there is, as Markdown. */
  public String page(String kind) {
    return KindPage.of(kinds.of(kind), planning.words());
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
    Path there = around.here().resolve(folder).normalize();
    return new Demonstration(around.in(there), kinds, around.shown(folder)).run(workspace);
  }
}
