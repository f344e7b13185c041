package zugabe.core.keys;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Base64;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.Regex;

/** Somebody elsewhere who has a key, gets a digest and answers with its signature. */
public interface Elsewhere {
  /**
   * The signature of a digest, which nobody has checked yet.
   *
   * @param algorithm in the runtime's words, such as {@code SHA256withRSA}
   */
  byte[] signature(String algorithm, byte[] digest) throws IOException;

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

  /** Nobody: only what others need to verify is here. */
  static Elsewhere nobody() {
    return (algorithm, digest) -> {
      throw new Hand.NoSignatureException("only what is public of it is here");
    };
  }

  /**
   * Has the signatures that somebody made, in their order.
   *
   * @param asking whether the digest of the next one is asked for
   */
  static Elsewhere having(List<byte[]> signatures, boolean asking) {
    Iterator<byte[]> left = List.copyOf(signatures).iterator();
    return (algorithm, digest) -> {
      if (left.hasNext()) {
        return decoded(left.next());
      }
      if (asking) {
        throw new DigestException(algorithm, digest);
      }
      throw new Hand.NoSignatureException(
          "one more signature is needed than are given; --digest-out beside --signature-in"
              + " writes the next digest");
    };
  }

  /**
   * A helper that gets the digest on its standard input and answers with the signature, as bytes or
   * in Base64.
   *
   * @param environment without secrets
   */
  static Elsewhere helper(String line, Path folder, Map<String, String> environment) {
    return (algorithm, digest) -> {
      Map<String, String> told = new LinkedHashMap<>(environment);
      told.put("ZUGABE_SIGN_ALGORITHM", algorithm);
      return decoded(
          new Helper(line, folder, told, true)
              .answer(Optional.of(digest))
              .orElseThrow(() -> new Hand.NoSignatureException("the helper failed")));
    };
  }

  private static byte[] decoded(byte[] answer) {
    String text = new String(answer, StandardCharsets.ISO_8859_1).strip();
    return Regex.matches(text, "[A-Za-z0-9+/=\\s]{40,}")
        ? Base64.getMimeDecoder().decode(text)
        : answer;
  }
}
