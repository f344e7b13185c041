package zugabe.core.keys;

import java.io.IOException;
import java.math.BigInteger;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.SecureRandom;
import java.security.cert.X509Certificate;
import java.security.spec.ECGenParameterSpec;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Date;
import javax.security.auth.x500.X500Principal;
import org.bouncycastle.asn1.x509.BasicConstraints;
import org.bouncycastle.asn1.x509.ExtendedKeyUsage;
import org.bouncycastle.asn1.x509.Extension;
import org.bouncycastle.asn1.x509.KeyPurposeId;
import org.bouncycastle.asn1.x509.KeyUsage;
import org.bouncycastle.cert.X509v3CertificateBuilder;
import org.bouncycastle.cert.jcajce.JcaX509CertificateConverter;
import org.bouncycastle.cert.jcajce.JcaX509ExtensionUtils;
import org.bouncycastle.cert.jcajce.JcaX509v3CertificateBuilder;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.operator.jcajce.JcaContentSignerBuilder;

/** Makes keys with a certificate that they sign themselves (RFC 5280). */
final class NewX509 {
  private static final int SERIAL_BITS = 127;

  private final SecureRandom random;

  NewX509(SecureRandom random) {
    this.random = random;
  }

  KeyPair pair(Purpose.Strength strength) throws IOException {
    try {
      KeyPairGenerator pairs = KeyPairGenerator.getInstance(strength.algorithm());
      switch (strength) {
        case EC_P256 -> pairs.initialize(new ECGenParameterSpec("secp256r1"), random);
        case EC_P384 -> pairs.initialize(new ECGenParameterSpec("secp384r1"), random);
        case ED25519 -> {
          // there is only one size of it
        }
        default -> pairs.initialize(strength.bits(), random);
      }
      return pairs.generateKeyPair();
    } catch (GeneralSecurityException e) {
      throw new IOException("this runtime makes no " + strength.word() + " keys", e);
    }
  }

  /** A certificate for signing. */
  X509Certificate certificate(
      KeyPair pair, X500Principal subject, Purpose purpose, Instant from, Instant until)
      throws IOException {
    try {
      JcaX509ExtensionUtils ids = new JcaX509ExtensionUtils();
      X509v3CertificateBuilder certificate =
          new JcaX509v3CertificateBuilder(
              subject,
              new BigInteger(SERIAL_BITS, random).setBit(SERIAL_BITS - 1),
              Date.from(from.truncatedTo(ChronoUnit.SECONDS)),
              Date.from(until.truncatedTo(ChronoUnit.SECONDS)),
              subject,
              pair.getPublic());
      certificate.addExtension(
          Extension.subjectKeyIdentifier, false, ids.createSubjectKeyIdentifier(pair.getPublic()));
      certificate.addExtension(Extension.basicConstraints, true, new BasicConstraints(false));
      certificate.addExtension(Extension.keyUsage, true, new KeyUsage(KeyUsage.digitalSignature));
      if (purpose != Purpose.ANDROID) {
        certificate.addExtension(
            Extension.extendedKeyUsage,
            false,
            new ExtendedKeyUsage(KeyPurposeId.id_kp_codeSigning));
      }
      return new JcaX509CertificateConverter()
          .getCertificate(
              certificate.build(
                  new JcaContentSignerBuilder(Chains.algorithm(pair.getPublic()))
                      .build(pair.getPrivate())));
    } catch (GeneralSecurityException | OperatorCreationException e) {
      throw new IOException("the certificate can't be put together: " + e.getMessage(), e);
    }
  }
}
