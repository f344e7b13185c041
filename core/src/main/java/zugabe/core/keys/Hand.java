package zugabe.core.keys;

import java.io.IOException;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.PrivateKey;
import java.security.Provider;
import java.security.Signature;
import java.security.cert.X509Certificate;
import java.security.interfaces.ECPrivateKey;
import java.util.Optional;
import zugabe.bytes.Regex;

/**
 * What makes raw signatures with a key: the runtime where the key is here, a token, or somebody
 * elsewhere who gets a digest and answers with a signature.
 */
public interface Hand {
  /**
   * Signs.
   *
   * @param algorithm in the runtime's words, such as {@code SHA256withRSA}
   */
  byte[] sign(String algorithm, byte[] message) throws IOException;

  /** The key itself; empty when it is elsewhere. */
  default Optional<PrivateKey> own() {
    return Optional.empty();
  }

  /** A signature isn't to be had. */
  final class NoSignatureException extends IOException {
    private static final long serialVersionUID = 1;

    /**
     * @param message why not
     */
    public NoSignatureException(String message) {
      super(message);
    }
  }

  /** A key that is here, or on a token of this machine. */
  static Hand own(PrivateKey key, Optional<Provider> provider) {
    return new Hand() {
      @Override
      public byte[] sign(String algorithm, byte[] message) throws IOException {
        try {
          if (provider.isEmpty()
              && key instanceof ECPrivateKey own
              && key.getEncoded() != null
              && RepeatableEcdsa.does(algorithm)) {
            return RepeatableEcdsa.sign(own, digest(algorithm, message));
          }
          Signature signature =
              provider.isPresent()
                  ? Signature.getInstance(algorithm, provider.get())
                  : Signature.getInstance(algorithm);
          signature.initSign(key);
          signature.update(message);
          return signature.sign();
        } catch (GeneralSecurityException e) {
          throw new NoSignatureException("the key can't sign: " + e.getMessage());
        }
      }

      @Override
      public Optional<PrivateKey> own() {
        return Optional.of(key);
      }
    };
  }

  /** A key that a token doesn't let go. */
  static Hand token(Hand hand) {
    return new Hand() {
      @Override
      public byte[] sign(String algorithm, byte[] message) throws IOException {
        return hand.sign(algorithm, message);
      }
    };
  }

  /** Somebody elsewhere; what he answers is checked. */
  static Hand of(Elsewhere elsewhere, X509Certificate certificate) {
    return (algorithm, message) ->
        checked(
            certificate,
            algorithm,
            message,
            elsewhere.signature(algorithm, digest(algorithm, message)));
  }

  private static byte[] digest(String algorithm, byte[] message) throws IOException {
    if (!Regex.matches(algorithm, "SHA(256|384|512)with.*")) {
      throw new NoSignatureException(algorithm + " doesn't sign digests");
    }
    String name = "SHA-" + algorithm.substring(3, 6);
    try {
      return MessageDigest.getInstance(name).digest(message);
    } catch (GeneralSecurityException e) {
      throw new IllegalStateException("every runtime has " + name, e);
    }
  }

  private static byte[] checked(
      X509Certificate certificate, String algorithm, byte[] message, byte[] signature)
      throws IOException {
    try {
      Signature verifying = Signature.getInstance(algorithm);
      verifying.initVerify(certificate.getPublicKey());
      verifying.update(message);
      if (verifying.verify(signature)) {
        return signature;
      }
    } catch (GeneralSecurityException e) {
      throw new NoSignatureException("what was answered isn't a signature: " + e.getMessage());
    }
    throw new NoSignatureException("what was answered isn't a signature of this by this key");
  }
}
