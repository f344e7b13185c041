package zugabe.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import picocli.CommandLine.Model.CommandSpec;
import zugabe.standins.Behaviour;
import zugabe.standins.TimestampAuthority;

/** Runs a simulated outside service until it is told to end. */
final class StandInVerb implements Verb {
  private static final String PORT = "--port";
  private static final int MOST_PORT = 65_535;
  private static final String BEHAVE = "--behave";
  private static final String CERTIFICATE = "--certificate";
  static final String AT = "--at";
  static final String PROFILE = "--profile";

  @Override
  public String name() {
    return "stand-in";
  }

  @Override
  public CommandSpec spec() {
    CommandSpec spec =
        Options.command(
            name(),
            "Simulates what is outside, for trying things out: timestamp, an authority for timestamps (RFC 3161) with a made-up chain, which runs until Ctrl+C; phone, an Android phone that takes packages or refuses them, and shows its launcher.",
            "zugabe stand-in timestamp --port 3161 --certificate stand-in.pem",
            "zugabe stand-in timestamp --behave refuse",
            "zugabe stand-in phone install out/saltmarsh-phone-2.4.0.apk",
            "zugabe stand-in phone picture launcher.png --profile phone.yaml");
    spec.addOption(
        Options.number("N", "Where it answers, 0 to 65535. Default: any free port.", PORT));
    spec.addOption(
        KeyOptions.value(BEHAVE, "HOW", String.join(", ", Behaviour.words()) + ". Default: good."));
    spec.addOption(
        KeyOptions.file(CERTIFICATE, "FILE", "File for the certificate of who vouches for it."));
    spec.addOption(
        KeyOptions.file(
            AT, "DIR", "The phone: a folder for its applications. Default: phone-stand-in."));
    spec.addOption(
        KeyOptions.file(
            PROFILE,
            "FILE",
            "What phone it is, in YAML: platform, processors, density, languages, night."));
    spec.addOption(Options.json());
    spec.addPositional(
        Options.names(
            "timestamp; or phone, and one of install FILE, list, show ID, remove ID, picture FILE."));
    return spec;
  }

  @Override
  public int run(Given given) throws IOException {
    List<String> words = given.names();
    String service = words.isEmpty() ? "" : words.get(0);
    if (service.equals("phone")) {
      return new PhoneStandIn(given).run(words.subList(1, words.size()));
    }
    if (!service.equals("timestamp") || words.size() > 1) {
      throw given.wrong(
          "there is a stand-in for timestamp and for phone, not for \""
              + String.join(" ", words)
              + "\"");
    }
    String word = given.<String>value(BEHAVE).orElse("good");
    Behaviour behaviour =
        Behaviour.of(word)
            .orElseThrow(
                () -> given.wrong("--behave takes one of " + String.join(", ", Behaviour.words())));
    int port = given.<Integer>value(PORT).orElse(0);
    if (port < 0 || port > MOST_PORT) {
      throw given.wrong(PORT + " takes a number from 0 to " + MOST_PORT);
    }
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
