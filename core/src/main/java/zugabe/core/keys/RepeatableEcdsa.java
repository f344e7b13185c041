package zugabe.core.keys;

import java.io.IOException;
import java.math.BigInteger;
import java.security.GeneralSecurityException;
import java.security.interfaces.ECPrivateKey;
import org.bouncycastle.crypto.Digest;
import org.bouncycastle.crypto.params.ECPrivateKeyParameters;
import org.bouncycastle.crypto.signers.ECDSASigner;
import org.bouncycastle.crypto.signers.HMacDSAKCalculator;
import org.bouncycastle.crypto.signers.StandardDSAEncoding;
import org.bouncycastle.crypto.util.DigestFactory;
import org.bouncycastle.crypto.util.PrivateKeyFactory;
import zugabe.bytes.Regex;

/**
 * ECDSA whose secret number follows from key and message (RFC 6979) instead of being drawn: the
 * same build is signed with the same bytes, and no bad random number gives the key away. Whoever
 * verifies sees no difference.
 */
final class RepeatableEcdsa {
  private RepeatableEcdsa() {}

  /** Whether an algorithm is one that this can do. */
  static boolean does(String algorithm) {
    return Regex.matches(algorithm, "SHA(256|384|512)withECDSA");
  }

  /**
   * A signature as X.509 and CMS have it (RFC 3279, section 2.2.3).
   *
   * @param digest of the message: SHA-256, SHA-384 or SHA-512
   */
  static byte[] sign(ECPrivateKey key, byte[] digest) throws GeneralSecurityException {
    try {
      ECPrivateKeyParameters own =
          (ECPrivateKeyParameters) PrivateKeyFactory.createKey(key.getEncoded());
      ECDSASigner signer = new ECDSASigner(new HMacDSAKCalculator(by(digest.length)));
      signer.init(true, own);
      BigInteger[] pair = signer.generateSignature(digest);
      return StandardDSAEncoding.INSTANCE.encode(own.getParameters().getN(), pair[0], pair[1]);
    } catch (IOException e) {
      throw new GeneralSecurityException(e.getMessage(), e);
    }
  }

  /** The secret number is derived by the digest that the message was digested by. */
  private static Digest by(int digestBytes) {
    return switch (digestBytes) {
      case 32 -> DigestFactory.createSHA256();
      case 48 -> DigestFactory.createSHA384();
      default -> DigestFactory.createSHA512();
    };
  }
}
