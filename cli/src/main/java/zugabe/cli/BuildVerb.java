package zugabe.cli;

import java.nio.file.Path;
import java.time.Duration;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.OptionSpec;
import zugabe.core.Zugabe;
import zugabe.core.answer.Answer;
import zugabe.core.receipt.Receipt;

/** Makes deliverables. */
final class BuildVerb implements Verb {
  private static final String OUT = "--out";
  private static final String TIDY = "--tidy";
  private static final String REHEARSE = "--rehearse";
  private static final String WAIT = "--wait";
  private static final int WAIT_SECONDS = 30;

  @Override
  public String name() {
    return "build";
  }

  @Override
  public CommandSpec spec() {
    CommandSpec spec =
        Options.command(
            name(),
            "Makes the deliverables, with a receipt and checksums beside them. If there are errors among the findings, nothing is written.",
            "zugabe build",
            "zugabe build tool-jar --out /tmp/try");
    Options.recipe(spec);
    spec.addOption(
        OptionSpec.builder("-o", OUT)
            .type(Path.class)
            .paramLabel("DIR")
            .description("Output folder. Default: out beside the recipe.")
            .build());
    spec.addOption(
        Options.flag(
            TIDY, "", "Remove files from earlier builds that the recipe no longer makes."));
    spec.addOption(Options.flag(REHEARSE, "", "Rehearse what was made, as zugabe rehearse does."));
    spec.addOption(RehearseVerb.runtime());
    spec.addOption(
        Options.number(
            "SECONDS",
            "How long to wait for another build into the same folder. Default: "
                + WAIT_SECONDS
                + ".",
            WAIT));
    spec.addOption(Options.json());
    spec.addPositional(Options.names("Deliverables to make. Default: all."));
    return spec;
  }

  @Override
  public int run(Given given) {
    int wait = given.<Integer>value(WAIT).orElse(WAIT_SECONDS);
    if (wait < 0) {
      throw given.wrong("--wait takes a number of seconds, 0 or more");
    }
    try (ProgressLine progress = given.progress()) {
      Zugabe zugabe = given.zugabe(progress);
      Zugabe.Outlet outlet =
          new Zugabe.Outlet(
              given.value(OUT),
              given.flag(TIDY),
              Duration.ofSeconds(wait),
              KeyOptions.asking(given.terminal()));
      Answer.Build build =
          given.flag(REHEARSE)
              ? zugabe.buildAndRehearse(given.request(), outlet, RehearseVerb.checkedRuntime(given))
              : zugabe.build(given.request(), outlet);
      progress.end();
      return given.answer(zugabe, build, () -> print(build, given));
    }
  }

  private static void print(Answer.Build build, Given given) {
    if (build.deliverables().isEmpty() && !build.ok()) {
      given
          .terminal()
          .out()
          .println("Nothing was made: " + FindingText.summary(build.findings()) + ".");
      return;
    }
    printMade(build, given.terminal());
    if (given.flag(Options.VERBOSE)) {
      build.deliverables().forEach(d -> printInputs(d, given.terminal()));
    }
    if (!build.rehearsals().isEmpty()) {
      given.terminal().out().println();
      build.rehearsals().forEach(r -> RehearseVerb.print(r, given));
      RehearseVerb.printSummary(build.rehearsals(), given);
    }
  }

  static void printMade(Answer.Build build, Terminal terminal) {
    terminal.out().println("Made in " + build.out() + "/ in " + Sizes.time(build.millis()) + ":");
    Table table = new Table();
    for (Receipt.Row row : build.deliverables()) {
      for (Receipt.Made file : row.files()) {
        table.row(
            row.name(),
            file.path(),
            Sizes.of(file.size()),
            "SHA-256 " + file.sha256().substring(0, 16) + "…");
      }
    }
    table.print(terminal.out(), "  ", 2);
    build.removed().forEach(f -> terminal.out().println("  removed " + Visible.text(f)));
    terminal.out().println("  " + Receipt.FILE + " and SHA256SUMS have the details.");
  }

  private static void printInputs(Receipt.Row row, Terminal terminal) {
    terminal.out().println(row.name() + " was made of:");
    Table table = new Table();
    row.inputs()
        .forEach(
            i ->
                table.row(
                    i.name(),
                    Sizes.count(i.files(), "file"),
                    Sizes.of(i.size()),
                    "SHA-256 " + i.sha256().substring(0, 16) + "…"));
    table.print(terminal.out(), "  ", 1, 2);
  }
}
