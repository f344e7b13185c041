package zugabe.cli;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.OptionSpec;
import zugabe.core.Zugabe;
import zugabe.core.answer.Answer;
import zugabe.core.rehearse.Rehearsal;

/** Starts what was made, in a throw-away place. */
final class RehearseVerb implements Verb {
  static final String RUNTIME = "--runtime";
  private static final String SERVER = "--server";
  private static final String OUT = "--out";
  private static final int FEW = 6;

  @Override
  public String name() {
    return "rehearse";
  }

  static OptionSpec runtime() {
    return OptionSpec.builder(RUNTIME)
        .type(Path.class)
        .paramLabel("DIR")
        .description(
            "Folder of the Java runtime to rehearse with. Default: the one that runs zugabe.")
        .build();
  }

  @Override
  public CommandSpec spec() {
    CommandSpec spec =
        Options.command(
            name(),
            "Unpacks what was built into a throw-away folder, starts it as its trial says, compares the outcome, stops it and cleans up. Without a trial it tells what happened, and only a crash fails. Works on single files without a recipe, too; everything after -- is passed to the program.",
            "zugabe rehearse",
            "zugabe rehearse tool-jar",
            "zugabe rehearse tide-web --server ~/servers/apache-tomcat-10.1.34",
            "zugabe rehearse somebody-elses.jar -- --version",
            "zugabe rehearse somebody-elses.war --server ~/servers/apache-tomcat-10.1.34");
    Options.recipe(spec);
    spec.addOption(
        OptionSpec.builder("-o", OUT)
            .type(Path.class)
            .paramLabel("DIR")
            .description("Where the built files are. Default: out beside the recipe.")
            .build());
    spec.addOption(runtime());
    spec.addOption(
        OptionSpec.builder(SERVER)
            .type(Path.class)
            .paramLabel("DIR")
            .description(
                "Folder of a server (Tomcat, or a Jetty home) to rehearse web archives on. Without one, only those that stand alone are rehearsed.")
            .build());
    spec.addOption(Options.json());
    spec.addPositional(
        Options.names("Deliverables to rehearse, or one file and arguments for it. Default: all."));
    return spec;
  }

  @Override
  public int run(Given given) {
    Optional<Path> runtime = checkedRuntime(given);
    List<String> names = given.names();
    try (ProgressLine progress = given.progress()) {
      Zugabe zugabe = given.zugabe(progress);
      Answer.Rehearse answer;
      if (!names.isEmpty() && isFile(names.get(0), given)) {
        answer =
            zugabe.rehearse(
                Path.of(names.get(0)),
                names.subList(1, names.size()),
                runtime,
                given.value(SERVER));
      } else {
        answer =
            zugabe.rehearse(
                given.request(),
                new Zugabe.Outlet(given.value(OUT), false, Duration.ZERO),
                runtime,
                given.value(SERVER));
      }
      progress.end();
      return given.answer(zugabe, answer, () -> print(answer, given));
    }
  }

  static Optional<Path> checkedRuntime(Given given) {
    Optional<Path> runtime = given.value(RUNTIME);
    runtime.ifPresent(
        r -> {
          Path java = given.terminal().here().resolve(r).resolve("bin");
          if (!Files.isRegularFile(java.resolve("java"))
              && !Files.isRegularFile(java.resolve("java.exe"))) {
            throw given.wrong(
                "--runtime takes the folder of a Java runtime; there is no bin/java in " + r);
          }
        });
    return runtime;
  }

  /** A deliverable's name has neither a dot nor a slash. */
  private static boolean isFile(String name, Given given) {
    boolean looksLikeFile =
        name.indexOf('/') >= 0 || name.indexOf('.') >= 0 || name.indexOf('\\') >= 0;
    return looksLikeFile || Files.isRegularFile(given.terminal().here().resolve(name));
  }

