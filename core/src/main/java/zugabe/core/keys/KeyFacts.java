package zugabe.core.keys;

import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.MalformedException;
import zugabe.formats.apk.Rotation;

/**
 * What a key is, to be shown.
 *
 * @param store its file
 * @param fingerprints by who shows them
 * @param uses what it may sign: empty, or why not
 * @param follows keys that it follows by its proof of rotation, the oldest first, and itself
 */
public record KeyFacts(
    String name,
    String store,
    Who who,
    String strength,
    Span span,
    Map<String, String> fingerprints,
    Map<String, String> uses,
    List<String> follows) {
  /**
   * Whose it is, and who says so.
   *
   * @param issuer of the certificate; empty for one that it signed itself
   */
  public record Who(String subject, String issuer) {}

  /**
   * When it is valid.
   *
   * @param daysLeft whole days until it ends; empty when it doesn't
   */
  public record Span(Instant from, Optional<Instant> until, Optional<Long> daysLeft) {}

  /** Of an open key. */
  public static KeyFacts of(SigningKey key, String store, Instant now) {
    String issuer = key instanceof X509Key x && !x.isSelfSigned() ? x.issuer() : "";
    Map<String, String> fingerprints = new LinkedHashMap<>();
    if (key instanceof X509Key x) {
      fingerprints.putAll(Fingerprints.of(X509Key.encoded(x.certificate())));
    } else {
      fingerprints.put("OpenPGP (gpg, apt, rpm)", key.fingerprint());
    }
    Optional<Long> left = key.until().map(u -> KeyJudge.daysLeft(key, now));
    return new KeyFacts(
        key.name(),
        store,
        new Who(key.subject(), issuer),
        key.strength(),
        new Span(key.from(), key.until(), left),
        fingerprints,
        KeyJudge.uses(key),
        follows(key));
  }

  private static List<String> follows(SigningKey key) {
    List<String> all = new ArrayList<>();
    if (key instanceof X509Key x && x.succession().isPresent()) {
      try {
        for (Rotation.Level level : Rotation.decode(x.succession().get().proof()).levels()) {
          all.add("SHA-256 " + Fingerprints.sha256(level.certificate()));
        }
      } catch (MalformedException e) {
        all.add("a proof that can't be read");
      }
    }
    return all;
  }
}
