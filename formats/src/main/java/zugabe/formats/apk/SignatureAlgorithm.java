package zugabe.formats.apk;

import java.security.spec.AlgorithmParameterSpec;
import java.security.spec.MGF1ParameterSpec;
import java.security.spec.PSSParameterSpec;
import java.util.Arrays;
import java.util.Optional;

/**
 * Algorithms of signers ("APK Signature Scheme v2", "Signature Algorithm IDs"). Those with a tree
 * digest the content in pages, as file systems do that verify what they read.
 */
public enum SignatureAlgorithm {
  RSA_PSS_SHA256(0x0101, "SHA-256", "RSASSA-PSS", "RSA", false),
  RSA_PSS_SHA512(0x0102, "SHA-512", "RSASSA-PSS", "RSA", false),
  RSA_SHA256(0x0103, "SHA-256", "SHA256withRSA", "RSA", false),
  RSA_SHA512(0x0104, "SHA-512", "SHA512withRSA", "RSA", false),
  ECDSA_SHA256(0x0201, "SHA-256", "SHA256withECDSA", "EC", false),
  ECDSA_SHA512(0x0202, "SHA-512", "SHA512withECDSA", "EC", false),
  DSA_SHA256(0x0301, "SHA-256", "SHA256withDSA", "DSA", false),
  RSA_SHA256_TREE(0x0421, "SHA-256", "SHA256withRSA", "RSA", true),
  ECDSA_SHA256_TREE(0x0423, "SHA-256", "SHA256withECDSA", "EC", true),
  DSA_SHA256_TREE(0x0425, "SHA-256", "SHA256withDSA", "DSA", true);

  private static final int SHA256_BYTES = 32;
  private static final int SHA512_BYTES = 64;

  private final long id;
  private final String digest;
  private final String signature;
  private final String key;
  private final boolean tree;

  SignatureAlgorithm(long id, String digest, String signature, String key, boolean tree) {
    this.id = id;
    this.digest = digest;
    this.signature = signature;
    this.key = key;
    this.tree = tree;
  }

  public long id() {
    return id;
  }

  /** The digest of the content, as runtimes call it. */
  public String digest() {
    return digest;
  }

  /** The signature, as runtimes call it. */
  public String signature() {
    return signature;
  }

  /** The algorithm of keys that make it. */
  public String key() {
    return key;
  }

  /** Whether content is digested in pages. */
  public boolean isTree() {
    return tree;
  }

  /** What a runtime has to be told beside the name. */
  public Optional<AlgorithmParameterSpec> parameters() {
    if (!signature.equals("RSASSA-PSS")) {
      return Optional.empty();
    }
    MGF1ParameterSpec mask =
        digest.equals("SHA-256") ? MGF1ParameterSpec.SHA256 : MGF1ParameterSpec.SHA512;
    int salt = digest.equals("SHA-256") ? SHA256_BYTES : SHA512_BYTES;
    return Optional.of(
        new PSSParameterSpec(digest, "MGF1", mask, salt, PSSParameterSpec.TRAILER_FIELD_BC));
  }

  /** The algorithm of an identifier; empty for one that isn't known. */
  public static Optional<SignatureAlgorithm> of(long id) {
    return Arrays.stream(values()).filter(a -> a.id == id).findFirst();
  }
}
