package zugabe.core.keys;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.finding.Nearest;
import zugabe.core.finding.Where;
import zugabe.core.recipe.KeySpec;

/** The keys of a recipe, opened when they are asked for; each secret is asked for once. */
public final class KeyRing {
  private static final int MOST_BYTES = 4 << 20;

  private final Path folder;
  private final Map<String, KeySpec> specs;
  private final Secrets secrets;
  private final Instant now;
  private final Map<String, Optional<SigningKey>> open = new LinkedHashMap<>();

  /**
   * @param folder that stores are relative to
   */
  public KeyRing(Path folder, Map<String, KeySpec> specs, Secrets secrets, Instant now) {
    this.folder = folder;
    this.specs = specs;
    this.secrets = secrets;
    this.now = now;
    secrets.hide(specs.values());
  }

  /** The names of all keys. */
  public java.util.Set<String> names() {
    return specs.keySet();
  }

  /** What the recipe says of a key; empty when it has none of that name, which is a finding. */
  public Optional<KeySpec> spec(String name, Where where, Findings findings) {
    KeySpec spec = specs.get(name);
    if (spec == null) {
      findings.add(
          KeyCode.Z0105,
          where,
          "There is no key \"" + name + "\" in the recipe, or without one in the folder keys.",
          specs.isEmpty()
              ? "Make one: zugabe key new " + name + "."
              : Nearest.hint(name, specs.keySet()));
    }
    return Optional.ofNullable(spec);
  }

  /** Opens a key; empty when it can't be, which is in the findings. */
  public Optional<SigningKey> open(String name, Where where, Findings findings) throws IOException {
    if (!open.containsKey(name)) {
      Optional<KeySpec> spec = spec(name, where, findings);
      // one that follows itself finds nothing
      open.put(name, Optional.empty());
      Optional<SigningKey> key =
          spec.isEmpty() ? Optional.empty() : open(name, spec.get(), findings);
      open.put(
          name,
          key.isPresent() && key.get() instanceof X509Key x
              ? Optional.of(following(x, spec.get(), findings))
              : key);
    }
    return open.get(name);
  }

  private X509Key following(X509Key key, KeySpec spec, Findings findings) throws IOException {
    if (spec.proof().isEmpty()) {
      return key;
    }
    Located<String> file = spec.proof().get();
    Optional<SigningKey> older =
        spec.follows().isEmpty()
            ? Optional.empty()
            : open(spec.follows().get().value(), spec.follows().get().where(), findings);
    try {
      byte[] proof = Succession.read(Files.readAllBytes(folder.resolve(file.value())));
      return key.following(
          new Succession(proof, older.filter(X509Key.class::isInstance).map(X509Key.class::cast)));
    } catch (IOException e) {
      findings.add(
          KeyCode.Z0106,
          file.where(),
          file.value() + " isn't a proof of rotation that can be read.",
          "Make it: zugabe key succeed OLD NEW --proof FILE.");
      return key;
    }
  }

  private Optional<SigningKey> open(String name, KeySpec spec, Findings findings)
      throws IOException {
    if (Token.is(spec.store().value())) {
      return token(name, spec, findings);
    }
    Optional<KeyFile> file = file(spec, findings);
    if (file.isEmpty()) {
      return Optional.empty();
    }
    if (file.get().isPublic()) {
      Optional<SigningKey> key =
          file.get().elsewhere(name, spec.store().where(), findings).map(k -> helped(k, spec));
      key.ifPresent(k -> KeyJudge.look(k, now, spec.store().where(), findings));
      return key;
    }
    Optional<Secret> secret = secret(name, spec, findings);
    if (secret.isEmpty()) {
      return Optional.empty();
    }
    Optional<SigningKey> key =
        file.get()
            .open(
                name,
                spec.alias().map(Located::value),
                secret.get(),
                spec.store().where(),
                findings);
    key.ifPresent(k -> KeyJudge.look(k, now, spec.store().where(), findings));
    return key;
  }

  private Optional<SigningKey> token(String name, KeySpec spec, Findings findings)
      throws IOException {
    Where where = spec.store().where();
    Optional<Secret> pin = secret(name, spec, findings);
    Optional<SigningKey> key =
        pin.isEmpty()
            ? Optional.empty()
            : new Token(spec.store().value())
                .open(name, spec.alias().map(Located::value), pin.get(), where, findings);
    key.ifPresent(k -> KeyJudge.look(k, now, where, findings));
    return key;
  }

  private Optional<Secret> secret(String name, KeySpec spec, Findings findings) throws IOException {
    return secrets.of(
        spec.password().value(), "the key \"" + name + "\"", spec.password().where(), findings);
  }

  private SigningKey helped(SigningKey key, KeySpec spec) {
    return spec.helper()
        .map(h -> key.by(Elsewhere.helper(h.value(), folder, secrets.plainEnvironment())))
        .orElse(key);
  }

  /** A key's store, as it lies there. */
  public Optional<KeyFile> file(KeySpec spec, Findings findings) {
    String store = spec.store().value();
    Path path = folder.resolve(store);
    try {
      if (Files.size(path) <= MOST_BYTES) {
        return Optional.of(new KeyFile(store, Files.readAllBytes(path)));
      }
      new KeyFile(store, new byte[0]).damaged(spec.store().where(), findings);
    } catch (IOException e) {
      findings.add(
          KeyCode.Z0104,
          spec.store().where(),
          "There is no file " + store + " that can be read.",
          "Check the path, or restore the key from its backup.");
    }
    return Optional.empty();
  }
}
