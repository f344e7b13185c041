package zugabe.standins;

import java.io.IOException;
import java.math.BigInteger;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.SecureRandom;
import java.security.cert.X509Certificate;
import java.time.Duration;
import java.time.Instant;
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

/**
 * A made-up chain: somebody who vouches, and an authority that he vouches for. It is made anew at
 * each start, so that nobody comes to trust it.
 */
record Chain(X509Certificate root, X509Certificate authority, KeyPair key) {
  private static final int BITS = 2048;

  static Chain make(Instant now) throws IOException {
    try {
      KeyPairGenerator pairs = KeyPairGenerator.getInstance("RSA");
      pairs.initialize(BITS);
      KeyPair root = pairs.generateKeyPair();
      KeyPair key = pairs.generateKeyPair();
      X500Principal rootName = new X500Principal("CN=Stand-in Root,O=Gannet Harbour Works");
      X500Principal name = new X500Principal("CN=Stand-in Timestamps,O=Gannet Harbour Works");
      X509v3CertificateBuilder ofRoot = builder(rootName, rootName, root, now);
      ofRoot.addExtension(Extension.basicConstraints, true, new BasicConstraints(true));
      ofRoot.addExtension(
          Extension.keyUsage, true, new KeyUsage(KeyUsage.keyCertSign | KeyUsage.cRLSign));
      X509v3CertificateBuilder own = builder(rootName, name, key, now);
      own.addExtension(Extension.basicConstraints, true, new BasicConstraints(false));
      own.addExtension(Extension.keyUsage, true, new KeyUsage(KeyUsage.digitalSignature));
      own.addExtension(
          Extension.extendedKeyUsage, true, new ExtendedKeyUsage(KeyPurposeId.id_kp_timeStamping));
      own.addExtension(
          Extension.authorityKeyIdentifier,
          false,
          new JcaX509ExtensionUtils().createAuthorityKeyIdentifier(root.getPublic()));
      return new Chain(signed(ofRoot, root), signed(own, root), key);
    } catch (GeneralSecurityException | OperatorCreationException e) {
      throw new IOException("the stand-in's chain can't be made", e);
    }
  }

  private static X509v3CertificateBuilder builder(
      X500Principal issuer, X500Principal subject, KeyPair pair, Instant now)
      throws GeneralSecurityException, IOException {
    X509v3CertificateBuilder builder =
        new JcaX509v3CertificateBuilder(
            issuer,
            new BigInteger(120, new SecureRandom()).setBit(119),
            Date.from(now.minus(Duration.ofDays(20_000))),
            Date.from(now.plus(Duration.ofDays(4_000))),
            subject,
            pair.getPublic());
    builder.addExtension(
        Extension.subjectKeyIdentifier,
        false,
        new JcaX509ExtensionUtils().createSubjectKeyIdentifier(pair.getPublic()));
    return builder;
  }

  private static X509Certificate signed(X509v3CertificateBuilder builder, KeyPair by)
      throws GeneralSecurityException, OperatorCreationException {
    return new JcaX509CertificateConverter()
        .getCertificate(
            builder.build(new JcaContentSignerBuilder("SHA256withRSA").build(by.getPrivate())));
  }
}
