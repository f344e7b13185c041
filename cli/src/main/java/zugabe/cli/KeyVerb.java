package zugabe.cli;

import java.io.IOException;
import java.util.List;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.ParseResult;

/** Everything about keys: the second word says what. */
final class KeyVerb implements Verb {
  private static List<Verb> actions() {
    return List.of(
        new NewKeyVerb(),
        new ShowKeysVerb("show"),
        new ShowKeysVerb("list"),
        new ShowKeysVerb("prove"),
        new SucceedVerb(),
        new ExportKeyVerb(),
        new TransferKeyVerb("request"),
        new TransferKeyVerb("accept"),
        new TransferKeyVerb("import"),
        new TransferKeyVerb("backup"),
        new TransferKeyVerb("restore"));
  }

  @Override
  public String name() {
    return "key";
  }

  @Override
  public CommandSpec spec() {
    CommandSpec spec =
        Options.command(
            name(),
            "Makes, shows and hands on signing keys.",
            "zugabe key new release --for java --subject \"CN=Release Desk,O=Gannet Harbour Works,C=GB\"",
            "zugabe key show release",
            "zugabe key export release --certificate release.pem");
    actions().forEach(a -> spec.addSubcommand(a.name(), a.spec()));
    spec.usageMessage().commandListHeading("%nCommands:%n");
    return spec;
  }

  @Override
  public int run(Given given) throws IOException {
    if (!given.line().hasSubcommand()) {
      throw given.wrong("say what about keys, such as: zugabe key show");
    }
    ParseResult action = given.line().subcommand();
    return actions().stream()
        .filter(a -> a.name().equals(action.commandSpec().name()))
        .findFirst()
        .orElseThrow()
        .run(new Given(action, given.terminal(), given.kinds()));
  }
}
