package zugabe.cli;

import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.OptionSpec;
import zugabe.core.Zugabe;
import zugabe.core.answer.Answer;
import zugabe.core.finding.Finding;
import zugabe.core.materials.Nature;
import zugabe.core.survey.Survey;

/** Shows what a build left in a folder, and drafts a recipe for it. */
final class SurveyVerb implements Verb {
  private static final String DRAFT = "--draft";
  private static final String ASK = "--ask";
  private static final String TRY = "--try";
  private static final String TO = "--to";
  private static final int FEW = 12;

  @Override
  public String name() {
    return "survey";
  }

  @Override
  public CommandSpec spec() {
    CommandSpec spec =
        Options.command(
            name(),
            "Looks at what your build left: programs, the Java they need, libraries, native files, pictures, and what shouldn't ship or is missing.",
            "zugabe survey target",
            "zugabe survey --draft",
            "zugabe survey --draft --try",
            "zugabe survey --draft tides-2.4.0.zip",
            "zugabe survey --ask");
    spec.addOption(
        Options.flag(DRAFT, "-d", "Write a commented recipe for it, zugabe.yaml in that folder."));
    spec.addOption(
        Options.flag(
            TRY,
            "-t",
            "Write the recipe, then make and rehearse what it says, in a folder that is removed afterwards."));
    spec.addOption(
        Options.flag(
            ASK,
            "-a",
            "Ask a few questions first, show what would be made, then write the recipe."));
    spec.addOption(
        OptionSpec.builder(TO)
            .type(Path.class)
            .paramLabel("FILE")
            .description(
                "Where to write the recipe, below that folder. Existing files are never overwritten.")
            .build());
    spec.addOption(Options.json());
    spec.addOption(Options.jobs());
    spec.addPositional(
        Options.one("DIR", "0..1", "The folder, or a zip or tar file. Default: this one."));
    return spec;
  }

  @Override
  public int run(Given given) {
    Optional<Path> to = given.<Path>value(TO);
    if (to.isEmpty() && (given.flag(DRAFT) || given.flag(TRY))) {
      to = Optional.of(Path.of("zugabe.yaml"));
    }
    to.ifPresent(t -> checkBelow(t, given));
    try (ProgressLine progress = given.progress()) {
      Zugabe zugabe = given.zugabe(progress);
      if (given.flag(ASK)) {
        return ask(zugabe, given, to.orElse(Path.of("zugabe.yaml")), progress);
      }
      Path folder = Path.of(given.positional().orElse("."));
      Answer.Survey answer =
          given.flag(TRY)
              ? zugabe.surveyAndTry(folder, to.orElseThrow())
              : zugabe.survey(folder, to);
      progress.end();
      return given.answer(
          zugabe, answer, () -> answer.survey().ifPresent(s -> print(s, answer, given)));
    }
  }

  /** Paths in a recipe are relative to it, so it lies above what it names. */
  private static void checkBelow(Path to, Given given) {
    Path named = given.terminal().here().resolve(given.positional().orElse(".")).normalize();
    Path folder = Files.isRegularFile(named) ? named.getParent() : named;
    if (!folder.resolve(to).normalize().startsWith(folder)) {
      throw given.wrong("--to takes a file below the folder that is surveyed, not " + to);
    }
  }

  private static int ask(Zugabe zugabe, Given given, Path to, ProgressLine progress) {
    if (given.flag(Options.JSON)) {
      throw given.wrong("--ask asks people; with --json use --draft");
    }
    if (given.flag(TRY)) {
      throw given.wrong("--ask shows what would be made and writes it last; use --draft --try");
    }
    Path folder = Path.of(given.positional().orElse("."));
    boolean archive = Files.isRegularFile(given.terminal().here().resolve(folder));
    Path place = archive ? folder.resolveSibling(to) : folder.resolve(to);
    Questions questions =
        new Questions(given.terminal(), given.terminal().streams().in(), zugabe.makes());
    Answer.Survey answer =
        zugabe.survey(
            folder,
            (offered, guesses, known) -> {
              progress.end();
              return questions.ask(offered, guesses, known);
            });
    progress.end();
    FindingText findings =
        new FindingText(given.terminal(), given.flag(Options.QUIET), given.flag(Options.VERBOSE));
    findings.print(answer.findings());
    if (answer.draft().isEmpty()) {
      given.terminal().out().println("Nothing was found that a recipe could be written for.");
      return Math.max(1, answer.exitCode());
    }
    given.terminal().out().print("\n" + answer.draft() + "\n");
    Answer.Check check = zugabe.preview(folder, answer.draft());
    progress.end();
    findings.print(check.findings());
    CheckVerb.print(check, given, true);
    if (!questions.agrees("Write this recipe to " + place.normalize() + "?")) {
      given.terminal().out().println("Nothing was written.");
      return 0;
    }
    List<Finding> faults = zugabe.write(Path.of("."), place, answer.draft());
    findings.print(faults);
    if (faults.isEmpty()) {
      given
          .terminal()
          .out()
          .println("Written: " + place.normalize() + ". Try next: zugabe check, zugabe build.");
    }
    return faults.isEmpty() ? 0 : faults.get(0).code().isAboutMachine() ? 3 : 1;
  }

