package zugabe.core.sign;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import org.bouncycastle.asn1.x509.AlgorithmIdentifier;
import org.bouncycastle.operator.ContentSigner;
import org.bouncycastle.operator.DefaultSignatureAlgorithmIdentifierFinder;
import zugabe.core.keys.X509Key;

/** Makes raw signatures with a key: the one step that needs what is secret. */
final class Signatory {
  private final X509Key key;

  Signatory(X509Key key) {
    this.key = key;
  }

  /** In the runtime's words. */
  String algorithm() {
    return switch (key.certificate().getPublicKey().getAlgorithm()) {
      case "EC" -> X509Key.bits(key.certificate()) > 256 ? "SHA384withECDSA" : "SHA256withECDSA";
      case "EdDSA", "Ed25519" -> "Ed25519";
      case "DSA" -> "SHA256withDSA";
      default -> "SHA256withRSA";
    };
  }

  /** Ending of a signature block in a jar (specification, "Digital Signatures"). */
  String blockEnding() {
    return switch (key.certificate().getPublicKey().getAlgorithm()) {
      case "RSA" -> "RSA";
      case "DSA" -> "DSA";
      default -> "EC";
    };
  }

  byte[] sign(byte[] message) throws IOException {
    return key.hand().sign(algorithm(), message);
  }

  /** For structures that a library puts together. */
  ContentSigner forLibrary() {
    AlgorithmIdentifier identifier =
        new DefaultSignatureAlgorithmIdentifierFinder().find(algorithm());
    ByteArrayOutputStream message = new ByteArrayOutputStream();
    return new ContentSigner() {
      @Override
      public AlgorithmIdentifier getAlgorithmIdentifier() {
        return identifier;
      }

      @Override
      public OutputStream getOutputStream() {
        message.reset();
        return message;
      }

      @Override
      public byte[] getSignature() {
        try {
          return sign(message.toByteArray());
        } catch (IOException e) {
          throw new UncheckedIOException(e);
        }
      }
    };
  }
}
