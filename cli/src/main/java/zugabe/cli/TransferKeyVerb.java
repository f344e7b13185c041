package zugabe.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import picocli.CommandLine.Model.CommandSpec;
import zugabe.core.KeyTransfer;
import zugabe.core.Zugabe;
import zugabe.core.answer.Answer;

/** Keys that come from elsewhere or go there. */
final class TransferKeyVerb implements Verb {
  private static final String TO = "--to";
  private static final String CHAIN = "--chain";
  private static final String FROM = "--from";
  private static final String FROM_PASSWORD = "--from-password";
  private static final String CERTIFICATE = "--certificate";
  private static final String STORE = "--store";
  private static final String PASSWORD = "--password";
  private static final String SOURCE =
      "env:NAME, file:PATH, command:LINE or prompt. Default: prompt.";

  private final String name;

  /**
   * @param name request, accept, import, backup or restore
   */
  TransferKeyVerb(String name) {
    this.name = name;
  }

  @Override
  public String name() {
    return name;
  }

  @Override
  public CommandSpec spec() {
    CommandSpec spec =
        switch (name) {
          case "request" ->
              Options.command(
                  name,
                  "Writes a request for a certificate (PKCS #10), to be sent to those who issue them.",
                  "zugabe key request release --to release.csr");
          case "accept" ->
              Options.command(
                  name,
                  "Puts the certificates that were issued for a key into its store, after a look whether they are.",
                  "zugabe key accept release --chain issued.pem");
          case "import" ->
              Options.command(
                  name,
                  "Takes a key over: from PKCS #12, Java's own stores, PEM (PKCS #8) or OpenPGP armour.",
                  "zugabe key import release --from old.jks --from-password prompt --password env:KEY_PASSWORD");
          case "backup" ->
              Options.command(
                  name,
                  "Writes a key, encrypted, onto a sheet that can be printed and says how it comes back.",
                  "zugabe key backup release --to release-backup.txt --password prompt");
          default ->
              Options.command(
                  name,
                  "Brings a key back from the sheet of its backup, and shows that it signs as before.",
                  "zugabe key restore release-backup.txt --password prompt");
        };
    switch (name) {
      case "request", "backup" -> spec.addOption(KeyOptions.file(TO, "FILE", "File to write."));
      case "accept" ->
          spec.addOption(KeyOptions.file(CHAIN, "FILE", "What was issued, as PEM or DER."));
      case "import" -> {
        spec.addOption(KeyOptions.file(FROM, "FILE", "Where it is now."));
        spec.addOption(
            KeyOptions.value(FROM_PASSWORD, "SOURCE", "Where its password comes from: " + SOURCE));
        spec.addOption(
            KeyOptions.file(CERTIFICATE, "FILE", "Its certificates, when they lie apart."));
      }
      default -> {
        // only what all have
      }
    }
    if (name.equals("import") || name.equals("restore")) {
      spec.addOption(
          KeyOptions.file(STORE, "FILE", "Where it goes. Default: keys/NAME.p12 (openpgp: .asc)."));
    }
    if (!name.equals("request") && !name.equals("accept")) {
      spec.addOption(
          KeyOptions.value(
              PASSWORD,
              "SOURCE",
              (name.equals("import")
                      ? "Where the new password comes from: "
                      : "Where the backup's password comes from: ")
                  + SOURCE));
    }
    KeyOptions.recipe(spec);
    spec.addOption(Options.json());
    spec.addPositional(
        name.equals("restore")
            ? Options.one("FILE", "1", "The sheet.")
            : Options.one("NAME", "1", "The key's name in the recipe."));
    return spec;
  }

  @Override
  public int run(Given given) throws IOException {
    try (ProgressLine progress = given.progress()) {
      Zugabe zugabe = given.zugabe(progress);
      KeyTransfer keys = KeyOptions.keying(zugabe, given).transfer();
      Answer.Keys answer = answer(given, keys);
      progress.end();
      return KeyOptions.answer(given, zugabe, answer);
    }
  }

  private Answer.Keys answer(Given given, KeyTransfer keys) throws IOException {
    String first = given.positional().orElseThrow();
    return switch (name) {
      case "request" -> keys.request(first, file(given, TO));
      case "accept" -> keys.accept(first, file(given, CHAIN));
      case "import" ->
          keys.take(
              first,
              new KeyTransfer.Foreign(
                  file(given, FROM),
                  KeyOptions.source(given, FROM_PASSWORD),
                  given.<Path>value(CERTIFICATE)),
              given.<Path>value(STORE),
              KeyOptions.source(given, PASSWORD));
      case "backup" ->
          keys.copies().backup(first, file(given, TO), KeyOptions.source(given, PASSWORD));
      default ->
          keys.copies()
              .restore(
                  Path.of(first), given.<Path>value(STORE), KeyOptions.source(given, PASSWORD));
    };
  }

  private static Path file(Given given, String option) {
    Optional<Path> file = given.value(option);
    return file.orElseThrow(() -> given.wrong("say which file: " + option + " FILE"));
  }
}
