package zugabe.core.keys;

import java.io.IOException;
import java.security.GeneralSecurityException;
import java.security.PublicKey;
import java.security.Signature;
import java.security.cert.X509Certificate;
import java.util.List;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.formats.certificate.DistinguishedName;

/** Whether a key and the certificates that lie with it belong together. */
final class Chains {
  private Chains() {}

  static boolean fit(X509Key key, Where where, Findings findings) {
    if (key.hand().own().isPresent() && !matches(key)) {
      findings.add(
          KeyCode.Z0106,
          where,
          "The certificate of \"" + key.subject() + "\" isn't for this private key.",
          "Take the certificate that was issued for the key's own request.");
      return false;
    }
    List<X509Certificate> chain = key.chain();
    for (int i = 0; i + 1 < chain.size(); i++) {
      if (!isIssuedBy(chain.get(i), chain.get(i + 1))) {
        findings.add(
            KeyCode.Z0106,
            where,
            "\""
                + DistinguishedName.of(chain.get(i).getSubjectX500Principal())
                + "\" wasn't issued by \""
                + DistinguishedName.of(chain.get(i + 1).getSubjectX500Principal())
                + "\", which follows it.",
            "Put each issuer's certificate behind the one that it issued.");
        return false;
      }
    }
    return true;
  }

  static boolean isIssuedBy(X509Certificate certificate, X509Certificate issuer) {
    try {
      certificate.verify(issuer.getPublicKey());
      return certificate.getIssuerX500Principal().equals(issuer.getSubjectX500Principal());
    } catch (GeneralSecurityException e) {
      return false;
    }
  }

  /** A signature of something shows it. */
  private static boolean matches(X509Key key) {
    try {
      PublicKey open = key.certificate().getPublicKey();
      byte[] some = {1, 2, 3};
      byte[] made = key.hand().sign(algorithm(open), some);
      Signature signature = Signature.getInstance(algorithm(open));
      signature.initVerify(open);
      signature.update(some);
      return signature.verify(made);
    } catch (GeneralSecurityException | IOException e) {
      return false;
    }
  }

  /** Signature algorithm for a key, in the runtime's words. */
  static String algorithm(PublicKey key) {
    return switch (key.getAlgorithm()) {
      case "EC" -> "SHA256withECDSA";
      case "EdDSA", "Ed25519" -> "Ed25519";
      case "DSA" -> "SHA256withDSA";
      default -> "SHA256withRSA";
    };
  }
}
