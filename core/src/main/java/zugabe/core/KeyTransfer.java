package zugabe.core;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.cert.X509Certificate;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.MalformedException;
import zugabe.core.answer.Answer;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.keys.KeyBackup;
import zugabe.core.keys.KeyCode;
import zugabe.core.keys.KeyExport;
import zugabe.core.keys.KeyFacts;
import zugabe.core.keys.KeyFile;
import zugabe.core.keys.KeyImport;
import zugabe.core.keys.KeyRequest;
import zugabe.core.keys.KeyRing;
import zugabe.core.keys.OpenPgpKey;
import zugabe.core.keys.Passwords;
import zugabe.core.keys.Secret;
import zugabe.core.keys.Secrets;
import zugabe.core.keys.SigningKey;
import zugabe.core.keys.Succession;
import zugabe.core.keys.X509Key;
import zugabe.core.recipe.KeySpec;
import zugabe.core.sign.KeySuccession;
import zugabe.core.sign.PackageSignature;
import zugabe.core.sign.Trust;

/** Keys that come from elsewhere or go there: certificates, other stores, backups. */
public final class KeyTransfer {
  private final Keying keying;
  private final Surroundings around;
  private final Clock clock = Clock.systemUTC();

  KeyTransfer(Keying keying) {
    this.keying = keying;
    this.around = keying.around();
  }

  /** What can be asked about copies of keys. */
  public KeyCopies copies() {
    return new KeyCopies(keying, this);
  }

  /** Writes a request for a certificate of a key. */
  public Answer.Keys request(String name, Path to) throws IOException {
    Findings findings = new Findings();
    List<String> written = new ArrayList<>();
    try (Secrets secrets = keying.secrets()) {
      Optional<X509Key> key = x509(name, secrets, findings);
      if (key.isPresent()) {
        KeyExport.write(around.here().resolve(to), KeyRequest.of(key.get()));
        written.add(around.shown(to));
      }
    }
    return Keying.answer("request", findings, List.of(), written, "");
  }

  /** A key with a certificate: others can't be what is asked for. */
  private Optional<X509Key> x509(String name, Secrets secrets, Findings findings)
      throws IOException {
    Where where = Where.file("key " + name);
    Findings seen = new Findings();
    Optional<SigningKey> key = keying.ring(secrets, seen).open(name, where, seen);
    // one that has ended is what a new certificate is asked for
    seen.sorted().stream().filter(f -> f.code() != KeyCode.Z0107).forEach(findings::add);
    if (key.isPresent() && !(key.get() instanceof X509Key)) {
      findings.add(
          KeyCode.Z0114,
          where,
          "OpenPGP keys have no certificates that others issue.",
          "Hand on its public key: zugabe key export.");
    }
    Optional<X509Key> x509 = key.filter(X509Key.class::isInstance).map(X509Key.class::cast);
    return x509.filter(k -> KeyCopies.isHere(k, "Ask for certificates where it is.", findings));
  }

  /**
   * Proves that a key follows another one, for packages for phones.
   *
   * @param proof its file; one that is there is extended
   */
  public Answer.Keys succeed(String old, String next, Path proof) throws IOException {
    Findings findings = new Findings();
    List<KeyFacts> facts = new ArrayList<>();
    List<String> written = new ArrayList<>();
    Where where = Where.file(around.shown(proof));
    Path file = around.here().resolve(proof);
    try (Secrets secrets = keying.secrets()) {
      KeyRing ring = keying.ring(secrets, findings);
      Optional<X509Key> before = known(ring, old, findings);
      Optional<X509Key> after = known(ring, next, findings);
      if (before.isPresent() && after.isPresent() && !findings.hasErrors()) {
        Optional<byte[]> there =
            Files.exists(file)
                ? Optional.of(Succession.read(Files.readAllBytes(file)))
                : Optional.empty();
        byte[] made = KeySuccession.proof(there, before.get(), after.get());
        KeyExport.replace(file, Succession.text(made));
        written.add(around.shown(file));
        X509Key following = after.get().following(new Succession(made, Optional.empty()));
        String store = ring.spec(next, where, findings).orElseThrow().store().value();
        facts.add(KeyFacts.of(following, store, clock.instant()));
      }
    } catch (MalformedException e) {
      findings.add(
          KeyCode.Z0106,
          where,
          "The proof can't be extended: " + e.getMessage() + ".",
          "Name the proof of the older key, or another file.");
    }
    return Keying.answer("succeed", findings, facts, written, "");
  }

  private static Optional<X509Key> known(KeyRing ring, String name, Findings findings)
      throws IOException {
    Where where = Where.file("key " + name);
    Optional<SigningKey> key = ring.open(name, where, findings);
    Optional<X509Key> x509 = key.filter(X509Key.class::isInstance).map(X509Key.class::cast);
    Optional<String> why =
        x509.isPresent()
            ? PackageSignature.refused(x509.get())
            : key.map(k -> "phones take keys with a certificate");
    why.ifPresent(
        w ->
            findings.add(
                KeyCode.Z0114,
                where,
                "The key \"" + name + "\" isn't one for packages: " + w + ".",
                "Name keys that zugabe key new --for android made."));
    return x509;
  }

