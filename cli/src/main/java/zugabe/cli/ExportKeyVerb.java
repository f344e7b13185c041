package zugabe.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import picocli.CommandLine.Model.CommandSpec;
import zugabe.core.Zugabe;
import zugabe.core.answer.Answer;

/** Writes what others need of a key. */
final class ExportKeyVerb implements Verb {
  private static final String CERTIFICATE = "--certificate";

  @Override
  public String name() {
    return "export";
  }

  @Override
  public CommandSpec spec() {
    CommandSpec spec =
        Options.command(
            name(),
            "Writes what others need to verify signatures of a key: its certificates as PEM, or its OpenPGP public key in armour.",
            "zugabe key export release --certificate release.pem");
    spec.addOption(KeyOptions.file(CERTIFICATE, "FILE", "File for the certificates."));
    KeyOptions.recipe(spec);
    spec.addOption(Options.json());
    spec.addPositional(Options.one("NAME", "1", "The key's name in the recipe."));
    return spec;
  }

  @Override
  public int run(Given given) throws IOException {
    Optional<Path> to = given.value(CERTIFICATE);
    if (to.isEmpty()) {
      throw given.wrong("say where to: --certificate FILE");
    }
    try (ProgressLine progress = given.progress()) {
      Zugabe zugabe = given.zugabe(progress);
      Answer.Keys answer =
          KeyOptions.keying(zugabe, given)
              .exportCertificate(given.positional().orElseThrow(), to.get());
      progress.end();
      return KeyOptions.answer(given, zugabe, answer);
    }
  }
}
