package zugabe.core.keys;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** What a key is to sign, which decides what it has to be like. */
public enum Purpose {
  JAVA(
      Strength.RSA_3072,
      10,
      "Every Java runtime since 8 verifies RSA with SHA-256; 3072 bits last beyond 2030 (NIST SP"
          + " 800-57)."),
  ANDROID(
      Strength.RSA_4096,
      30,
      "All updates need this key: stores want it valid after 22 October 2033, for 25 years and"
          + " more; RSA is read by every version."),
  WINDOWS(
      Strength.RSA_3072,
      3,
      "A certificate that others trust is issued for up to 3 years, and for RSA of 3072 bits and"
          + " more."),
  APPLE(
      Strength.RSA_2048,
      5,
      "Requests for certificates are taken for RSA of 2048 bits; certificates last up to 5 years."),
  OPENPGP(
      Strength.RSA_3072,
      3,
      "Every gpg, rpm and apt verifies RSA; the key's end can be moved while the key is there.");

  /** Algorithms and sizes, strong enough for new keys. */
  public enum Strength {
    RSA_2048("rsa-2048", "RSA", 2048),
    RSA_3072("rsa-3072", "RSA", 3072),
    RSA_4096("rsa-4096", "RSA", 4096),
    EC_P256("ec-p256", "EC", 256),
    EC_P384("ec-p384", "EC", 384),
    ED25519("ed25519", "Ed25519", 256);

    private final String word;
    private final String algorithm;
    private final int bits;

    Strength(String word, String algorithm, int bits) {
      this.word = word;
      this.algorithm = algorithm;
      this.bits = bits;
    }

    /** As users write it. */
    public String word() {
      return word;
    }

    String algorithm() {
      return algorithm;
    }

    int bits() {
      return bits;
    }

    /** By its word. */
    public static Optional<Strength> of(String word) {
      return Arrays.stream(values()).filter(s -> s.word.equals(word)).findFirst();
    }

    /** All words. */
    public static List<String> words() {
      return Arrays.stream(values()).map(Strength::word).toList();
    }
  }

  private final Strength strength;
  private final int years;
  private final String reason;

  Purpose(Strength strength, int years, String reason) {
    this.strength = strength;
    this.years = years;
    this.reason = reason;
  }

  /** As users write it. */
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }

  /** What a key for it is unless somebody says otherwise. */
  public Strength strength() {
    return strength;
  }

  /** How long a key for it is valid unless somebody says otherwise. */
  public int years() {
    return years;
  }

  /** Why, in a sentence. */
  public String reason() {
    return reason;
  }

  /** By its word. */
  public static Optional<Purpose> of(String word) {
    return Arrays.stream(values()).filter(p -> p.word().equals(word)).findFirst();
  }

  /** All words. */
  public static List<String> words() {
    return Arrays.stream(values()).map(Purpose::word).toList();
  }
}
