package zugabe.core.keys;

import java.time.Instant;
import java.util.Optional;
import org.bouncycastle.openpgp.PGPPrivateKey;
import org.bouncycastle.openpgp.PGPPublicKey;
import org.bouncycastle.openpgp.PGPPublicKeyRing;
import org.bouncycastle.openpgp.PGPSecretKeyRing;

/**
 * An OpenPGP key (RFC 4880).
 *
 * @param ring what is public of primary key and subkeys
 * @param signer the one that signs: the newest subkey that may, else the primary key
 * @param own what is secret; empty when that is elsewhere
 * @param elsewhere who signs then
 */
public record OpenPgpKey(
    String name, PGPPublicKeyRing ring, PGPPublicKey signer, Optional<Own> own, Elsewhere elsewhere)
    implements SigningKey {

  /**
   * What is secret of a key.
   *
   * @param ring as it lies in its store, closed
   * @param signer the one that signs, open
   */
  public record Own(PGPSecretKeyRing ring, PGPPrivateKey signer) {}

  @Override
  public boolean isHere() {
    return own.isPresent();
  }

  @Override
  public OpenPgpKey by(Elsewhere other) {
    return new OpenPgpKey(name, ring, signer, Optional.empty(), other);
  }

  @Override
  public String subject() {
    return ring.getPublicKey().getUserIDs().hasNext()
        ? ring.getPublicKey().getUserIDs().next()
        : "";
  }

  @Override
  public String strength() {
    return OpenPgp.strength(signer);
  }

  @Override
  public String fingerprint() {
    return Fingerprints.groups(ring.getPublicKey().getFingerprint());
  }

  @Override
  public Instant from() {
    return ring.getPublicKey().getCreationTime().toInstant();
  }

  @Override
  public Optional<Instant> until() {
    return OpenPgp.end(ring.getPublicKey());
  }

  @Override
  public String toString() {
    return "key " + name + " of " + subject();
  }
}
