package zugabe.cli;

import java.io.IOException;
import java.util.List;
import java.util.Optional;
import picocli.CommandLine.Model.CommandSpec;
import zugabe.core.Zugabe;
import zugabe.core.answer.Answer;

/** Prints a finding's long form. */
final class ExplainVerb implements Verb {
  @Override
  public String name() {
    return "explain";
  }

  @Override
  public CommandSpec spec() {
    CommandSpec spec =
        Options.command(
            name(),
            "Explains a finding: why it matters, how it shows, how to fix it, with an example. Without a code, lists them all.",
            "zugabe explain Z3003");
    spec.addOption(Options.json());
    spec.addPositional(Options.one("CODE", "0..1", "The finding's code."));
    return spec;
  }

  private static void print(Answer.Codes all, Given given) {
    Table table = new Table();
    all.codes().forEach(c -> table.row(c.name(), c.severity().word(), c.title()));
    table.print(given.terminal().out(), "");
  }

  @Override
  public int run(Given given) throws IOException {
    Zugabe zugabe = given.zugabe(given.progress());
    if (given.positional().isEmpty()) {
      Answer.Codes all = new Answer.Codes(List.of(), List.copyOf(zugabe.codes()));
      return given.answer(zugabe, all, () -> print(all, given));
    }
    String code = given.positional().get();
    Optional<Answer.Explain> page = zugabe.explain(code);
    if (page.isEmpty()) {
      throw given.wrong("there is no finding " + code + "; \"zugabe explain\" lists them all");
    }
    return given.answer(
        zugabe,
        page.get(),
        () ->
            MarkdownText.print(
                page.get().page(),
                given.terminal().out(),
                Math.min(given.terminal().columns(), 100)));
  }
}
