package zugabe.core.keys;

import java.io.IOException;
import java.math.BigInteger;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.interfaces.ECPrivateKey;
import java.util.Map;
import org.bouncycastle.crypto.Digest;
import org.bouncycastle.crypto.params.ECPrivateKeyParameters;
import org.bouncycastle.crypto.signers.ECDSASigner;
import org.bouncycastle.crypto.signers.HMacDSAKCalculator;
import org.bouncycastle.crypto.signers.StandardDSAEncoding;
import org.bouncycastle.crypto.util.DigestFactory;
import org.bouncycastle.crypto.util.PrivateKeyFactory;

/**
 * ECDSA whose secret number follows from key and message (RFC 6979) instead of being drawn: the
 * same build is signed with the same bytes, and no bad random number gives the key away. Whoever
 * verifies sees no difference.
 */
final class RepeatableEcdsa {
  private static final String ENDING = "withECDSA";

  /** As signature algorithms begin, and as digests are called. */
  private static final Map<String, String> DIGESTS =
      Map.of("SHA256", "SHA-256", "SHA384", "SHA-384", "SHA512", "SHA-512");

  private RepeatableEcdsa() {}

  /** Whether an algorithm is one that this can do. */
  static boolean does(String algorithm) {
    return algorithm.endsWith(ENDING) && DIGESTS.containsKey(digest(algorithm));
  }

  private static String digest(String algorithm) {
    return algorithm.substring(0, algorithm.length() - ENDING.length());
  }

  /** A signature as X.509 and CMS have it (RFC 3279, section 2.2.3). */
  static byte[] sign(ECPrivateKey key, String algorithm, byte[] message)
      throws GeneralSecurityException {
    String digest = DIGESTS.get(digest(algorithm));
    byte[] hash = MessageDigest.getInstance(digest).digest(message);
    try {
      ECPrivateKeyParameters own =
          (ECPrivateKeyParameters) PrivateKeyFactory.createKey(key.getEncoded());
      ECDSASigner signer = new ECDSASigner(new HMacDSAKCalculator(secret(digest)));
      signer.init(true, own);
      BigInteger[] pair = signer.generateSignature(hash);
      return StandardDSAEncoding.INSTANCE.encode(own.getParameters().getN(), pair[0], pair[1]);
    } catch (IOException e) {
      throw new GeneralSecurityException(e.getMessage(), e);
    }
  }

  private static Digest secret(String digest) {
    return switch (digest) {
      case "SHA-256" -> DigestFactory.createSHA256();
      case "SHA-384" -> DigestFactory.createSHA384();
      default -> DigestFactory.createSHA512();
    };
  }
}
