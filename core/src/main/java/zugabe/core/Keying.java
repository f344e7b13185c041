package zugabe.core;

import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.core.answer.Answer;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.keys.KeyCode;
import zugabe.core.keys.KeyExport;
import zugabe.core.keys.KeyFacts;
import zugabe.core.keys.KeyFile;
import zugabe.core.keys.KeyRing;
import zugabe.core.keys.NewKey;
import zugabe.core.keys.Passwords;
import zugabe.core.keys.Secret;
import zugabe.core.keys.Secrets;
import zugabe.core.keys.SigningKey;
import zugabe.core.recipe.KeySpec;
import zugabe.core.sign.KeyProof;
import zugabe.core.work.Workers;

/** What a user can ask for about keys. */
public final class Keying {
  private final Surroundings around;
  private final KeyBook book;
  private final Secrets.Asking asking;
  private final Clock clock = Clock.systemUTC();

  Keying(Surroundings around, Optional<Path> recipe, Secrets.Asking asking) {
    this.around = around;
    this.book = new KeyBook(around, recipe);
    this.asking = asking;
  }

  /** Secrets by sources that are relative to a folder; helpers see none of the recipe's. */
  Secrets secrets(Path folder) throws IOException {
    return hiding(new Secrets(folder, around.environment(), asking));
  }

  private Secrets hiding(Secrets secrets) throws IOException {
    secrets.hide(book.keys(new Findings()).values());
    return secrets;
  }

  /** What can be asked about keys that come from elsewhere or go there. */
  public KeyTransfer transfer() {
    return new KeyTransfer(this);
  }

  KeyBook book() {
    return book;
  }

  Surroundings around() {
    return around;
  }

  KeyRing ring(Secrets secrets, Findings findings) throws IOException {
    return new KeyRing(book.folder(), book.keys(findings), secrets, clock.instant());
  }

  /** Secrets by sources that are relative to the recipe. */
  Secrets secrets() throws IOException {
    return secrets(book.folder());
  }

  /** The same, of which none has to be typed. */
  Secrets silent() {
    return new Secrets(book.folder(), around.environment(), Secrets.Asking.NOBODY);
  }

  /**
   * Makes a key.
   *
   * @param store its file; empty for what the recipe says, or one in the folder {@code keys}
   * @param password where its password comes from; empty for what the recipe says, or to ask
   * @param generated file that gets a new password; empty when there is one already
   */
  public Answer.Keys make(
      NewKey wish, Optional<Path> store, Optional<String> password, Optional<Path> generated)
      throws IOException {
    Findings findings = new Findings();
    Instant now = clock.instant();
    List<String> written = new ArrayList<>();
    String ending = wish.purpose() == zugabe.core.keys.Purpose.OPENPGP ? ".asc" : ".p12";
    Optional<KeySpec> said = book.said(wish.name());
    Path file =
        store
            .map(around.here()::resolve)
            .or(() -> said.map(k -> book.folder().resolve(k.store().value())))
            .orElse(book.folder().resolve("keys").resolve(wish.name() + ending))
            .normalize();
    Where where = Where.file(around.shown(file));
    if (Files.exists(file)) {
      exists(where, findings);
    }
    if (!wish.isFit(now, findings) || findings.hasErrors()) {
      return answer("new", findings, List.of(), written, "");
    }
    String source =
        generated
            .map(g -> "file:" + relative(around.here().resolve(g)))
            .or(() -> password)
            .or(() -> said.map(k -> ofRecipe(k.password().value())))
            .orElse("prompt");
    try (Secrets secrets = secrets(around.here())) {
      Optional<Secret> secret =
          generated.isPresent()
              ? generate(around.here().resolve(generated.get()), written, findings)
              : secrets.of(source, "the new key \"" + wish.name() + "\"", where, findings);
      boolean good =
          secret.isPresent()
              && Passwords.isGood(secret.get(), where.at("password"), findings)
              && isMeant(source, secret.get(), wish.name(), where, findings);
      if (!good) {
        return answer("new", findings, List.of(), written, "");
      }
      wish.write(file, secret.get(), now);
      written.add(around.shown(file));
      // what was written has to open again, and to sign
      KeyFile made = new KeyFile(around.shown(file), Files.readAllBytes(file));
      Optional<SigningKey> key =
          made.open(wish.name(), Optional.empty(), secret.get(), where, findings);
      String line = KeyBook.line(wish.name(), relative(file), source(source));
      boolean there = said.isPresent() && store.isEmpty() && password.isEmpty();
      String lines = there || book.add(wish.name(), line) ? "" : "keys:\n" + line + "\n";
      List<KeyFacts> facts =
          key.map(k -> List.of(KeyFacts.of(k, around.shown(file), now))).orElse(List.of());
      return answer("new", findings, facts, written, lines);
    } catch (FileAlreadyExistsException e) {
      exists(where, findings);
      return answer("new", findings, List.of(), written, "");
    }
  }

