package zugabe.core.keys;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InterruptedIOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.PrivateKey;
import java.security.Provider;
import java.security.Signature;
import java.security.cert.X509Certificate;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
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

    NoSignatureException(String message) {
      super(message);
    }
  }

  /** The digest of what is signed, which isn't signed yet. */
  final class DigestException extends IOException {
    private static final long serialVersionUID = 1;
    private final transient byte[] digest;
    private final String algorithm;

    DigestException(String algorithm, byte[] digest) {
      super("a signature of this digest is wanted");
      this.digest = digest;
      this.algorithm = algorithm;
    }

    /** The digest. */
    public byte[] digest() {
      return digest.clone();
    }

    /** How it is to be signed. */
    public String algorithm() {
      return algorithm;
    }
  }

  /** A key that is here, or on a token of this machine. */
  static Hand own(PrivateKey key, Optional<Provider> provider) {
    return new Hand() {
      @Override
      public byte[] sign(String algorithm, byte[] message) throws IOException {
        try {
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

  /** Nobody: there is only the certificate. */
  static Hand nobody() {
    return (algorithm, message) -> {
      throw new NoSignatureException("there is only its certificate here");
    };
  }

  /** Asks for the digest only. */
  static Hand asking() {
    return (algorithm, message) -> {
      throw new DigestException(algorithm, digest(algorithm, message));
    };
  }

  /** Has a signature that somebody made elsewhere. */
  static Hand having(byte[] signature, X509Certificate certificate) {
    return (algorithm, message) -> checked(certificate, algorithm, message, decoded(signature));
  }

  /**
   * A helper that gets the digest on its standard input and answers with the signature, as bytes or
   * in Base64.
   *
   * @param environment without secrets
   */
  static Hand helper(
      String line, Path folder, Map<String, String> environment, X509Certificate certificate) {
    return (algorithm, message) ->
        checked(
            certificate,
            algorithm,
            message,
            decoded(ask(line, folder, environment, algorithm, digest(algorithm, message))));
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

  private static byte[] decoded(byte[] answer) {
    String text = new String(answer, StandardCharsets.ISO_8859_1).strip();
    return Regex.matches(text, "[A-Za-z0-9+/=\\s]{40,}")
        ? Base64.getMimeDecoder().decode(text)
        : answer;
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

  private static byte[] ask(
      String line, Path folder, Map<String, String> environment, String algorithm, byte[] digest)
      throws IOException {
    boolean windows = java.io.File.separatorChar == '\\';
    ProcessBuilder builder =
        new ProcessBuilder(
            windows ? List.of("cmd.exe", "/c", line) : List.of("/bin/sh", "-c", line));
    builder.directory(folder.toFile());
    builder.environment().clear();
    builder.environment().putAll(environment);
    builder.environment().put("ZUGABE_SIGN_ALGORITHM", algorithm);
    builder.redirectError(ProcessBuilder.Redirect.INHERIT);
    Process process = builder.start();
    try (InputStream in = process.getInputStream()) {
      try (OutputStream out = process.getOutputStream()) {
        out.write(digest);
      } catch (IOException e) {
        // one that doesn't read it answers anyway, and is judged by that
        process.getOutputStream().close();
      }
      ByteArrayOutputStream answer = new ByteArrayOutputStream();
      in.transferTo(answer);
      if (!process.waitFor(120, TimeUnit.SECONDS) || process.exitValue() != 0) {
        throw new NoSignatureException("the helper failed");
      }
      return answer.toByteArray();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new InterruptedIOException("interrupted");
    } finally {
      process.destroyForcibly();
    }
  }
}
