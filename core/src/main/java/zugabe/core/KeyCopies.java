package zugabe.core;

import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.core.answer.Answer;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.keys.KeyBackup;
import zugabe.core.keys.KeyCode;
import zugabe.core.keys.KeyExport;
import zugabe.core.keys.KeyFacts;
import zugabe.core.keys.KeyFile;
import zugabe.core.keys.KeyRing;
import zugabe.core.keys.Passwords;
import zugabe.core.keys.Secret;
import zugabe.core.keys.Secrets;
import zugabe.core.keys.SigningKey;
import zugabe.core.recipe.KeySpec;

/** Copies of keys that leave their store, closed, and come back. */
public final class KeyCopies {
  private final Keying keying;
  private final KeyTransfer transfer;
  private final Surroundings around;
  private final Clock clock = Clock.systemUTC();

  KeyCopies(Keying keying, KeyTransfer transfer) {
    this.keying = keying;
    this.transfer = transfer;
    this.around = keying.around();
  }

  /** Whether a key can leave its store; that it can't is a finding. */
  static boolean isHere(SigningKey key, String fix, Findings findings) {
    if (!key.isHere()) {
      findings.add(
          KeyCode.Z0114, Where.file("key " + key.name()), "The key itself isn't here.", fix);
    }
    return key.isHere();
  }

  /** Writes a key onto a sheet that brings it back. */
  public Answer.Keys backup(String name, Path to, String password) throws IOException {
    return copy("backup", "Back it up where it is.", name, to, password, KeyBackup::sheet);
  }

  /** Writes the key itself for other programs, closed with a password of its own. */
  public Answer.Keys exportPrivate(String name, Path to, String password) throws IOException {
    return copy("export", "Export it where it is.", name, to, password, KeyExport::closed);
  }

  private interface Copying {
    byte[] of(SigningKey key, Secret old, Secret secret) throws IOException;
  }

  /**
   * Writes a copy of a key into a new file.
   *
   * @param elsewhere what to do when the key isn't here
   */
  private Answer.Keys copy(
      String action, String elsewhere, String name, Path to, String password, Copying copying)
      throws IOException {
    Findings findings = new Findings();
    Where where = Where.file(around.shown(to));
    List<String> written = new ArrayList<>();
    List<KeyFacts> facts = new ArrayList<>();
    try (Secrets secrets = keying.secrets();
        Secrets others = keying.secrets(around.here())) {
      KeyRing ring = keying.ring(secrets, findings);
      Optional<SigningKey> key =
          ring.open(name, Where.file("key " + name), findings)
              .filter(k -> isHere(k, elsewhere, findings));
      Optional<Secret> secret =
          key.isEmpty()
              ? Optional.empty()
              : others.of(password, "the copy of the key", where, findings);
      if (secret.isPresent() && Passwords.isGood(secret.get(), where.at("password"), findings)) {
        KeySpec spec = ring.spec(name, where, findings).orElseThrow();
        Secret old =
            secrets
                .of(spec.password().value(), "the key \"" + name + "\"", where, findings)
                .orElseThrow();
        KeyExport.writeStore(around.here().resolve(to), copying.of(key.get(), old, secret.get()));
        written.add(around.shown(to));
        facts.add(KeyFacts.of(key.get(), spec.store().value(), clock.instant()));
      }
    } catch (FileAlreadyExistsException e) {
      Keying.exists(where, findings);
    }
    return Keying.answer(action, findings, facts, written, "");
  }

  /** Brings a key back from its sheet. */
  public Answer.Keys restore(Path sheet, Optional<Path> store, String password) throws IOException {
    Findings findings = new Findings();
    Where where = Where.file(around.shown(sheet));
    Optional<KeyBackup> backup = Optional.empty();
    try {
      backup = KeyBackup.read(Files.readAllBytes(around.here().resolve(sheet)));
    } catch (IOException e) {
      // told below
      backup = Optional.empty();
    }
    if (backup.isEmpty()) {
      findings.add(
          KeyCode.Z0104,
          where,
          "It is no backup of a key, or it is damaged.",
          "Take another copy of the sheet.");
      return Keying.answer("restore", findings, List.of(), List.of(), "");
    }
    try (Secrets secrets = keying.secrets(around.here())) {
      String name = backup.get().name();
      Optional<Secret> secret = secrets.of(password, "the backup", where, findings);
      Optional<SigningKey> key =
          secret.isEmpty()
              ? Optional.empty()
              : new KeyFile(around.shown(sheet), backup.get().store())
                  .open(name, Optional.empty(), secret.get(), where, findings);
      if (key.isPresent() && !key.get().fingerprint().equals(backup.get().fingerprint())) {
        findings.add(
            KeyCode.Z0106,
            where,
            "It holds another key than it says: " + key.get().fingerprint() + ".",
            "Take another copy of the sheet.");
      }
      return key.isEmpty() || findings.hasErrors()
          ? Keying.answer("restore", findings, List.of(), List.of(), "")
          : transfer.kept(
              "restore", name, backup.get().store(), store, password, secret.get(), findings);
    }
  }
}