  /** Puts what was issued for a key into its store. */
  public Answer.Keys accept(String name, Path issued) throws IOException {
    Findings findings = new Findings();
    List<KeyFacts> facts = new ArrayList<>();
    List<String> written = new ArrayList<>();
    Where where = Where.file(around.shown(issued));
    try (Secrets secrets = keying.secrets()) {
      Optional<X509Key> key = x509(name, secrets, findings);
      Optional<List<X509Certificate>> chain = certificates(issued, where, findings);
      Optional<X509Key> accepted =
          key.isEmpty() || chain.isEmpty()
              ? Optional.empty()
              : KeyRequest.accepted(key.get(), chain.get(), where, findings);
      if (accepted.isPresent() && !findings.hasErrors()) {
        KeySpec spec = keying.ring(secrets, findings).spec(name, where, findings).orElseThrow();
        Secret secret = secrets.of(spec.password().value(), name, where, findings).orElseThrow();
        Path store = keying.book().folder().resolve(spec.store().value());
        KeyExport.replace(store, KeyRequest.store(accepted.get(), secret));
        written.add(around.shown(store));
        facts.add(KeyFacts.of(accepted.get(), spec.store().value(), clock.instant()));
      }
    }
    return Keying.answer("accept", findings, facts, written, "");
  }

  private Optional<List<X509Certificate>> certificates(Path file, Where where, Findings findings) {
    try {
      return Optional.of(Trust.read(Files.readAllBytes(around.here().resolve(file))));
    } catch (IOException e) {
      findings.add(
          KeyCode.Z0106,
          where,
          "It holds no certificate that can be read.",
          "Name the file that was issued, as PEM or DER.");
      return Optional.empty();
    }
  }

  /**
   * What is taken over from elsewhere.
   *
   * @param from its file
   * @param fromPassword where its password comes from
   * @param certificate file with its certificates, when they lie apart
   */
  public record Foreign(Path from, String fromPassword, Optional<Path> certificate) {}

  /** Takes a key over from another store. */
  public Answer.Keys take(String name, Foreign foreign, Optional<Path> store, String password)
      throws IOException {
    Findings findings = new Findings();
    Where where = Where.file(around.shown(foreign.from()));
    List<String> written = new ArrayList<>();
    byte[] bytes;
    try {
      bytes = Files.readAllBytes(around.here().resolve(foreign.from()));
    } catch (IOException e) {
      new KeyFile(around.shown(foreign.from()), new byte[0]).damaged(where, findings);
      return Keying.answer("import", findings, List.of(), written, "");
    }
    KeyFile file = new KeyFile(around.shown(foreign.from()), bytes);
    try (Secrets secrets = keying.secrets(around.here())) {
      boolean closed =
          !KeyImport.isText(bytes)
              || new String(bytes, StandardCharsets.ISO_8859_1).contains("ENCRYPTED");
      Optional<Secret> old =
          closed
              ? secrets.of(foreign.fromPassword(), "what is imported", where, findings)
              : Optional.of(Secret.of(new char[0]));
      Optional<Secret> secret = secrets.of(password, "the key \"" + name + "\"", where, findings);
      if (old.isEmpty() || secret.isEmpty()) {
        return Keying.answer("import", findings, List.of(), written, "");
      }
      Optional<SigningKey> key = foreign(name, foreign, file, old.get(), where, findings);
      if (key.isEmpty() || !Passwords.isGood(secret.get(), where.at("password"), findings)) {
        return Keying.answer("import", findings, List.of(), written, "");
      }
      byte[] made =
          key.get() instanceof X509Key x
              ? KeyRequest.store(new X509Key(name, name, x.hand(), x.chain()), secret.get())
              : KeyBackup.armoured((OpenPgpKey) key.get(), old.get(), secret.get());
      return kept("import", name, made, store, password, secret.get(), findings);
    }
  }

  private Optional<SigningKey> foreign(
      String name, Foreign foreign, KeyFile file, Secret old, Where where, Findings findings)
      throws IOException {
    if (file.isOpenPgp() || !KeyImport.isText(file.bytes())) {
      return file.open(name, Optional.empty(), old, where, findings);
    }
    List<byte[]> texts = new ArrayList<>(List.of(file.bytes()));
    if (foreign.certificate().isPresent()) {
      texts.add(Files.readAllBytes(around.here().resolve(foreign.certificate().get())));
    }
    return new KeyImport(name, old, where, findings).of(texts).map(k -> k);
  }

  /** Writes a store that wasn't there, proves that it opens, and names it in the recipe. */
  Answer.Keys kept(
      String action,
      String name,
      byte[] made,
      Optional<Path> store,
      String password,
      Secret secret,
      Findings findings)
      throws IOException {
    boolean open = new KeyFile("", made).isOpenPgp();
    Path to =
        store
            .map(around.here()::resolve)
            .orElse(keying.book().folder().resolve("keys").resolve(name + (open ? ".asc" : ".p12")))
            .normalize();
    Where where = Where.file(around.shown(to));
    Optional<SigningKey> key =
        new KeyFile(around.shown(to), made).open(name, Optional.empty(), secret, where, findings);
    if (key.isEmpty() || findings.hasErrors()) {
      return Keying.answer(action, findings, List.of(), List.of(), "");
    }
    try {
      KeyExport.writeStore(to, made);
    } catch (FileAlreadyExistsException e) {
      Keying.exists(where, findings);
      return Keying.answer(action, findings, List.of(), List.of(), "");
    }
    String line = KeyBook.line(name, keying.relative(to), keying.source(password));
    boolean known = keying.book().keys(new Findings()).containsKey(name);
    String lines = known || keying.book().add(name, line) ? "" : "keys:\n" + line + "\n";
    return Keying.answer(
        action,
        findings,
        List.of(KeyFacts.of(key.get(), around.shown(to), clock.instant())),
        List.of(around.shown(to)),
        lines);
  }
}
