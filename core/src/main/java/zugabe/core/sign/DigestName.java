package zugabe.core.sign;

import java.util.Map;
import java.util.Optional;

/** Digests by their object identifiers, in the runtime's words. */
final class DigestName {
  static final String SHA256 = "2.16.840.1.101.3.4.2.1";
  static final String SHA384 = "2.16.840.1.101.3.4.2.2";

  /** Those that count. */
  private static final Map<String, String> STRONG =
      Map.of(
          SHA256,
          "SHA-256",
          SHA384,
          "SHA-384",
          "2.16.840.1.101.3.4.2.3",
          "SHA-512",
          "2.16.840.1.101.3.4.2.8",
          "SHA3-256",
          "2.16.840.1.101.3.4.2.9",
          "SHA3-384",
          "2.16.840.1.101.3.4.2.10",
          "SHA3-512");

  /** Those that only tell what has changed. */
  private static final Map<String, String> WEAK =
      Map.of(
          "1.2.840.113549.2.5", "MD5",
          "1.3.14.3.2.26", "SHA-1",
          "2.16.840.1.101.3.4.2.4", "SHA-224");

  private DigestName() {}

  /** One that counts; empty for others. */
  static Optional<String> strong(String identifier) {
    return Optional.ofNullable(STRONG.get(identifier));
  }

  /** One that is known, weak ones as well. */
  static Optional<String> known(String identifier) {
    return strong(identifier).or(() -> Optional.ofNullable(WEAK.get(identifier)));
  }
}
