package zugabe.core.sign;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.security.cert.CertificateException;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.bouncycastle.asn1.ASN1Encoding;
import org.bouncycastle.asn1.ASN1ObjectIdentifier;
import org.bouncycastle.asn1.cms.Attribute;
import org.bouncycastle.asn1.cms.AttributeTable;
import org.bouncycastle.asn1.cms.CMSAttributes;
import org.bouncycastle.asn1.pkcs.PKCSObjectIdentifiers;
import org.bouncycastle.cert.X509CertificateHolder;
import org.bouncycastle.cert.jcajce.JcaCertStore;
import org.bouncycastle.cms.CMSAttributeTableGenerator;
import org.bouncycastle.cms.CMSException;
import org.bouncycastle.cms.CMSProcessableByteArray;
import org.bouncycastle.cms.CMSSignedData;
import org.bouncycastle.cms.CMSSignedDataGenerator;
import org.bouncycastle.cms.CMSTypedData;
import org.bouncycastle.cms.DefaultSignedAttributeTableGenerator;
import org.bouncycastle.cms.SignerInformation;
import org.bouncycastle.cms.SignerInformationStore;
import org.bouncycastle.cms.jcajce.JcaSignerInfoGeneratorBuilder;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.operator.jcajce.JcaDigestCalculatorProviderBuilder;
import zugabe.core.keys.UnreadableException;
import zugabe.core.keys.X509Key;

/** Signed data of RFC 5652, beside what is signed. */
final class Cms {
  /** A time that nobody vouches for says nothing, and would make each signature another one. */
  private static final CMSAttributeTableGenerator WITHOUT_TIME =
      parameters ->
          new DefaultSignedAttributeTableGenerator()
              .getAttributes(parameters)
              .remove(CMSAttributes.signingTime);

  private Cms() {}

  /**
   * Signs.
   *
   * @param attributes whether attributes are signed with it, such as the time; jars go without
   */
  static byte[] sign(CMSTypedData content, X509Key key, boolean attributes, Stamping stamping)
      throws IOException {
    try {
      CMSSignedDataGenerator signed = new CMSSignedDataGenerator();
      signed.addSignerInfoGenerator(
          new JcaSignerInfoGeneratorBuilder(new JcaDigestCalculatorProviderBuilder().build())
              .setDirectSignature(!attributes)
              .setSignedAttributeGenerator(WITHOUT_TIME)
              .build(new Signatory(key).forLibrary(), key.certificate()));
      signed.addCertificates(new JcaCertStore(key.chain()));
      CMSSignedData made = signed.generate(content, false);
      return stamped(made, stamping, PKCSObjectIdentifiers.id_aa_signatureTimeStampToken)
          .getEncoded(ASN1Encoding.DER);
    } catch (UncheckedIOException e) {
      // the library's interface knows no other way for what a key says
      throw e.getCause();
    } catch (OperatorCreationException | CMSException | CertificateException e) {
      throw new IOException("the signature can't be put together: " + e.getMessage(), e);
    }
  }

  static byte[] sign(byte[] content, X509Key key, Stamping stamping) throws IOException {
    return sign(new CMSProcessableByteArray(content), key, false, stamping);
  }

  /**
   * With a timestamp over the signature (RFC 3161, appendix A).
   *
   * @param type of the attribute that holds it
   */
  static CMSSignedData stamped(CMSSignedData signed, Stamping stamping, ASN1ObjectIdentifier type)
      throws IOException {
    if (!stamping.isWanted()) {
      return signed;
    }
    List<SignerInformation> signers = new ArrayList<>();
    for (SignerInformation signer : signed.getSignerInfos()) {
      Optional<org.bouncycastle.asn1.ASN1Encodable> token = stamping.token(signer.getSignature());
      if (token.isEmpty()) {
        throw new Stamping.NoneException();
      }
      AttributeTable unsigned =
          new AttributeTable(new Attribute(type, new org.bouncycastle.asn1.DERSet(token.get())));
      signers.add(SignerInformation.replaceUnsignedAttributes(signer, unsigned));
    }
    return CMSSignedData.replaceSigners(signed, new SignerInformationStore(signers));
  }

  /** A certificate that lies in signed data, in the runtime's form. */
  static X509Certificate certificate(X509CertificateHolder holder) throws IOException {
    try {
      return (X509Certificate)
          CertificateFactory.getInstance("X.509")
              .generateCertificate(new ByteArrayInputStream(holder.getEncoded()));
    } catch (CertificateException e) {
      throw new UnreadableException("a certificate in it can't be read", e);
    }
  }
}
