package zugabe.core.sign;

import zugabe.core.keys.SigningKey;
import zugabe.core.keys.X509Key;

/**
 * By whom something was signed.
 *
 * @param key its name in the recipe
 * @param form {@code in-jar}, {@code in-code}, {@code in-package}, {@code CMS} or {@code OpenPGP}
 * @param algorithm of the signature
 * @param stamped whether an authority vouches for the time
 */
public record SignedBy(
    String key,
    String form,
    String subject,
    String algorithm,
    String fingerprint,
    boolean stamped) {
  /** The form of a signature in a jar. */
  public static final String IN_JAR = "in-jar";

  /** The form of a signature in a program, cabinet or script. */
  public static final String IN_CODE = "in-code";

  /** The form of signatures in a package for phones. */
  public static final String IN_PACKAGE = "in-package";

  /** A signature by a key. */
  public static SignedBy of(SigningKey key, String form, boolean stamped) {
    String algorithm =
        key instanceof X509Key x ? new Signatory(x).algorithm() : key.strength() + ", SHA-256";
    return new SignedBy(key.name(), form, key.subject(), algorithm, key.fingerprint(), stamped);
  }

  /** A package for phones, which has no place for a timestamp. */
  public static SignedBy inPackage(X509Key key) {
    return new SignedBy(
        key.name(),
        IN_PACKAGE,
        key.subject(),
        PackageSignature.algorithm(key).signature(),
        key.fingerprint(),
        false);
  }
}
