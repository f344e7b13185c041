package zugabe.core.sign;

import zugabe.core.keys.SigningKey;
import zugabe.core.keys.X509Key;

/**
 * By whom something was signed.
 *
 * @param key its name in the recipe
 * @param form {@code in-jar}, {@code in-code}, {@code CMS} or {@code OpenPGP}
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

  /** A signature by a key. */
  public static SignedBy of(SigningKey key, String form, boolean stamped) {
    String algorithm =
        key instanceof X509Key x ? new Signatory(x).algorithm() : key.strength() + ", SHA-256";
    return new SignedBy(key.name(), form, key.subject(), algorithm, key.fingerprint(), stamped);
  }
}
