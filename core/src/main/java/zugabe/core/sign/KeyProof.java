package zugabe.core.sign;

import java.io.IOException;
import java.security.SecureRandom;
import java.time.Clock;
import java.util.List;
import zugabe.bytes.Content;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.keys.Hand;
import zugabe.core.keys.KeyExport;
import zugabe.core.keys.SigningKey;
import zugabe.core.keys.X509Key;
import zugabe.core.work.Workers;

/** Shows that a key signs, wherever it is: random bytes are signed, and that is verified. */
public final class KeyProof {
  private static final int BYTES = 64;

  private KeyProof() {}

  /** Whether it does; why not is in the findings. */
  public static boolean of(SigningKey key, Clock clock, Workers workers, Findings findings)
      throws IOException {
    byte[] random = new byte[BYTES];
    new SecureRandom().nextBytes(random);
    Content content = Content.of(random);
    String name = "key " + key.name();
    Where where = Where.file(name);
    Stamping none = new Stamping(List.of(), 0, clock, where, findings);
    try {
      byte[] signature = Beside.sign(content, key, none);
      Trust trust = Trust.ofSystem();
      if (key instanceof X509Key x509) {
        trust.add(List.of(x509.certificate()));
      } else {
        trust.addOpenPgp(KeyExport.open(key));
      }
      FileVerification.Signature beside =
          new FileVerification.Signature(name + Beside.ending(key), Content.of(signature));
      return new FileVerification(trust, clock.instant(), workers, findings)
          .of(name, content, List.of(beside))
          .whole();
    } catch (Hand.NoSignatureException e) {
      FileSigning.noSignature(key, e, where, findings);
      return false;
    }
  }
}