  static void exists(Where where, Findings findings) {
    findings.add(
        KeyCode.Z0112,
        where,
        "There is such a file already, and it may be a key.",
        "Name another one with --store; move the old one away if you are sure.");
  }

  /** A path as the recipe has it. */
  String relative(Path path) {
    Path absolute = around.here().resolve(path).normalize();
    return (absolute.startsWith(book.folder()) ? book.folder().relativize(absolute) : absolute)
        .toString()
        .replace('\\', '/');
  }

  /** A source that the recipe has, seen from here. */
  private String ofRecipe(String source) {
    return source.startsWith("file:")
        ? "file:" + book.folder().resolve(source.substring("file:".length()))
        : source;
  }

  /** A source as the recipe has it: paths in it are relative to the recipe there. */
  String source(String source) {
    return source.startsWith("file:")
        ? "file:" + relative(around.here().resolve(source.substring("file:".length())))
        : source;
  }

  /** A typed password is typed twice. */
  private boolean isMeant(
      String source, Secret secret, String name, Where where, Findings findings) {
    if (!source.equals("prompt")) {
      return true;
    }
    char[] again = asking.ask("The same once more for \"" + name + "\"").orElse(new char[0]);
    boolean same = java.util.Arrays.equals(again, secret.chars());
    java.util.Arrays.fill(again, '\0');
    if (!same) {
      findings.add(
          KeyCode.Z0101, where, "The two passwords differ.", "Start again, and type slowly.");
    }
    return same;
  }

  private Optional<Secret> generate(Path file, List<String> written, Findings findings)
      throws IOException {
    Secret secret = Passwords.generate(new SecureRandom());
    try {
      KeyExport.writeSecret(file, secret);
      written.add(around.shown(file));
      return Optional.of(secret);
    } catch (FileAlreadyExistsException e) {
      exists(Where.file(around.shown(file)), findings);
      return Optional.empty();
    }
  }

  static Answer.Keys answer(
      String action, Findings findings, List<KeyFacts> keys, List<String> written, String recipe) {
    return new Answer.Keys(findings.sorted(), action, keys, written, recipe);
  }

  /** Looks at keys of the recipe. */
  public Answer.Keys show(String action, List<String> names) throws IOException {
    Findings findings = new Findings();
    List<KeyFacts> facts = new ArrayList<>();
    try (Secrets secrets = secrets()) {
      KeyRing ring = ring(secrets, findings);
      for (String name : names.isEmpty() ? List.copyOf(ring.names()) : names) {
        Optional<SigningKey> key = ring.open(name, Where.file("key " + name), findings);
        if (key.isPresent()) {
          KeySpec spec = ring.spec(name, Where.file("key " + name), findings).orElseThrow();
          facts.add(KeyFacts.of(key.get(), spec.store().value(), clock.instant()));
        }
      }
    }
    return answer(action, findings, facts, List.of(), "");
  }

  /** Signs and verifies random bytes with keys of the recipe, tokens and helpers among them. */
  public Answer.Keys prove(List<String> names) throws IOException {
    Findings findings = new Findings();
    List<KeyFacts> facts = new ArrayList<>();
    try (Secrets secrets = secrets();
        Workers workers = Workers.of(around.jobs())) {
      KeyRing ring = ring(secrets, findings);
      for (String name : names.isEmpty() ? List.copyOf(ring.names()) : names) {
        Where where = Where.file("key " + name);
        Optional<SigningKey> key = ring.open(name, where, findings);
        if (key.isPresent() && KeyProof.of(key.get(), clock, workers, findings)) {
          String store = ring.spec(name, where, findings).orElseThrow().store().value();
          facts.add(KeyFacts.of(key.get(), store, clock.instant()));
        }
      }
    }
    return answer("prove", findings, facts, List.of(), "");
  }

  /** Writes what others need of a key: its certificates, or its public key. */
  public Answer.Keys exportCertificate(String name, Path to) throws IOException {
    Findings findings = new Findings();
    List<String> written = new ArrayList<>();
    try (Secrets secrets = secrets()) {
      KeyRing ring = ring(secrets, findings);
      Optional<SigningKey> key = ring.open(name, Where.file("key " + name), findings);
      if (key.isPresent()) {
        KeyExport.write(around.here().resolve(to), KeyExport.open(key.get()));
        written.add(around.shown(to));
      }
    }
    return answer("export", findings, List.of(), written, "");
  }
}
