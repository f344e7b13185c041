package zugabe.core.sign;

import java.io.IOException;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.cert.X509Certificate;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.bouncycastle.asn1.cms.Attribute;
import org.bouncycastle.asn1.cms.AttributeTable;
import org.bouncycastle.asn1.cms.ContentInfo;
import org.bouncycastle.asn1.pkcs.PKCSObjectIdentifiers;
import org.bouncycastle.cert.X509CertificateHolder;
import org.bouncycastle.cms.SignerInformation;
import org.bouncycastle.cms.jcajce.JcaSimpleSignerInfoVerifierBuilder;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.tsp.TSPException;
import org.bouncycastle.tsp.TimeStampToken;
import org.bouncycastle.util.Selector;
import zugabe.core.keys.UnreadableException;

/**
 * A time that an authority vouches for. Its signature was verified, and so was that its certificate
 * is one for timestamps (RFC 3161, section 2.3); who vouches for the authority wasn't.
 *
 * @param chain the authority's certificate, then those that came with it
 */
record Timestamp(Instant time, List<X509Certificate> chain) {

  /** A token's time. */
  static Timestamp of(TimeStampToken token) throws TSPException, IOException {
    List<X509CertificateHolder> all = new ArrayList<>(token.getCertificates().getMatches(null));
    @SuppressWarnings("unchecked")
    Selector<X509CertificateHolder> signer = token.getSID();
    X509CertificateHolder own =
        all.stream()
            .filter(signer::match)
            .findFirst()
            .orElseThrow(() -> new TSPException("it has no certificate"));
    try {
      token.validate(new JcaSimpleSignerInfoVerifierBuilder().build(Cms.certificate(own)));
    } catch (OperatorCreationException e) {
      throw new TSPException("its certificate can't be used", e);
    }
    List<X509Certificate> chain = new ArrayList<>();
    chain.add(Cms.certificate(own));
    for (X509CertificateHolder other : all) {
      if (!other.equals(own)) {
        chain.add(Cms.certificate(other));
      }
    }
    try {
      List<String> uses = chain.get(0).getExtendedKeyUsage();
      if (uses == null || !uses.contains("1.3.6.1.5.5.7.3.8")) {
        throw new TSPException("its certificate isn't one for timestamps");
      }
    } catch (GeneralSecurityException e) {
      throw new TSPException("its certificate can't be read", e);
    }
    return new Timestamp(token.getTimeStampInfo().getGenTime().toInstant(), chain);
  }

  /**
   * The one over a signature.
   *
   * @throws TSPException when it is there and isn't about this signature, or can't be read
   */
  static Optional<Timestamp> of(SignerInformation signer) throws TSPException, IOException {
    AttributeTable unsigned = signer.getUnsignedAttributes();
    if (unsigned == null) {
      return Optional.empty();
    }
    Attribute own = unsigned.get(PKCSObjectIdentifiers.id_aa_signatureTimeStampToken);
    Attribute attribute = own == null ? unsigned.get(CodeSignature.STAMP) : own;
    if (attribute == null) {
      return Optional.empty();
    }
    return Optional.of(of(signer, attribute));
  }

  private static Timestamp of(SignerInformation signer, Attribute attribute)
      throws TSPException, IOException {
    try {
      return UnreadableException.guard(() -> read(signer, attribute));
    } catch (UnreadableException e) {
      throw new TSPException("it can't be read", e);
    }
  }

  private static Timestamp read(SignerInformation signer, Attribute attribute)
      throws TSPException, IOException {
    TimeStampToken token =
        new TimeStampToken(
            ContentInfo.getInstance(attribute.getAttributeValues()[0].toASN1Primitive()));
    byte[] imprint = token.getTimeStampInfo().getMessageImprintDigest();
    String algorithm =
        DigestName.strong(token.getTimeStampInfo().getMessageImprintAlgOID().getId())
            .orElseThrow(() -> new TSPException("its digest isn't SHA-256 or better"));
    byte[] own = JarVerification.digest(algorithm).digest(signer.getSignature());
    if (!MessageDigest.isEqual(imprint, own)) {
      throw new TSPException("it is about something else");
    }
    return of(token);
  }
}
