package zugabe.core.materials;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.cert.CertificateException;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import java.time.format.DateTimeFormatter;
import java.util.Optional;
import zugabe.bytes.Access;
import zugabe.bytes.Regex;
import zugabe.formats.certificate.DistinguishedName;

/**
 * Certificates (RFC 5280), their text form (RFC 7468), key stores (RFC 7292 and the two of Java's
 * own) and private keys. Nothing is decrypted, and of keys nothing is told but that they are there.
 */
final class KeyLook {
  private static final long MAX_BYTES = 1 << 20;

  private KeyLook() {}

  static Optional<Recognition> of(byte[] start, Access access) throws IOException {
    if (Recogniser.starts(start, "\u00fe\u00ed\u00fe\u00ed")) {
      return Optional.of(Recognition.of(Nature.KEY_STORE, "JKS"));
    }
    if (Recogniser.starts(start, "\u00ce\u00ce\u00ce\u00ce")) {
      return Optional.of(Recognition.of(Nature.KEY_STORE, "JCEKS"));
    }
    if (start.length > 30 && start[0] == 0x30 && (start[1] & 0x80) != 0) {
      return der(start, access);
    }
    String text = new String(start, StandardCharsets.ISO_8859_1);
    int at = text.indexOf("-----BEGIN ");
    // explanations may stand before it
    return at < 0 || (!text.startsWith("-----") && text.indexOf("\n-----BEGIN ") < 0)
        ? Optional.empty()
        : pem(text.substring(at), access);
  }

  private static Optional<Recognition> pem(String text, Access access) throws IOException {
    if (Regex.matches(text, "(?s)-----BEGIN ([A-Z0-9]+ )*PRIVATE KEY( BLOCK)?-----.*")) {
      String label = text.substring(11, text.indexOf("-----", 11));
      return Optional.of(
          Recognition.of(Nature.PRIVATE_KEY, label.startsWith("PGP") ? "OpenPGP" : "PEM")
              .with(
                  "protected",
                  label.startsWith("ENCRYPTED") || text.contains("Proc-Type: 4,ENCRYPTED")
                      ? "by a password"
                      : ""));
    }
    return text.startsWith("-----BEGIN CERTIFICATE-----")
        ? certificate("PEM", access)
        : Optional.empty();
  }

  private static Optional<Recognition> der(byte[] start, Access access) throws IOException {
    int at = 2 + (start[1] & 0x7F);
    if (at > 6 || at + 16 > start.length) {
      return Optional.empty();
    }
    // PFX: version 3, then a content of type data or signedData
    boolean pfx =
        start[at] == 2
            && start[at + 1] == 1
            && start[at + 2] == 3
            && new String(start, at + 3, 20, StandardCharsets.ISO_8859_1)
                .contains("*\u0086H\u0086\u00f7\r\001\007");
    if (pfx) {
      return Optional.of(Recognition.of(Nature.KEY_STORE, "PKCS #12"));
    }
    // PrivateKeyInfo: version 0 or 1, then an algorithm
    if (start[at] == 2 && start[at + 1] == 1 && start[at + 2] <= 1 && start[at + 3] == 0x30) {
      return Optional.of(Recognition.of(Nature.PRIVATE_KEY, "DER"));
    }
    return start[at] == 0x30 ? certificate("DER", access) : Optional.empty();
  }

  private static Optional<Recognition> certificate(String form, Access access) throws IOException {
    if (access.size() > MAX_BYTES) {
      return Optional.empty();
    }
    byte[] bytes = access.readFully(0, (int) access.size());
    try {
      X509Certificate c =
          (X509Certificate)
              CertificateFactory.getInstance("X.509")
                  .generateCertificate(new ByteArrayInputStream(bytes));
      return Optional.of(
          Recognition.of(Nature.CERTIFICATE, form)
              .with("subject", DistinguishedName.of(c.getSubjectX500Principal()))
              .with("issuer", DistinguishedName.of(c.getIssuerX500Principal()))
              .with(
                  "valid from", DateTimeFormatter.ISO_INSTANT.format(c.getNotBefore().toInstant()))
              .with("valid to", DateTimeFormatter.ISO_INSTANT.format(c.getNotAfter().toInstant())));
    } catch (CertificateException e) {
      return form.equals("PEM")
          ? Optional.of(
              Recognition.damaged(Nature.CERTIFICATE, form, "its content can't be decoded"))
          : Optional.empty();
    }
  }
}
