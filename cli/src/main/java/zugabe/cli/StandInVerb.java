package zugabe.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.OptionSpec;
import zugabe.standins.Behaviour;
import zugabe.standins.TimestampAuthority;

/** Runs a simulated outside service until it is told to end. */
final class StandInVerb implements Verb {
  private static final String PORT = "--port";
  private static final String BEHAVE = "--behave";
  private static final String CERTIFICATE = "--certificate";

  @Override
  public String name() {
    return "stand-in";
  }

  @Override
  public CommandSpec spec() {
    CommandSpec spec =
        Options.command(
            name(),
            "Runs a simulated outside service on this machine, for trying things out: timestamp, an authority for timestamps (RFC 3161) with a made-up chain. Ends with Ctrl+C.",
            "zugabe stand-in timestamp --port 3161 --certificate stand-in.pem",
            "zugabe stand-in timestamp --behave refuse");
    spec.addOption(
        OptionSpec.builder(PORT)
            .type(int.class)
            .paramLabel("N")
            .description("Where it answers. Default: any free port.")
            .build());
    spec.addOption(
        KeyOptions.value(BEHAVE, "HOW", String.join(", ", Behaviour.words()) + ". Default: good."));
    spec.addOption(
        KeyOptions.file(CERTIFICATE, "FILE", "File for the certificate of who vouches for it."));
    spec.addPositional(Options.one("SERVICE", "1", "timestamp."));
    return spec;
  }

  @Override
  public int run(Given given) throws IOException {
    String service = given.positional().orElseThrow();
    if (!service.equals("timestamp")) {
      throw given.wrong("there is a stand-in for timestamp, not for \"" + service + "\"");
    }
    String word = given.<String>value(BEHAVE).orElse("good");
    Behaviour behaviour =
        Behaviour.of(word)
            .orElseThrow(
                () -> given.wrong("--behave takes one of " + String.join(", ", Behaviour.words())));
    int port = given.<Integer>value(PORT).orElse(0);
    try (TimestampAuthority authority =
        TimestampAuthority.start(behaviour, port, Clock.systemUTC())) {
      Optional<Path> certificate = given.value(CERTIFICATE);
      if (certificate.isPresent()) {
        Files.writeString(given.terminal().here().resolve(certificate.get()), authority.root());
      }
      given.terminal().out().println("Answering on " + authority.address());
      given.terminal().out().flush();
      new CountDownLatch(1).await();
      return 0;
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return 0;
    }
  }
}
