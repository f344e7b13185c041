package zugabe.core.sign;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.security.GeneralSecurityException;
import java.security.InvalidAlgorithmParameterException;
import java.security.KeyStore;
import java.security.cert.CertPath;
import java.security.cert.CertPathBuilder;
import java.security.cert.CertPathBuilderException;
import java.security.cert.CertStore;
import java.security.cert.Certificate;
import java.security.cert.CertificateException;
import java.security.cert.CertificateFactory;
import java.security.cert.CollectionCertStoreParameters;
import java.security.cert.PKIXBuilderParameters;
import java.security.cert.PKIXCertPathBuilderResult;
import java.security.cert.TrustAnchor;
import java.security.cert.X509CertSelector;
import java.security.cert.X509Certificate;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Date;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javax.net.ssl.TrustManager;
import javax.net.ssl.TrustManagerFactory;
import javax.net.ssl.X509TrustManager;
import org.bouncycastle.openpgp.PGPPublicKeyRing;
import zugabe.bytes.MalformedException;
import zugabe.core.keys.UnreadableException;
import zugabe.formats.certificate.DistinguishedName;

/**
 * Whose word counts: certificates of a file or of the recipe's keys, and those of the system. A
 * certificate that is named itself is trusted as it is.
 */
public final class Trust {
  private final Set<X509Certificate> named = new LinkedHashSet<>();
  private final Set<X509Certificate> system = new LinkedHashSet<>();
  private final List<PGPPublicKeyRing> openPgp = new ArrayList<>();

  /** Somebody who finds out whose word counts, maybe while other work is done. */
  public interface Asked {
    Trust get() throws IOException;
  }

  /** With the anchors of the system, as the Java runtime knows them. */
  public static Trust ofSystem() {
    Trust trust = new Trust();
    try {
      TrustManagerFactory factory =
          TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
      factory.init((KeyStore) null);
      for (TrustManager manager : factory.getTrustManagers()) {
        if (manager instanceof X509TrustManager x509) {
          trust.system.addAll(List.of(x509.getAcceptedIssuers()));
        }
      }
    } catch (GeneralSecurityException e) {
      // a runtime without anchors trusts nobody
      trust.system.clear();
    }
    return trust;
  }

  /** Trusts certificates, too. */
  public void add(List<X509Certificate> certificates) {
    named.addAll(certificates);
  }

  /** Trusts an OpenPGP key, too. */
  public void addOpenPgp(byte[] armoured) throws IOException {
    openPgp.addAll(
        UnreadableException.<List<PGPPublicKeyRing>, IOException>guard(
            () -> OpenPgpSignatures.rings(armoured)));
  }

  List<PGPPublicKeyRing> openPgp() {
    return openPgp;
  }

  /** Certificates of a file: PEM, with several one after the other, or DER. */
  public static List<X509Certificate> read(byte[] bytes) throws IOException {
    try {
      List<X509Certificate> certificates = new ArrayList<>();
      for (Certificate c :
          CertificateFactory.getInstance("X.509")
              .generateCertificates(new ByteArrayInputStream(bytes))) {
        certificates.add((X509Certificate) c);
      }
      return certificates;
    } catch (CertificateException e) {
      throw new IOException("there is no certificate in it", e);
    }
  }

  /**
   * A certificate's bytes, read.
   *
   * @throws MalformedException when they are none
   */
  static X509Certificate certificate(byte[] bytes) throws IOException {
    try {
      return (X509Certificate)
          CertificateFactory.getInstance("X.509")
              .generateCertificate(new ByteArrayInputStream(bytes));
    } catch (CertificateException e) {
      throw new MalformedException("a certificate in it can't be read", 0);
    }
  }

  /**
   * The way from a certificate to somebody who is trusted.
   *
   * @param others certificates that came with it
   * @param at when it has to be valid
   * @return the anchor's name; empty when there is no way
   */
  Optional<String> anchor(X509Certificate certificate, List<X509Certificate> others, Instant at) {
    if (named.contains(certificate)) {
      return Optional.of(DistinguishedName.of(certificate.getSubjectX500Principal()));
    }
    Set<TrustAnchor> anchors = new HashSet<>();
    named.forEach(c -> anchors.add(new TrustAnchor(c, null)));
    system.forEach(c -> anchors.add(new TrustAnchor(c, null)));
    if (anchors.isEmpty()) {
      return Optional.empty();
    }
    try {
      X509CertSelector target = new X509CertSelector();
      target.setCertificate(certificate);
      PKIXBuilderParameters parameters = new PKIXBuilderParameters(anchors, target);
      parameters.setDate(Date.from(at));
      // nothing here goes to the network unasked
      parameters.setRevocationEnabled(false);
      List<X509Certificate> all = new ArrayList<>(others);
      all.add(certificate);
      parameters.addCertStore(
          CertStore.getInstance("Collection", new CollectionCertStoreParameters(all)));
      PKIXCertPathBuilderResult result =
          (PKIXCertPathBuilderResult) CertPathBuilder.getInstance("PKIX").build(parameters);
      CertPath path = result.getCertPath();
      X509Certificate anchor = result.getTrustAnchor().getTrustedCert();
      return path.getCertificates().isEmpty()
          ? Optional.empty()
          : Optional.of(DistinguishedName.of(anchor.getSubjectX500Principal()));
    } catch (CertPathBuilderException e) {
      return Optional.empty();
    } catch (InvalidAlgorithmParameterException e) {
      throw new IllegalStateException("there are anchors", e);
    } catch (GeneralSecurityException e) {
      // one that can't be built leads nowhere
      return Optional.empty();
    }
  }
}
