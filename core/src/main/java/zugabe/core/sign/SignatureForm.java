package zugabe.core.sign;

import zugabe.core.keys.KeyJudge;

/** Where a signature is. */
public enum SignatureForm {
  /** In a jar's {@code META-INF}, by a key with a certificate. */
  IN_JAR(KeyJudge.JARS),
  /** In a program for Windows, by a key with a certificate. */
  IN_CODE(KeyJudge.PROGRAMS),
  /** In a package for phones, by a key with a certificate. */
  IN_PACKAGE(KeyJudge.PACKAGES),
  /** In a file beside it: CMS by a key with a certificate, else OpenPGP. */
  BESIDE(KeyJudge.FILES);

  private final String use;

  SignatureForm(String use) {
    this.use = use;
  }

  /** Among what a key may sign ({@link KeyJudge#uses}). */
  public String use() {
    return use;
  }
}
