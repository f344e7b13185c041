package zugabe.cli;

import picocli.CommandLine.Model.CommandSpec;

/** Prints a manual page. */
final class ManualVerb implements Verb {
  @Override
  public String name() {
    return "manual";
  }

  @Override
  public CommandSpec spec() {
    CommandSpec spec =
        Options.command(
            name(),
            "Prints the manual page of a command, or of the program.",
            "zugabe manual build | man -l -");
    spec.addPositional(Options.one("COMMAND", "0..1", "The command."));
    return spec;
  }

  @Override
  public int run(Given given) {
    CommandSpec model = Verbs.model();
    if (given.positional().isPresent()) {
      String name = given.positional().get();
      if (Verbs.find(name).isEmpty()) {
        throw given.wrong("there is no command " + name);
      }
      model = model.subcommands().get(name).getCommandSpec();
    }
    given.terminal().out().print(ManPage.of(model));
    return 0;
  }
}
