package zugabe.cli;

import java.util.List;
import picocli.CommandLine;
import picocli.CommandLine.Model.CommandSpec;

/** Prints a manual page. */
final class ManualVerb implements Verb {
  private static final String COMMANDS = "--commands";

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
            "zugabe manual build | man -l -",
            "zugabe manual key new | man -l -");
    spec.addOption(Options.flag(COMMANDS, "", "Only the commands that have a page, a line each."));
    spec.addPositional(
        Options.names("COMMAND", "The command; that of a group follows the group's name."));
    return spec;
  }

  @Override
  public int run(Given given) {
    CommandSpec model = Verbs.model();
    if (given.flag(COMMANDS)) {
      list(model, "", given.terminal());
      return 0;
    }
    given.terminal().out().print(ManPage.of(find(model, given)));
    return 0;
  }

  private static CommandSpec find(CommandSpec root, Given given) {
    CommandSpec found = root;
    List<String> names = given.names();
    for (int i = 0; i < names.size(); i++) {
      CommandLine next = found.subcommands().get(names.get(i));
      if (next == null) {
        throw given.wrong("there is no command " + String.join(" ", names.subList(0, i + 1)));
      }
      found = next.getCommandSpec();
    }
    return found;
  }

  private static void list(CommandSpec group, String before, Terminal terminal) {
    group
        .subcommands()
        .forEach(
            (name, line) -> {
              terminal.out().println(before + name);
              list(line.getCommandSpec(), before + name + " ", terminal);
            });
  }
}