  private static void print(Survey s, Answer.Survey answer, Given given) {
    PrintStream out = given.terminal().out();
    int most = given.flag(Options.VERBOSE) ? Integer.MAX_VALUE : FEW;
    out.println(s.folder() + ": " + Sizes.count(s.files(), "file") + ", " + Sizes.of(s.bytes()));
    programs(s, most, out);
    java(s, given.terminal().columns(), out);
    classes(s, most, out);
    libraries(s, most, out);
    group(s, Nature.NATIVE_LIBRARY, "Native libraries", most, out);
    group(s, Nature.BEAM, "Erlang modules", most, out);
    group(s, Nature.APPLICATION, "Erlang applications", most, out);
    group(s, Nature.DALVIK, "Byte code for phones", most, out);
    group(s, Nature.MOBILE_PACKAGE, "Packages for phones", most, out);
    group(s, Nature.WEB, "Web content", most, out);
    group(s, Nature.PICTURE, "Pictures", most, out);
    group(s, Nature.LICENCE, "Licences", most, out);
    group(s, Nature.WEB_ARCHIVE, "Web archives", most, out);
    group(s, Nature.CERTIFICATE, "Certificates", most, out);
    leftovers(s, most, out);
    if (!s.missing().isEmpty()) {
      out.println("\nMissing");
      int width = Math.min(given.terminal().columns(), 100) - 2;
      s.missing().forEach(m -> FindingText.wrap(m, width).forEach(l -> out.println("  " + l)));
    }
    answer.tried().ifPresent(t -> tried(t, given));
    next(answer, out);
  }

  /** What became of the draft. */
  private static void tried(Answer.Build tried, Given given) {
    PrintStream out = given.terminal().out();
    if (tried.deliverables().isEmpty()) {
      out.println("\nTried: nothing was made: " + FindingText.summary(tried.findings()) + ".");
      return;
    }
    out.println("\nTried: made in a folder that is removed again");
    Table table = new Table();
    tried
        .deliverables()
        .forEach(d -> d.files().forEach(f -> table.row(d.name(), f.path(), Sizes.of(f.size()))));
    table.print(out, "  ");
    out.println();
    tried.rehearsals().forEach(r -> RehearseVerb.print(r, given));
    RehearseVerb.printSummary(tried.rehearsals(), given);
  }

  private static void next(Answer.Survey answer, PrintStream out) {
    boolean works = answer.tried().isPresent() && answer.ok();
    if (works) {
      out.println("\nWritten: " + answer.written() + ". Try next: zugabe build.");
    } else if (!answer.written().isEmpty()) {
      out.println("\nWritten: " + answer.written() + ". Try next: zugabe check, zugabe build.");
    } else if (!answer.draft().isEmpty() && answer.ok()) {
      out.println("\nTry next: zugabe survey --draft writes a recipe for this.");
    }
  }

  private static void programs(Survey s, int most, PrintStream out) {
    if (s.programs().isEmpty()) {
      return;
    }
    out.println("\nPrograms, the likeliest first");
    Table table = new Table();
    s.programs().stream()
        .limit(most)
        .forEach(
            p ->
                table.row(
                    p.main().isEmpty() ? String.join(", ", p.own()) : p.main(),
                    p.kind() == Survey.Kind.WEB ? "web" : p.service() ? "service" : p.surface(),
                    p.java().map(j -> "Java " + j).orElse(String.join(", ", p.platforms())),
                    String.join("; ", p.reasons())));
    table.print(out, "  ");
    rest(s.programs().size(), most, out);
  }

