package zugabe.core.keys;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.math.BigInteger;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Date;
import org.bouncycastle.asn1.x9.ECNamedCurveTable;
import org.bouncycastle.bcpg.ArmoredOutputStream;
import org.bouncycastle.bcpg.HashAlgorithmTags;
import org.bouncycastle.bcpg.PublicKeyAlgorithmTags;
import org.bouncycastle.bcpg.PublicKeyPacket;
import org.bouncycastle.bcpg.SymmetricKeyAlgorithmTags;
import org.bouncycastle.bcpg.sig.KeyFlags;
import org.bouncycastle.crypto.AsymmetricCipherKeyPair;
import org.bouncycastle.crypto.generators.ECKeyPairGenerator;
import org.bouncycastle.crypto.generators.Ed25519KeyPairGenerator;
import org.bouncycastle.crypto.generators.RSAKeyPairGenerator;
import org.bouncycastle.crypto.params.ECKeyGenerationParameters;
import org.bouncycastle.crypto.params.ECNamedDomainParameters;
import org.bouncycastle.crypto.params.Ed25519KeyGenerationParameters;
import org.bouncycastle.crypto.params.RSAKeyGenerationParameters;
import org.bouncycastle.openpgp.PGPException;
import org.bouncycastle.openpgp.PGPKeyPair;
import org.bouncycastle.openpgp.PGPKeyRingGenerator;
import org.bouncycastle.openpgp.PGPPublicKey;
import org.bouncycastle.openpgp.PGPPublicKeyRing;
import org.bouncycastle.openpgp.PGPSecretKeyRing;
import org.bouncycastle.openpgp.PGPSignature;
import org.bouncycastle.openpgp.PGPSignatureSubpacketGenerator;
import org.bouncycastle.openpgp.PGPSignatureSubpacketVector;
import org.bouncycastle.openpgp.operator.PGPContentSignerBuilder;
import org.bouncycastle.openpgp.operator.bc.BcPBESecretKeyEncryptorBuilder;
import org.bouncycastle.openpgp.operator.bc.BcPGPContentSignerBuilder;
import org.bouncycastle.openpgp.operator.bc.BcPGPDigestCalculatorProvider;
import org.bouncycastle.openpgp.operator.bc.BcPGPKeyPair;

/** Makes OpenPGP keys of version 4: a primary key that vouches, and a subkey that signs. */
final class NewOpenPgp {
  /** Rounds of deriving a key from the password: the most that the coded count has (3.7.1.3). */
  private static final int MOST_ROUNDS = 0xFF;

  private static final BigInteger EXPONENT = BigInteger.valueOf(0x10001);
  private static final int CERTAINTY = 112;

  private final SecureRandom random;
  private final Purpose.Strength strength;
  private final Date made;

  NewOpenPgp(Purpose.Strength strength, Instant now, SecureRandom random) {
    this.strength = strength;
    this.random = random;
    this.made = Date.from(now.truncatedTo(ChronoUnit.SECONDS));
  }

  /** The secret key in armour, closed with the secret. */
  byte[] armoured(String user, Instant until, Secret secret) throws IOException {
    try {
      return armour(ring(user, until, secret));
    } catch (PGPException e) {
      throw new IOException("the key can't be put together: " + e.getMessage(), e);
    }
  }

  static byte[] armour(PGPSecretKeyRing ring) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ArmoredOutputStream armour = plain(out)) {
      ring.encode(armour);
    }
    return out.toByteArray();
  }

  /** The public key in armour. */
  static byte[] armour(PGPPublicKeyRing ring) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ArmoredOutputStream armour = plain(out)) {
      ring.encode(armour);
    }
    return out.toByteArray();
  }

  /** Without the name of a program in it. */
  static ArmoredOutputStream plain(ByteArrayOutputStream out) {
    return ArmoredOutputStream.builder().clearHeaders().build(out);
  }

  private PGPSecretKeyRing ring(String user, Instant until, Secret secret) throws PGPException {
    long seconds = Duration.between(made.toInstant(), until).toSeconds();
    PGPKeyPair primary = pair();
    BcPGPDigestCalculatorProvider digests = new BcPGPDigestCalculatorProvider();
    PGPKeyRingGenerator ring =
        new PGPKeyRingGenerator(
            PGPSignature.POSITIVE_CERTIFICATION,
            primary,
            user,
            digests.get(HashAlgorithmTags.SHA1),
            said(KeyFlags.CERTIFY_OTHER | KeyFlags.SIGN_DATA, seconds),
            null,
            signer(primary.getPublicKey()),
            new BcPBESecretKeyEncryptorBuilder(
                    SymmetricKeyAlgorithmTags.AES_256,
                    digests.get(HashAlgorithmTags.SHA256),
                    MOST_ROUNDS)
                .setSecureRandom(random)
                .build(secret.chars()));
    PGPKeyPair sub = pair();
    ring.addSubKey(sub, said(KeyFlags.SIGN_DATA, seconds), null, signer(sub.getPublicKey()));
    return ring.generateSecretKeyRing();
  }

  private static PGPContentSignerBuilder signer(PGPPublicKey key) {
    return new BcPGPContentSignerBuilder(key.getAlgorithm(), HashAlgorithmTags.SHA256);
  }

  private static PGPSignatureSubpacketVector said(int flags, long seconds) {
    PGPSignatureSubpacketGenerator said = new PGPSignatureSubpacketGenerator();
    said.setKeyFlags(false, flags);
    said.setKeyExpirationTime(false, seconds);
    said.setPreferredHashAlgorithms(
        false, new int[] {HashAlgorithmTags.SHA512, HashAlgorithmTags.SHA256});
    return said.generate();
  }

  private PGPKeyPair pair() throws PGPException {
    return switch (strength) {
      case ED25519 -> {
        Ed25519KeyPairGenerator pairs = new Ed25519KeyPairGenerator();
        pairs.init(new Ed25519KeyGenerationParameters(random));
        yield pair(PublicKeyAlgorithmTags.EDDSA_LEGACY, pairs.generateKeyPair());
      }
      case EC_P256, EC_P384 -> {
        ECKeyPairGenerator pairs = new ECKeyPairGenerator();
        String curve = strength == Purpose.Strength.EC_P256 ? "P-256" : "P-384";
        pairs.init(
            new ECKeyGenerationParameters(
                new ECNamedDomainParameters(
                    ECNamedCurveTable.getOID(curve), ECNamedCurveTable.getByName(curve)),
                random));
        yield pair(PublicKeyAlgorithmTags.ECDSA, pairs.generateKeyPair());
      }
      default -> {
        RSAKeyPairGenerator pairs = new RSAKeyPairGenerator();
        pairs.init(new RSAKeyGenerationParameters(EXPONENT, random, strength.bits(), CERTAINTY));
        yield pair(PublicKeyAlgorithmTags.RSA_GENERAL, pairs.generateKeyPair());
      }
    };
  }

  private PGPKeyPair pair(int algorithm, AsymmetricCipherKeyPair keys) throws PGPException {
    return new BcPGPKeyPair(PublicKeyPacket.VERSION_4, algorithm, keys, made);
  }
}
