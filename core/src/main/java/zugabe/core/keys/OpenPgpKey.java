package zugabe.core.keys;

import java.time.Instant;
import java.util.Optional;
import org.bouncycastle.openpgp.PGPPrivateKey;
import org.bouncycastle.openpgp.PGPPublicKey;
import org.bouncycastle.openpgp.PGPSecretKeyRing;

/**
 * An OpenPGP key (RFC 4880).
 *
 * @param ring primary key and subkeys
 * @param signer the one that signs: the newest subkey that may, else the primary key
 * @param open the same, with what is secret
 */
public record OpenPgpKey(
    String name, PGPSecretKeyRing ring, PGPPublicKey signer, PGPPrivateKey open)
    implements SigningKey {

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
