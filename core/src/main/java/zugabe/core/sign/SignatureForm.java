package zugabe.core.sign;

/** Where a signature is. */
public enum SignatureForm {
  /** In a jar's {@code META-INF}, by a key with a certificate. */
  IN_JAR,
  /** In a file beside it: CMS by a key with a certificate, else OpenPGP. */
  BESIDE
}
