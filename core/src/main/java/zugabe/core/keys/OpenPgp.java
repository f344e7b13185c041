package zugabe.core.keys;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.time.Instant;
import java.util.Iterator;
import java.util.Optional;
import org.bouncycastle.bcpg.PublicKeyAlgorithmTags;
import org.bouncycastle.openpgp.PGPException;
import org.bouncycastle.openpgp.PGPPrivateKey;
import org.bouncycastle.openpgp.PGPPublicKey;
import org.bouncycastle.openpgp.PGPPublicKeyRing;
import org.bouncycastle.openpgp.PGPSecretKeyRing;
import org.bouncycastle.openpgp.PGPSignature;
import org.bouncycastle.openpgp.PGPUtil;
import org.bouncycastle.openpgp.operator.bc.BcKeyFingerprintCalculator;
import org.bouncycastle.openpgp.operator.bc.BcPBESecretKeyDecryptorBuilder;
import org.bouncycastle.openpgp.operator.bc.BcPGPDigestCalculatorProvider;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;

/** OpenPGP keys, read. */
public final class OpenPgp {
  private OpenPgp() {}

  static Optional<OpenPgpKey> open(
      KeyFile file, String name, Secret secret, Where where, Findings findings) {
    PGPSecretKeyRing ring;
    try (InputStream in = PGPUtil.getDecoderStream(new ByteArrayInputStream(file.bytes()))) {
      ring =
          UnreadableException.guard(
              () -> new PGPSecretKeyRing(in, new BcKeyFingerprintCalculator()));
    } catch (IOException | PGPException e) {
      file.damaged(where, findings);
      return Optional.empty();
    }
    try {
      return Optional.of(UnreadableException.guard(() -> open(ring, name, secret)));
    } catch (IOException e) {
      file.damaged(where, findings);
      return Optional.empty();
    } catch (PGPException e) {
      findings.add(
          KeyCode.Z0103,
          where,
          "The password doesn't open " + file.shown() + ".",
          "Check where the password comes from.");
      return Optional.empty();
    }
  }

  private static OpenPgpKey open(PGPSecretKeyRing ring, String name, Secret secret)
      throws PGPException {
    PGPPublicKeyRing open = ring.toCertificate();
    PGPPublicKey signer = signer(open);
    PGPPrivateKey signing =
        ring.getSecretKey(signer.getKeyID())
            .extractPrivateKey(
                new BcPBESecretKeyDecryptorBuilder(new BcPGPDigestCalculatorProvider())
                    .build(secret.chars()));
    OpenPgpKey.Own own = new OpenPgpKey.Own(ring, signing);
    return new OpenPgpKey(name, open, signer, Optional.of(own), Elsewhere.nobody());
  }

  /** A key whose secret part is elsewhere; nobody is named yet who signs with it. */
  static Optional<SigningKey> elsewhere(KeyFile file, String name, Where where, Findings findings) {
    try (InputStream in = PGPUtil.getDecoderStream(new ByteArrayInputStream(file.bytes()))) {
      PGPPublicKeyRing ring =
          UnreadableException.<PGPPublicKeyRing, IOException>guard(
              () -> new PGPPublicKeyRing(in, new BcKeyFingerprintCalculator()));
      return Optional.of(
          new OpenPgpKey(name, ring, signer(ring), Optional.empty(), Elsewhere.nobody()));
    } catch (IOException e) {
      file.damaged(where, findings);
      return Optional.empty();
    }
  }

  /** The newest subkey that may sign, else the primary key. */
  private static PGPPublicKey signer(PGPPublicKeyRing ring) {
    PGPPublicKey best = ring.getPublicKey();
    for (PGPPublicKey one : ring) {
      boolean newer = best.isMasterKey() || made(one).isAfter(made(best));
      if (!one.isMasterKey() && maySign(one) && newer) {
        best = one;
      }
    }
    return best;
  }

  private static Instant made(PGPPublicKey key) {
    return key.getCreationTime().toInstant();
  }

  /** Whether a subkey's binding lets it sign (section 5.2.3.21). */
  private static boolean maySign(PGPPublicKey key) {
    Iterator<PGPSignature> bindings = key.getSignaturesOfType(PGPSignature.SUBKEY_BINDING);
    while (bindings.hasNext()) {
      PGPSignature binding = bindings.next();
      if (binding.hasSubpackets()
          && (binding.getHashedSubPackets().getKeyFlags()
                  & org.bouncycastle.bcpg.sig.KeyFlags.SIGN_DATA)
              != 0) {
        return true;
      }
    }
    return false;
  }

  /** Algorithm and size of a key. */
  public static String strength(PGPPublicKey key) {
    return switch (key.getAlgorithm()) {
      case PublicKeyAlgorithmTags.EDDSA_LEGACY, PublicKeyAlgorithmTags.Ed25519 -> "Ed25519";
      case PublicKeyAlgorithmTags.ECDSA -> "EC, " + key.getBitStrength() + " bits";
      case PublicKeyAlgorithmTags.DSA -> "DSA, " + key.getBitStrength() + " bits";
      default -> "RSA, " + key.getBitStrength() + " bits";
    };
  }

  /** A key's fingerprint as gpg shows it. */
  public static String fingerprint(PGPPublicKey key) {
    return Fingerprints.groups(key.getFingerprint());
  }

  /** When a key ends; empty when it doesn't. */
  public static Optional<Instant> end(PGPPublicKey key) {
    long seconds = key.getValidSeconds();
    return seconds == 0
        ? Optional.empty()
        : Optional.of(key.getCreationTime().toInstant().plusSeconds(seconds));
  }
}
