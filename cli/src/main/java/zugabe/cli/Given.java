package zugabe.cli;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.ParseResult;
import zugabe.core.Surroundings;
import zugabe.core.Zugabe;
import zugabe.core.answer.Answer;
import zugabe.core.kind.Registry;
import zugabe.core.recipe.ValueOverride;
import zugabe.standins.phone.Profile;
import zugabe.standins.phone.SimulatedPhone;

/** What was given on the command line, where answers go, and what can be made. */
record Given(ParseResult line, Terminal terminal, Registry kinds) {

  boolean flag(String name) {
    return line.hasMatchedOption(name) && line.matchedOptionValue(name, false);
  }

  <T> Optional<T> value(String name) {
    return line.hasMatchedOption(name)
        ? Optional.of(line.matchedOptionValue(name, null))
        : Optional.empty();
  }

  List<String> names() {
    return line.hasMatchedPositional(0) ? line.matchedPositionalValue(0, List.of()) : List.of();
  }

  Optional<String> positional() {
    return line.hasMatchedPositional(0)
        ? Optional.of(line.matchedPositionalValue(0, ""))
        : Optional.empty();
  }

  /** A message for a wrong command line. */
  ParameterException wrong(String message) {
    return new ParameterException(line.commandSpec().commandLine(), message);
  }

  int jobs() {
    int jobs = this.<Integer>value(Options.JOBS).orElse(Runtime.getRuntime().availableProcessors());
    if (jobs < 1 || jobs > 256) {
      throw wrong("--jobs takes a number from 1 to 256");
    }
    return jobs;
  }

  Zugabe zugabe(ProgressLine progress) {
    return new Zugabe(
        new Surroundings(
            terminal.here(),
            terminal.environment(),
            jobs(),
            progress,
            Optional.of(folder -> new SimulatedPhone(folder, Profile.USUAL))),
        kinds);
  }

  /** A line that shows what is being done, where somebody can see it. */
  ProgressLine progress() {
    return new ProgressLine(terminal, !flag(Options.QUIET));
  }

  Zugabe.Request request() {
    return new Zugabe.Request(this.<Path>value(Options.RECIPE), overrides(), names());
  }

  private List<ValueOverride> overrides() {
    List<ValueOverride> overrides = new ArrayList<>();
    for (String text : this.<List<String>>value(Options.SET).orElse(List.of())) {
      int equals = text.indexOf('=');
      if (equals < 1) {
        throw wrong("--set takes KEY=VALUE, such as app.version=2.4.1, not \"" + text + "\"");
      }
      overrides.add(
          new ValueOverride(text.substring(0, equals).strip(), text.substring(equals + 1)));
    }
    return overrides;
  }

  /** Prints findings and answer in the form asked for; returns the exit code. */
  int answer(Zugabe zugabe, Answer answer, Runnable text) {
    if (flag(Options.JSON)) {
      terminal.out().print(zugabe.json(answer));
      return answer.exitCode();
    }
    new FindingText(terminal, flag(Options.QUIET), flag(Options.VERBOSE)).print(answer.findings());
    if (!flag(Options.QUIET)) {
      text.run();
    }
    return answer.exitCode();
  }
}
