package zugabe.cli;

import java.io.IOException;
import java.io.UncheckedIOException;
import picocli.CommandLine;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.ParseResult;
import zugabe.core.finding.Nearest;
import zugabe.core.kind.Registry;

/** Understands a command line and carries it out. */
final class CommandLineRun {
  static final int WRONG_USE = 2;
  static final int MACHINE_FAILED = 3;
  static final int FAULT_OF_THE_PROGRAM = 4;

  private final Terminal terminal;
  private final Registry kinds;

  private CommandLineRun(Terminal terminal, Registry kinds) {
    this.terminal = terminal;
    this.kinds = kinds;
  }

  static CommandLineRun of(Terminal terminal, Registry kinds) {
    return new CommandLineRun(terminal, kinds);
  }

  /** Returns the exit code. */
  int run(String[] args) {
    CommandSpec model =
        args.length > 0 && Verbs.find(args[0]).isPresent() ? Verbs.model(args[0]) : Verbs.model();
    CommandLine line = new CommandLine(model);
    line.setUsageHelpWidth(Math.min(terminal.columns(), 110));
    try {
      return run(line.parseArgs(args));
    } catch (ParameterException e) {
      boolean command =
          args.length > 0 && !args[0].startsWith("-") && Verbs.find(args[0]).isEmpty();
      String message =
          command
              ? "there is no command \"" + args[0] + "\". " + Nearest.hint(args[0], Verbs.names())
              : e.getMessage();
      terminal.err().println("zugabe: " + Visible.text(message));
      terminal
          .err()
          .println("See: " + e.getCommandLine().getCommandSpec().qualifiedName() + " --help");
      return WRONG_USE;
    } catch (RuntimeException | Error e) {
      return fault(e, false);
    }
  }

  private int run(ParseResult result) {
    CommandLine.Help.Ansi plain = CommandLine.Help.Ansi.OFF;
    for (CommandLine asked : result.asCommandLineList()) {
      if (asked.isUsageHelpRequested()) {
        asked.usage(terminal.out(), plain);
        return 0;
      }
      if (asked.isVersionHelpRequested()) {
        asked.printVersionHelp(terminal.out(), plain);
        return 0;
      }
    }
    if (!result.hasSubcommand()) {
      FirstSteps.print(terminal);
      return 0;
    }
    ParseResult given = result.subcommand();
    ParseResult last = given.hasSubcommand() ? given.subcommand() : given;
    boolean debug =
        last.hasMatchedOption(Options.DEBUG) && last.matchedOptionValue(Options.DEBUG, false);
    try {
      return Verbs.find(given.commandSpec().name())
          .orElseThrow()
          .run(new Given(given, terminal, kinds));
    } catch (IOException | UncheckedIOException e) {
      report(e, "zugabe: " + (e.getMessage() == null ? e.toString() : e.getMessage()), debug);
      return MACHINE_FAILED;
    } catch (ParameterException e) {
      throw e;
    } catch (RuntimeException | Error e) {
      return fault(e, debug);
    }
  }

  /** Whatever wasn't foreseen has an exit code of its own: findings have another. */
  private int fault(Throwable e, boolean debug) {
    if (e instanceof OutOfMemoryError) {
      report(
          e,
          "zugabe: there wasn't enough memory. Give it more, such as ZUGABE_JAVA_OPTIONS=-Xmx2g;"
              + " if that doesn't help, tell us which file it was.",
          debug);
      return FAULT_OF_THE_PROGRAM;
    }
    String where =
        e instanceof StackOverflowError && e.getStackTrace().length > 0
            ? e + " in " + e.getStackTrace()[0].getClassName()
            : e.toString();
    report(
        e,
        "zugabe: this is a bug in zugabe, not a mistake of yours: "
            + where
            + ". Run it again with --debug and tell us.",
        debug);
    return FAULT_OF_THE_PROGRAM;
  }

  private void report(Throwable e, String message, boolean debug) {
    terminal.err().println(Visible.text(message));
    if (debug) {
      e.printStackTrace(terminal.err());
    }
  }
}
