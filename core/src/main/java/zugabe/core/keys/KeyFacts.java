package zugabe.core.keys;

import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/**
 * What a key is, to be shown.
 *
 * @param store its file
 * @param fingerprints by who shows them
 * @param uses what it may sign: empty, or why not
 */
public record KeyFacts(
    String name,
    String store,
    Who who,
    String strength,
    Span span,
    Map<String, String> fingerprints,
    Map<String, String> uses) {
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
        KeyJudge.uses(key));
  }
}