  private static void java(Survey s, int columns, PrintStream out) {
    int needed =
        s.programs().stream().flatMap(p -> p.java().stream()).mapToInt(j -> j).max().orElse(0);
    if (needed == 0) {
      return;
    }
    List<String> because = new ArrayList<>();
    s.classes().stream()
        .filter(c -> c.java() == needed && !c.tests())
        .forEach(c -> because.add(c.because() + " in " + c.folder()));
    s.libraries().stream()
        .filter(j -> j.what().fact("java").equals(String.valueOf(needed)))
        .forEach(j -> because.add(j.path()));
    String more = because.size() > 2 ? ", and " + (because.size() - 2) + " more" : "";
    String why =
        needed
            + " or later, because of "
            + because.stream().limit(2).collect(Collectors.joining(", "))
            + more;
    out.println("\nJava");
    FindingText.wrap(why, columns - 2).forEach(l -> out.println("  " + l));
  }

  private static void classes(Survey s, int most, PrintStream out) {
    if (s.classes().isEmpty()) {
      return;
    }
    out.println("\nOwn classes");
    Table table = new Table();
    s.classes().stream()
        .limit(most)
        .forEach(
            c ->
                table.row(
                    c.folder(),
                    Sizes.number(c.count()),
                    "Java " + c.java(),
                    c.tests()
                        ? "tests"
                        : c.needs().isEmpty() ? "" : "needs " + String.join(", ", c.needs())));
    table.print(out, "  ", 1);
    rest(s.classes().size(), most, out);
  }

  private static void libraries(Survey s, int most, PrintStream out) {
    List<Survey.Found> jars = s.libraries();
    if (jars.isEmpty()) {
      return;
    }
    // a library that lies in several folders is told once
    Map<String, List<Survey.Found>> same = new LinkedHashMap<>();
    jars.forEach(j -> same.computeIfAbsent(j.name() + j.size(), n -> new ArrayList<>()).add(j));
    out.println("\nJars");
    Table table = new Table();
    same.values().stream().limit(most).forEach(j -> jar(j, table));
    table.print(out, "  ");
    rest(same.size(), most, out);
  }

  private static void jar(List<Survey.Found> same, Table table) {
    Survey.Found j = same.get(0);
    table.row(
        j.name(),
        j.what().fact("version"),
        j.what().fact("licence").isEmpty() ? "licence unknown" : j.what().fact("licence"),
        j.what().fact("java").isEmpty() ? "" : "Java " + j.what().fact("java"),
        j.what().form().equals("library") ? natives(j) : j.what().form(),
        "in " + same.stream().map(Survey.Found::folder).collect(Collectors.joining(", ")));
  }

  private static String natives(Survey.Found jar) {
    String natives = jar.what().fact("natives");
    return natives.isEmpty()
        ? ""
        : "with " + Sizes.count(natives.split(", ", -1).length, "native file");
  }

  private static void group(Survey s, Nature nature, String title, int most, PrintStream out) {
    List<Survey.Found> files = s.of(nature);
    if (files.isEmpty()) {
      return;
    }
    out.println("\n" + title);
    Table table = new Table();
    files.stream()
        .limit(most)
        .forEach(
            f ->
                table.row(
                    f.path(),
                    f.what().form(),
                    String.join(", ", f.what().platforms()),
                    f.what().fact("size"),
                    f.what().fact("needs"),
                    said(f)));
    table.print(out, "  ");
    rest(files.size(), most, out);
  }

  /** What byte code and packages for phones say of themselves. */
  private static String said(Survey.Found file) {
    String screens = file.what().fact("activities");
    return Stream.of(
            file.what().fact("id"),
            file.what().fact("label"),
            file.what().fact("version"),
            screens.isEmpty() ? "" : "screens: " + screens)
        .filter(t -> !t.isEmpty())
        .collect(Collectors.joining(", "));
  }

  private static void leftovers(Survey s, int most, PrintStream out) {
    if (s.leftovers().isEmpty()) {
      return;
    }
    out.println("\nNot for users");
    Table table = new Table();
    s.leftovers().stream().limit(most).forEach(l -> table.row(l.path(), l.why()));
    table.print(out, "  ");
    rest(s.leftovers().size(), most, out);
  }

  private static void rest(int all, int most, PrintStream out) {
    if (all > most) {
      out.println("  and " + (all - most) + " more; --verbose shows all");
    }
  }
}
