package zugabe.core.keys;

import java.security.PrivateKey;
import java.security.cert.CertificateEncodingException;
import java.security.cert.X509Certificate;
import java.security.interfaces.DSAKey;
import java.security.interfaces.ECKey;
import java.security.interfaces.EdECKey;
import java.security.interfaces.RSAKey;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import zugabe.formats.certificate.DistinguishedName;

/**
 * A key with its certificates.
 *
 * @param hand what signs with it
 * @param chain the key's own certificate, then each issuer's as far as the store has them
 * @param succession which keys it follows, where that is proved
 */
public record X509Key(
    String name,
    String alias,
    Hand hand,
    List<X509Certificate> chain,
    Optional<Succession> succession)
    implements SigningKey {
  public X509Key {
    chain = List.copyOf(chain);
  }

  /** One that follows no other. */
  public X509Key(String name, String alias, Hand hand, List<X509Certificate> chain) {
    this(name, alias, hand, chain, Optional.empty());
  }

  /** The same, which follows others. */
  public X509Key following(Succession others) {
    return new X509Key(name, alias, hand, chain, Optional.of(others));
  }

  /** One whose private key is here. */
  public X509Key(String name, String alias, PrivateKey key, List<X509Certificate> chain) {
    this(name, alias, Hand.own(key, Optional.empty()), chain);
  }

  @Override
  public boolean isHere() {
    return hand.own().isPresent();
  }

  @Override
  public X509Key by(Elsewhere elsewhere) {
    return new X509Key(name, alias, Hand.of(elsewhere, certificate()), chain, succession);
  }

  /** Its own certificate. */
  public X509Certificate certificate() {
    return chain.get(0);
  }

  @Override
  public String subject() {
    return DistinguishedName.of(certificate().getSubjectX500Principal());
  }

  /** Who issued the certificate. */
  public String issuer() {
    return DistinguishedName.of(certificate().getIssuerX500Principal());
  }

  /** Whether nobody else vouches for it. */
  public boolean isSelfSigned() {
    return certificate().getSubjectX500Principal().equals(certificate().getIssuerX500Principal());
  }

  @Override
  public String strength() {
    return strength(certificate());
  }

  /** Algorithm and size of a certificate's key. */
  public static String strength(X509Certificate certificate) {
    Object key = certificate.getPublicKey();
    if (key instanceof EdECKey ed) {
      return ed.getParams().getName();
    }
    int bits = bits(certificate);
    return certificate.getPublicKey().getAlgorithm() + ", " + bits + " bits";
  }

  /** Bits of a certificate's key; 0 when they can't be told. */
  public static int bits(X509Certificate certificate) {
    Object key = certificate.getPublicKey();
    if (key instanceof RSAKey rsa) {
      return rsa.getModulus().bitLength();
    }
    if (key instanceof ECKey ec) {
      return ec.getParams().getOrder().bitLength();
    }
    if (key instanceof DSAKey dsa && dsa.getParams() != null) {
      return dsa.getParams().getP().bitLength();
    }
    return key instanceof EdECKey ? 256 : 0;
  }

  @Override
  public String fingerprint() {
    return Fingerprints.sha256(encoded(certificate()));
  }

  /** A certificate's bytes. */
  public static byte[] encoded(X509Certificate certificate) {
    try {
      return certificate.getEncoded();
    } catch (CertificateEncodingException e) {
      throw new IllegalStateException("a certificate that was read has bytes", e);
    }
  }

  @Override
  public Instant from() {
    return certificate().getNotBefore().toInstant();
  }

  @Override
  public Optional<Instant> until() {
    return Optional.of(certificate().getNotAfter().toInstant());
  }

  @Override
  public String toString() {
    return "key " + name + " of " + subject();
  }
}
