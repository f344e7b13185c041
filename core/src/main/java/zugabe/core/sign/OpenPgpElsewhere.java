package zugabe.core.sign;

import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.PublicKey;
import java.security.Signature;
import org.bouncycastle.asn1.DERNull;
import org.bouncycastle.asn1.nist.NISTObjectIdentifiers;
import org.bouncycastle.asn1.x509.AlgorithmIdentifier;
import org.bouncycastle.asn1.x509.DigestInfo;
import org.bouncycastle.bcpg.HashAlgorithmTags;
import org.bouncycastle.bcpg.PublicKeyAlgorithmTags;
import org.bouncycastle.jcajce.io.OutputStreamFactory;
import org.bouncycastle.jce.provider.BouncyCastleProvider;
import org.bouncycastle.openpgp.PGPException;
import org.bouncycastle.openpgp.PGPPrivateKey;
import org.bouncycastle.openpgp.operator.PGPContentSigner;
import org.bouncycastle.openpgp.operator.PGPContentSignerBuilder;
import org.bouncycastle.openpgp.operator.jcajce.JcaPGPKeyConverter;
import zugabe.bytes.Digests;
import zugabe.core.keys.Hand;
import zugabe.core.keys.OpenPgpKey;

/**
 * Signs with an OpenPGP key that somebody else has: he gets the digest of content and hashed
 * subpackets (RFC 4880, section 5.2.4), and what he answers is checked. For Ed25519 the digest is
 * the message.
 */
record OpenPgpElsewhere(OpenPgpKey key) implements PGPContentSignerBuilder {
  /** What stands for the private key, which isn't here. */
  PGPPrivateKey placeholder() {
    return new PGPPrivateKey(key.signer().getKeyID(), key.signer().getPublicKeyPacket(), null);
  }

  @Override
  public PGPContentSigner build(int type, PGPPrivateKey placeholder) {
    MessageDigest sum = Digests.sha256();
    return new PGPContentSigner() {
      private byte[] digest;

      @Override
      public OutputStream getOutputStream() {
        return OutputStreamFactory.createStream(sum);
      }

      @Override
      public byte[] getSignature() {
        try {
          return checked(getDigest(), key.elsewhere().signature(algorithm(), getDigest()));
        } catch (IOException e) {
          throw new UncheckedIOException(e);
        }
      }

      @Override
      public byte[] getDigest() {
        digest = digest == null ? sum.digest() : digest;
        return digest;
      }

      @Override
      public int getType() {
        return type;
      }

      @Override
      public int getHashAlgorithm() {
        return HashAlgorithmTags.SHA256;
      }

      @Override
      public int getKeyAlgorithm() {
        return key.signer().getAlgorithm();
      }

      @Override
      public long getKeyID() {
        return key.signer().getKeyID();
      }
    };
  }

  /** In the runtime's words. */
  private String algorithm() {
    return switch (key.signer().getAlgorithm()) {
      case PublicKeyAlgorithmTags.EDDSA_LEGACY, PublicKeyAlgorithmTags.Ed25519 -> "Ed25519";
      case PublicKeyAlgorithmTags.ECDSA -> "SHA256withECDSA";
      default -> "SHA256withRSA";
    };
  }

  private byte[] checked(byte[] digest, byte[] signature) throws IOException {
    BouncyCastleProvider provider = new BouncyCastleProvider();
    boolean rsa = algorithm().endsWith("RSA");
    String raw = rsa ? "NONEwithRSA" : algorithm().replace("SHA256", "NONE");
    try {
      PublicKey open = new JcaPGPKeyConverter().setProvider(provider).getPublicKey(key.signer());
      Signature verifying = Signature.getInstance(raw, provider);
      verifying.initVerify(open);
      verifying.update(rsa ? info(digest) : digest);
      if (verifying.verify(signature)) {
        return signature;
      }
    } catch (PGPException | GeneralSecurityException e) {
      throw new Hand.NoSignatureException("what was answered isn't a signature: " + e.getMessage());
    }
    throw new Hand.NoSignatureException("what was answered isn't a signature of this by this key");
  }

  /** The digest as RSA signs it (RFC 8017, section 9.2). */
  private static byte[] info(byte[] digest) throws IOException {
    AlgorithmIdentifier sha256 =
        new AlgorithmIdentifier(NISTObjectIdentifiers.id_sha256, DERNull.INSTANCE);
    return new DigestInfo(sha256, digest).getEncoded();
  }
}
