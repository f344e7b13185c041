package zugabe.cli;

import java.io.IOException;
import java.io.PrintStream;
import java.net.URISyntaxException;
import java.nio.file.Files;
import java.nio.file.Path;
import picocli.CommandLine.Model.CommandSpec;
import zugabe.core.Zugabe;
import zugabe.core.answer.Answer;

/** Shows the whole way on an application of our own. */
final class DemoVerb implements Verb {
  private static final String DEFAULT_FOLDER = "saltmarsh-demo";

  @Override
  public String name() {
    return "demo";
  }

  @Override
  public CommandSpec spec() {
    CommandSpec spec =
        Options.command(
            name(),
            "Copies a made-up application (recipe and built files) into a new folder, builds every deliverable, starts those that need no screen and shows what they print. Needs no network.",
            "zugabe demo");
    spec.addOption(Options.jobs());
    spec.addOption(Options.json());
    spec.addPositional(Options.one("DIR", "0..1", "New folder. Default: " + DEFAULT_FOLDER + "."));
    return spec;
  }

  @Override
  public int run(Given given) throws IOException {
    try (ProgressLine progress = given.progress()) {
      Zugabe zugabe = given.zugabe(progress);
      Answer.Demo demo =
          zugabe.demo(workspace(), Path.of(given.positional().orElse(DEFAULT_FOLDER)));
      progress.end();
      return given.answer(zugabe, demo, () -> print(demo, given.terminal()));
    }
  }

  /** It lies beside the program. */
  private static Path workspace() throws IOException {
    try {
      Path program =
          Path.of(DemoVerb.class.getProtectionDomain().getCodeSource().getLocation().toURI());
      Path workspace = program.resolveSibling("demo");
      if (Files.isDirectory(workspace)) {
        return workspace;
      }
    } catch (URISyntaxException e) {
      throw new IOException("the program can't find its own location", e);
    }
    throw new IOException("the demonstration's files are missing from this installation");
  }

  private static void print(Answer.Demo demo, Terminal terminal) {
    PrintStream out = terminal.out();
    if (demo.build().deliverables().isEmpty()) {
      return;
    }
    out.println("Saltmarsh, a made-up application, was copied to " + demo.folder() + "/.");
    out.println();
    for (Answer.Rehearsed s : demo.started()) {
      out.println("$ " + s.result().command());
      s.result().output().lines().limit(12).forEach(l -> out.println("  " + l));
      out.println("  " + RehearseVerb.outcome(s.result()));
      out.println();
    }
    Answer.Build b = demo.build();
    BuildVerb.printMade(
        new Answer.Build(
            b.findings(),
            demo.folder() + "/" + b.out(),
            b.folder(),
            b.deliverables(),
            b.removed(),
            java.util.List.of(),
            b.millis()),
        terminal);
    out.println();
    out.println("All of it took " + Sizes.time(demo.millis()) + ". Try next:");
    out.println("  cd " + demo.folder());
    out.println("  zugabe check");
    out.println("  zugabe inspect out/" + b.deliverables().get(0).files().get(0).path());
    out.println("  less zugabe.yaml");
  }
}
