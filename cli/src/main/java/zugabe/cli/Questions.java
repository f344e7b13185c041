package zugabe.cli;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import zugabe.core.survey.Interview;
import zugabe.core.survey.Survey;
import zugabe.core.survey.Wishes;

/**
 * Asks a few questions, each with the answer that an empty line gives. When the input ends, the
 * rest is answered so.
 */
final class Questions implements Interview {
  private static final String VERSION = "[A-Za-z0-9][A-Za-z0-9._+~-]*";

  private final Terminal terminal;

  /** What is made, in the words of recipes. */
  private final Map<Wishes.Make, String> kinds;

  private final BufferedReader in;

  Questions(Terminal terminal, InputStream in, Map<Wishes.Make, String> kinds) {
    this.kinds = kinds;
    this.terminal = terminal;
    this.in = new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_8));
  }

  /** A line, without what surrounds it; empty for what was given before. */
  private <T> T ask(
      String question, String guess, Function<String, Optional<T>> read, String form) {
    while (true) {
      terminal.err().print(question + (guess.isEmpty() ? ": " : " [" + guess + "]: "));
      terminal.err().flush();
      Optional<String> line = line();
      Optional<T> answer = read.apply(line.filter(l -> !l.isEmpty()).orElse(guess));
      if (answer.isPresent()) {
        return answer.get();
      }
      terminal.err().println("  " + form);
      if (line.isEmpty()) {
        throw new IllegalStateException("the guess \"" + guess + "\" isn't an answer");
      }
    }
  }

  private Optional<String> line() {
    try {
      String line = in.readLine();
      if (line == null || !terminal.typed()) {
        // what nobody typed shows as if somebody had
        terminal.err().println(line == null ? "" : line);
      }
      return Optional.ofNullable(line).map(String::strip);
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  private static Optional<String> matching(String text, String form) {
    return text.matches(form) ? Optional.of(text) : Optional.empty();
  }

  @Override
  public Wishes ask(List<Survey.Candidate> offered, Wishes guesses, Wishes known) {
    terminal.err().println("Press Enter to accept the answer in brackets.");
    List<String> programs = known.programs();
    if (programs.isEmpty() && guesses.programs().size() > 1) {
      Table table = new Table();
      offered.stream()
          .filter(p -> guesses.programs().contains(p.name()))
          .forEach(p -> table.row(p.name(), p.main(), String.join("; ", p.reasons())));
      table.print(terminal.err(), "  ");
      programs =
          ask(
              "Which programs do you want to ship",
              String.join(", ", guesses.programs()),
              t -> names(t, guesses.programs()),
              "Write some of these, with commas: " + String.join(", ", guesses.programs()));
    }
    return new Wishes(
        text(known.name(), "The application's name", guesses.name(), ".*\\S.*", "Write a name."),
        text(
            known.version(),
            "Its version",
            guesses.version(),
            VERSION,
            "Write letters, digits and . _ + ~ -"),
        text(known.maker(), "Who makes it", guesses.maker(), ".*", ""),
        text(
            known.license(),
            "Its licence, as an SPDX identifier such as Apache-2.0",
            guesses.license(),
            "[A-Za-z0-9.+-]*",
            "Write an identifier such as Apache-2.0, or nothing."),
        programs,
        known.make().isPresent() ? known.make() : make(guesses));
  }

  private Optional<String> text(
      Optional<String> known, String question, Optional<String> guess, String form, String remark) {
    if (known.isPresent()) {
      return known;
    }
    String answer = ask(question, guess.orElse(""), t -> matching(t, form), remark);
    return answer.isEmpty() ? Optional.empty() : Optional.of(answer);
  }

  private static Optional<List<String>> names(String text, List<String> all) {
    List<String> names = new ArrayList<>();
    for (String name : text.split(",", -1)) {
      if (!all.contains(name.strip())) {
        return Optional.empty();
      }
      names.add(name.strip());
    }
    return Optional.of(names);
  }

  private Optional<Wishes.Make> make(Wishes guesses) {
    if (guesses.make().isEmpty()) {
      return Optional.empty();
    }
    String single = kinds.get(Wishes.Make.SINGLE);
    String installed = kinds.get(Wishes.Make.INSTALLED);
    return Optional.of(
        ask(
            "What to make: a file for each program ("
                + single
                + "), one that installs them all ("
                + installed
                + "), or both",
            guesses.make().get() == Wishes.Make.INSTALLED ? installed : single,
            t ->
                t.equalsIgnoreCase(single)
                    ? Optional.of(Wishes.Make.SINGLE)
                    : t.equalsIgnoreCase(installed)
                        ? Optional.of(Wishes.Make.INSTALLED)
                        : t.equalsIgnoreCase("both")
                            ? Optional.of(Wishes.Make.BOTH)
                            : Optional.empty(),
            "Write " + single + ", " + installed + " or both."));
  }

  /** Whether a plain question is answered with yes; no is the answer when the input has ended. */
  boolean agrees(String question) {
    terminal.err().print(question + " [yes]: ");
    terminal.err().flush();
    Optional<String> line = line();
    return line.isPresent() && line.get().toLowerCase(Locale.ROOT).matches("|y|yes");
  }
}
