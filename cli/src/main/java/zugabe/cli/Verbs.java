package zugabe.cli;

import java.util.List;
import java.util.Optional;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.OptionSpec;

/** All commands, in the order of the work. */
final class Verbs {
  private Verbs() {}

  private static List<Verb> verbs() {
    return List.of(
        new SurveyVerb(),
        new CheckVerb(),
        new BuildVerb(),
        new RehearseVerb(),
        new InspectVerb(),
        new IconVerb(),
        new VerifyVerb(),
        new KeyVerb(),
        new SignVerb(),
        new ExplainVerb(),
        new SchemaVerb(),
        new DemoVerb(),
        new StandInVerb(),
        new CompletionVerb(),
        new ManualVerb());
  }

  static Optional<Verb> find(String name) {
    return verbs().stream().filter(v -> v.name().equals(name)).findFirst();
  }

  /** Names of all commands. */
  static List<String> names() {
    return verbs().stream().map(Verb::name).toList();
  }

  /** The whole command line. */
  static CommandSpec model() {
    CommandSpec root = root();
    verbs().forEach(v -> root.addSubcommand(v.name(), v.spec()));
    return root;
  }

  /** The command line with one command: it alone is loaded. */
  static CommandSpec model(String name) {
    CommandSpec root = root();
    find(name).ifPresent(v -> root.addSubcommand(name, v.spec()));
    return root;
  }

  private static CommandSpec root() {
    CommandSpec root = CommandSpec.create().name("zugabe");
    Options.describe(
        root,
        "Turns what your build left behind into what other people install.",
        "zugabe survey --draft",
        "zugabe check",
        "zugabe build",
        "zugabe demo");
    root.addOption(
        OptionSpec.builder("-V", "--version")
            .type(boolean.class)
            .versionHelp(true)
            .description("Print the version.")
            .build());
    root.version("zugabe " + zugabe.core.program.Version.TEXT);
    root.usageMessage().commandListHeading("%nCommands:%n");
    return root;
  }
}