  private static void print(Answer.Rehearse answer, Given given) {
    if (answer.rehearsals().isEmpty()) {
      given
          .terminal()
          .out()
          .println("Nothing was rehearsed: " + FindingText.summary(answer.findings()) + ".");
    }
    answer.rehearsals().forEach(r -> print(r, given));
    printSummary(answer.rehearsals(), given);
  }

  static void print(Answer.Rehearsed rehearsed, Given given) {
    Terminal terminal = given.terminal();
    Rehearsal.Result result = rehearsed.result();
    terminal.out().println(rehearsed.name() + ": $ " + result.command());
    lines(result, given.flag(Options.VERBOSE)).forEach(l -> terminal.out().println("  | " + l));
    terminal.out().println("  " + outcome(result) + ", " + Sizes.time(result.millis()));
    written(result.written(), terminal);
    result.leftRunning().forEach(p -> terminal.out().println("  left running, ended now: " + p));
    terminal.out().println();
  }

  /**
   * Of what went well the start is shown, of the rest what tells most; what is left out is said.
   */
  private static List<String> lines(Rehearsal.Result result, boolean all) {
    List<String> output = result.output().lines().toList();
    if (all || output.size() <= FEW) {
      return output;
    }
    List<String> lines = new ArrayList<>();
    if (result.fault().isPresent() || (!result.outcome().judged() && result.exit() > 0)) {
      lines.addAll(result.telling());
      if (lines.size() < output.size()) {
        lines.add(0, "… " + lines.size() + " of " + output.size() + " lines; --verbose shows all");
      }
    } else if (result.outcome().judged()) {
      lines.addAll(output.subList(0, FEW));
      lines.add("… and " + (output.size() - FEW) + " more lines; --verbose shows all");
    } else {
      lines.add("… the last " + FEW + " of " + output.size() + " lines; --verbose shows all");
      lines.addAll(output.subList(output.size() - FEW, output.size()));
    }
    return lines;
  }

  static String outcome(Rehearsal.Result result) {
    if (result.fault().isPresent()) {
      return "✗ " + result.fault().get();
    }
    if (!result.outcome().judged()) {
      String ended = result.exit() < 0 ? "stopped while it ran" : "exit code " + result.exit();
      String why = result.wantsDisplay() ? ": nothing here shows its window" : "";
      return "• started, " + ended + ", not judged" + why;
    }
    return "✓ as expected, " + (result.exit() < 0 ? "stopped" : "exit code " + result.exit());
  }

  /** One line at the end, where there were several. */
  static void printSummary(List<Answer.Rehearsed> all, Given given) {
    long failed = all.stream().filter(r -> r.result().fault().isPresent()).count();
    long open =
        all.stream()
            .filter(r -> r.result().fault().isEmpty() && !r.result().outcome().judged())
            .count();
    if (all.size() > 1) {
      String judged =
          failed > 0
              ? failed + " of " + all.size() + " didn't do as expected"
              : open == 0 ? "All " + all.size() + " did as expected" : "None failed";
      String left =
          open == 0 ? "" : "; " + open + (open == 1 ? " was" : " were") + " started and not judged";
      given.terminal().out().println(judged + left + ".");
    }
  }

  private static void written(Map<String, Long> written, Terminal terminal) {
    if (written.isEmpty()) {
      return;
    }
    long removed = written.values().stream().filter(size -> size < 0).count();
    String did = removed == 0 ? "wrote " : removed == written.size() ? "removed " : "changed ";
    terminal.out().println("  " + did + Sizes.count(written.size(), "file") + ":");
    Table table = new Table();
    written.entrySet().stream()
        .limit(FEW)
        .forEach(f -> table.row(f.getKey(), f.getValue() < 0 ? "removed" : Sizes.of(f.getValue())));
    table.print(terminal.out(), "    ");
    if (written.size() > FEW) {
      terminal.out().println("    and " + (written.size() - FEW) + " more");
    }
  }
}
