package zugabe.cli;

import java.util.List;
import picocli.CommandLine.Model.CommandSpec;
import zugabe.core.Zugabe;
import zugabe.core.answer.Answer;
import zugabe.core.kind.Report;

/** Shows every finding for a recipe and its materials. */
final class CheckVerb implements Verb {
  @Override
  public String name() {
    return "check";
  }

  @Override
  public CommandSpec spec() {
    CommandSpec spec =
        Options.command(
            name(),
            "Shows every finding for the recipe and its materials. Writes nothing.",
            "zugabe check",
            "zugabe check --set app.version=2.4.1",
            "zugabe check --tree",
            "zugabe check --identity",
            "zugabe check --sarif >findings.sarif");
    Options.recipe(spec);
    spec.addOption(Options.json());
    spec.addOption(
        Options.flag(
            SARIF,
            "",
            "Print the findings as a SARIF 2.1.0 document, for systems for code review."));
    spec.addOption(
        Options.flag(
            TREE, "-t", "Show the files of each archive as they will be laid out on the target."));
    spec.addOption(
        Options.flag(
            IDENTITY, "-i", "Show the names and versions that each deliverable will be known by."));
    spec.addPositional(Options.names("Deliverables to look at. Default: all."));
    return spec;
  }

  private static final String SARIF = "--sarif";
  private static final String TREE = "--tree";
  private static final String IDENTITY = "--identity";
  private static final int FEW = 12;

  @Override
  public int run(Given given) {
    try (ProgressLine progress = given.progress()) {
      Zugabe zugabe = given.zugabe(progress);
      Answer.Check check = zugabe.check(given.request());
      progress.end();
      if (given.flag(SARIF)) {
        if (given.flag(Options.JSON)) {
          throw given.wrong("--sarif and --json are two forms of one answer; give one of them");
        }
        given.terminal().out().print(zugabe.sarif(check));
        return check.exitCode();
      }
      return given.answer(zugabe, check, () -> print(check, given, given.flag(TREE)));
    }
  }

  /**
   * Prints what would be made.
   *
   * @param trees whether archives are shown as they will lie where they are used
   */
  static void print(Answer.Check check, Given given, boolean trees) {
    Terminal terminal = given.terminal();
    if (check.recipe().isEmpty()) {
      return;
    }
    String app = check.app().isEmpty() ? "" : check.app() + " " + check.version() + ", ";
    terminal
        .out()
        .println(check.recipe() + ": " + app + FindingText.summary(check.findings()) + ".");
    if (!check.ok()) {
      terminal
          .out()
          .println(
              "Nothing can be built yet. \"zugabe explain CODE\" tells you more about a finding.");
      return;
    }
    terminal.out().println("This recipe makes:");
    Table table = new Table();
    for (Answer.Intended d : check.deliverables()) {
      String start =
          d.starts().main().isEmpty()
              ? d.starts().isLibrary() ? "a library" : ""
              : "starts " + d.starts().main() + " on Java " + d.starts().java();
      // of what isn't made of groups of materials there is nothing to count
      boolean counts = d.counts().own() + d.counts().libraries() > 0;
      table.row(
          d.name(),
          d.kind(),
          d.file(),
          counts ? Sizes.count(d.counts().own(), "own file") : "",
          counts ? libraries(d) : "",
          start);
    }
    table.print(terminal.out(), "  ", 3, 4);
    KeyOptions.spans(terminal.out(), check.keys());
    for (Answer.Intended d : check.deliverables()) {
      files(d, terminal);
      rules(d, given.flag(Options.VERBOSE), terminal);
      if (trees) {
        d.outcome().trees().forEach(t -> tree(d, t, given));
      }
      if (given.flag(IDENTITY)) {
        identity(d, terminal);
      }
    }
  }

  private static void identity(Answer.Intended d, Terminal terminal) {
    terminal.out().println("Identity of " + d.name() + ":");
    Table table = new Table();
    d.outcome().forms().forEach(f -> table.row(f.place(), f.form(), "from " + f.from()));
    table.print(terminal.out(), "  ");
  }

  private static void tree(Answer.Intended d, Answer.Installed tree, Given given) {
    String where = tree.platform().isEmpty() ? "" : " for " + tree.platform();
    given.terminal().out().println("Tree of " + d.name() + where + ":");
    new InstallTreeText(tree.lines(), given.flag(Options.VERBOSE)).print(given.terminal().out());
  }

  private static String libraries(Answer.Intended d) {
    int libraries = d.counts().libraries();
    String count = Sizes.count(libraries, "library").replace("librarys", "libraries");
    return libraries == 0 ? count : (count + " " + d.outcome().travel()).strip();
  }

  /** Only worth telling when there are several. */
  private static void files(Answer.Intended d, Terminal terminal) {
    List<String> files = d.outcome().files();
    if (files.size() > 1) {
      terminal.out().println("Files of " + d.name() + ":");
      files.stream().limit(FEW).forEach(f -> terminal.out().println("  " + Visible.text(f)));
      if (files.size() > FEW) {
        terminal.out().println("  and " + (files.size() - FEW) + " more");
      }
    }
  }

  private static void rules(Answer.Intended d, boolean all, Terminal terminal) {
    if (d.outcome().treatments().isEmpty()) {
      return;
    }
    terminal.out().println("Handled by merge rules in " + d.name() + ":");
    int shown =
        all ? d.outcome().treatments().size() : Math.min(FEW, d.outcome().treatments().size());
    Table table = new Table();
    for (Report.Treatment t : d.outcome().treatments().subList(0, shown)) {
      table.row(t.rule(), t.path(), String.join(", ", t.from()));
    }
    table.print(terminal.out(), "  ");
    if (shown < d.outcome().treatments().size()) {
      terminal
          .out()
          .println(
              "  and " + (d.outcome().treatments().size() - shown) + " more; --verbose shows all");
    }
  }
}
