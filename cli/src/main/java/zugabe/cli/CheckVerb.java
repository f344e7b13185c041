package zugabe.cli;

import picocli.CommandLine.Model.CommandSpec;
import zugabe.core.Zugabe;
import zugabe.core.answer.Answer;

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
            "zugabe check --set app.version=2.4.1");
    Options.recipe(spec);
    spec.addOption(Options.json());
    spec.addPositional(Options.names("Deliverables to look at. Default: all."));
    return spec;
  }

  @Override
  public int run(Given given) {
    try (ProgressLine progress = given.progress()) {
      Zugabe zugabe = given.zugabe(progress);
      Answer.Check check = zugabe.check(given.request());
      progress.end();
      return given.answer(zugabe, check, () -> print(check, given.terminal()));
    }
  }

  private static void print(Answer.Check check, Terminal terminal) {
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
          .println("Nothing would be made. \"zugabe explain CODE\" tells more about a finding.");
      return;
    }
    terminal.out().println("Would be made:");
    Table table = new Table();
    for (Answer.Intended d : check.deliverables()) {
      String start =
          d.main().isEmpty() ? "a library" : "starts " + d.main() + " on Java " + d.java();
      table.row(
          d.name(),
          d.kind(),
          d.file(),
          Sizes.count(d.own(), "own file"),
          Sizes.count(d.libraries(), "library").replace("librarys", "libraries"),
          start);
    }
    table.print(terminal.out(), "  ", 3, 4);
  }
}
