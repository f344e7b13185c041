package zugabe.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import picocli.CommandLine.Model.CommandSpec;
import zugabe.core.Keying;
import zugabe.core.Zugabe;
import zugabe.core.answer.Answer;

/** Writes what others need of a key. */
final class ExportKeyVerb implements Verb {
  private static final String CERTIFICATE = "--certificate";
  private static final String PRIVATE = "--private";
  private static final String PASSWORD = "--password";

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
    spec.addOption(
        KeyOptions.file(
            PRIVATE,
            "FILE",
            "New file for the key itself, encrypted: PKCS #8 as PEM, or OpenPGP armour."));
    spec.addOption(
        KeyOptions.value(
            PASSWORD,
            "SOURCE",
            "Where that file's password comes from: env:NAME, file:PATH, command:LINE or prompt. Default: prompt."));
    KeyOptions.recipe(spec);
    spec.addOption(Options.json());
    spec.addPositional(Options.one("NAME", "1", "The key's name in the recipe."));
    return spec;
  }

  @Override
  public int run(Given given) throws IOException {
    Optional<Path> to = given.value(CERTIFICATE);
    Optional<Path> own = given.value(PRIVATE);
    if (to.isPresent() == own.isPresent()) {
      throw given.wrong("say what: --certificate FILE or --private FILE");
    }
    String name = given.positional().orElseThrow();
    String source = KeyOptions.source(given, PASSWORD);
    try (ProgressLine progress = given.progress()) {
      Zugabe zugabe = given.zugabe(progress);
      Keying keying = KeyOptions.keying(zugabe, given);
      Answer.Keys answer =
          to.isPresent()
              ? keying.exportCertificate(name, to.get())
              : keying.transfer().copies().exportPrivate(name, own.orElseThrow(), source);
      progress.end();
      return KeyOptions.answer(given, zugabe, answer);
    }
  }
}
