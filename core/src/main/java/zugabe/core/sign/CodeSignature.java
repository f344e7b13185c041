package zugabe.core.sign;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.math.BigInteger;
import java.security.cert.CertificateException;
import java.security.cert.X509Certificate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.bouncycastle.asn1.ASN1Encodable;
import org.bouncycastle.asn1.ASN1EncodableVector;
import org.bouncycastle.asn1.ASN1Encoding;
import org.bouncycastle.asn1.ASN1Integer;
import org.bouncycastle.asn1.ASN1ObjectIdentifier;
import org.bouncycastle.asn1.ASN1Primitive;
import org.bouncycastle.asn1.ASN1Sequence;
import org.bouncycastle.asn1.ASN1TaggedObject;
import org.bouncycastle.asn1.DEROctetString;
import org.bouncycastle.asn1.DERSequence;
import org.bouncycastle.asn1.DERSet;
import org.bouncycastle.asn1.DERTaggedObject;
import org.bouncycastle.asn1.cms.Attribute;
import org.bouncycastle.asn1.cms.AttributeTable;
import org.bouncycastle.asn1.cms.CMSAttributes;
import org.bouncycastle.asn1.cms.CMSObjectIdentifiers;
import org.bouncycastle.asn1.cms.ContentInfo;
import org.bouncycastle.cert.X509CertificateHolder;
import org.bouncycastle.cert.jcajce.JcaCertStore;
import org.bouncycastle.cms.CMSAttributeTableGenerator;
import org.bouncycastle.cms.CMSException;
import org.bouncycastle.cms.CMSSignedData;
import org.bouncycastle.cms.CMSSignedDataGenerator;
import org.bouncycastle.cms.DefaultSignedAttributeTableGenerator;
import org.bouncycastle.cms.PKCS7ProcessableObject;
import org.bouncycastle.cms.SignerInformation;
import org.bouncycastle.cms.SignerInformationStore;
import org.bouncycastle.cms.jcajce.JcaSignerInfoGeneratorBuilder;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.operator.jcajce.JcaDigestCalculatorProviderBuilder;
import org.bouncycastle.util.Selector;
import zugabe.core.keys.Hand;
import zugabe.core.keys.KeyJudge;
import zugabe.core.keys.UnreadableException;
import zugabe.core.keys.X509Key;
import zugabe.formats.certificate.DistinguishedName;

/**
 * Signatures of code, as Windows verifies them ("Windows Authenticode Portable Executable Signature
 * Format", version 1.0): signed data of PKCS #7 1.5 about a digest of the file.
 */
final class CodeSignature {
  /** A timestamp over the signature (RFC 3161), under the name that Windows knows. */
  static final ASN1ObjectIdentifier STAMP = IndirectData.microsoft("3.3.1");

  /** Further signatures of the same file. */
  static final ASN1ObjectIdentifier NESTED = IndirectData.microsoft("2.4.1");

  /** Zeros; an identifier made of a random UUID (ITU-T X.667) needs no registration. */
  private static final ASN1ObjectIdentifier FILLING =
      new ASN1ObjectIdentifier("2.25.213984731180453206134920374858113226617");

  /**
   * With so much filling all lengths around it take three bytes, so that one more byte of it makes
   * the whole one byte longer.
   */
  private static final int LEAST_FILLING = 300;

  /** A timestamp with its authority's chain, at most. */
  private static final int STAMP_BYTES = 12 << 10;

  private static final int SIGNER_BYTES = 2 << 10;
  private static final int PAGE = 4 << 10;

  /** Which part of signed data says what is signed. */
  private static final int CONTENT = 2;

  private CodeSignature() {}

  /** Room for a signature and for a second one, in bytes. */
  static int room(X509Key key, boolean stamped) {
    int bytes = SIGNER_BYTES + LEAST_FILLING + (stamped ? STAMP_BYTES : 0);
    for (X509Certificate certificate : key.chain()) {
      bytes += X509Key.encoded(certificate).length;
    }
    return (2 * bytes + PAGE - 1) / PAGE * PAGE;
  }

  /** The digest that a key's signatures are about. */
  static String digest(X509Key key) {
    return new Signatory(key).algorithm().startsWith("SHA384") ? "SHA-384" : "SHA-256";
  }

  /**
   * Signs.
   *
   * @param digest of the file, by {@link #digest(X509Key)}
   * @param by who signs
   * @param first a signature that is there, to which this one is added; empty for none
   */
  static byte[] sign(
      IndirectData.Form form, byte[] digest, CodeSigning.By by, Optional<byte[]> first)
      throws IOException {
    X509Key key = by.key();
    Attribute opus = IndirectData.opus(by.described());
    try {
      Signatory signatory = new Signatory(key);
      Optional<String> refused = KeyJudge.refusedByWindows(key);
      if (refused.isPresent()) {
        throw new Hand.NoSignatureException(refused.get());
      }
      String algorithm = digest(key).equals("SHA-384") ? DigestName.SHA384 : DigestName.SHA256;
      CMSAttributeTableGenerator attributes =
          parameters ->
              new DefaultSignedAttributeTableGenerator()
                  .getAttributes(parameters)
                  .remove(CMSAttributes.signingTime)
                  .remove(CMSAttributes.cmsAlgorithmProtect)
                  .add(IndirectData.statement().getAttrType(), value(IndirectData.statement()))
                  .add(opus.getAttrType(), value(opus));
      CMSSignedDataGenerator signed = new CMSSignedDataGenerator();
      signed.addSignerInfoGenerator(
          new JcaSignerInfoGeneratorBuilder(new JcaDigestCalculatorProviderBuilder().build())
              .setSignedAttributeGenerator(attributes)
              .build(signatory.forLibrary(), key.certificate()));
      signed.addCertificates(new JcaCertStore(key.chain()));
      ASN1Sequence content = new IndirectData(algorithm, digest).encode(form);
      CMSSignedData made =
          signed.generate(new PKCS7ProcessableObject(IndirectData.TYPE, content), false);
      CMSSignedData whole = holding(content, Cms.stamped(made, by.stamping(), STAMP));
      return first.isPresent()
          ? added(first.get(), plain(whole))
          : plain(whole).getEncoded(ASN1Encoding.DER);
    } catch (UncheckedIOException e) {
      // the library's interface knows no other way for what a key says
      throw e.getCause();
    } catch (OperatorCreationException | CMSException | CertificateException e) {
      throw new IOException("the signature can't be put together: " + e.getMessage(), e);
    }
  }

  private static ASN1Encodable value(Attribute attribute) {
    return attribute.getAttrValues().getObjectAt(0);
  }

  /** With its content as PKCS #7 1.5 has it: not in an octet string. */
  private static CMSSignedData holding(ASN1Sequence content, CMSSignedData signed)
      throws CMSException {
    ASN1Encodable[] all = parts(signed);
    all[CONTENT] =
        new DERSequence(
            new ASN1Encodable[] {IndirectData.TYPE, new DERTaggedObject(true, 0, content)});
    return new CMSSignedData(
        new ContentInfo(CMSObjectIdentifiers.signedData, new DERSequence(all)));
  }

  /** Of signed data (RFC 2315, section 9.1). */
  private static ASN1Encodable[] parts(CMSSignedData signed) {
    ASN1Sequence info = ASN1Sequence.getInstance(signed.toASN1Structure().toASN1Primitive());
    return ASN1Sequence.getInstance(
            ASN1TaggedObject.getInstance(info.getObjectAt(1)).getExplicitBaseObject())
        .toArray();
  }

  /** As PKCS #7 1.5 writes it: its version is 1, whatever the content's type is. */
  private static ASN1Primitive plain(CMSSignedData signed) {
    ASN1Encodable[] parts = parts(signed);
    parts[0] = new ASN1Integer(BigInteger.ONE);
    return new DERSequence(
        new ASN1Encodable[] {
          CMSObjectIdentifiers.signedData, new DERTaggedObject(true, 0, new DERSequence(parts))
        });
  }

  private static byte[] added(byte[] first, ASN1Primitive second) throws IOException {
    return UnreadableException.guard(() -> nested(first, second));
  }

  private static byte[] nested(byte[] first, ASN1Primitive second) throws IOException {
    List<ASN1Encodable> nested = new ArrayList<>();
    CMSSignedData signed = read(first);
    Attribute there = attribute(signed, NESTED);
    if (there != null) {
      there.getAttrValues().forEach(nested::add);
    }
    nested.add(second);
    return with(
        signed,
        Optional.of(new Attribute(NESTED, new DERSet(nested.toArray(ASN1Encodable[]::new)))),
        NESTED);
  }

  private static Attribute attribute(CMSSignedData signed, ASN1ObjectIdentifier type) {
    AttributeTable unsigned = signed.getSignerInfos().iterator().next().getUnsignedAttributes();
    return unsigned == null ? null : unsigned.get(type);
  }

  /** With an attribute that isn't signed, in the place of those of its type. */
  private static byte[] with(
      CMSSignedData signed, Optional<Attribute> attribute, ASN1ObjectIdentifier type)
      throws IOException {
    SignerInformation signer = signed.getSignerInfos().iterator().next();
    AttributeTable there = signer.getUnsignedAttributes();
    ASN1EncodableVector parts =
        there == null ? new ASN1EncodableVector() : there.remove(type).toASN1EncodableVector();
    attribute.ifPresent(parts::add);
    AttributeTable all = new AttributeTable(parts);
    SignerInformation changed =
        SignerInformation.replaceUnsignedAttributes(signer, all.size() == 0 ? null : all);
    return plain(CMSSignedData.replaceSigners(signed, new SignerInformationStore(changed)))
        .getEncoded(ASN1Encoding.DER);
  }

  /** Signed data that lies in a file; behind it may be zeros. */
  static CMSSignedData read(byte[] bytes) throws IOException {
    return UnreadableException.guard(
        () -> {
          try {
            CMSSignedData signed = new CMSSignedData(Arrays.copyOf(bytes, length(bytes)));
            signed.getSignerInfos().size();
            return signed;
          } catch (CMSException e) {
            throw new UnreadableException("it isn't signed data of PKCS #7", e);
          }
        });
  }

  /** The subjects of the certificates by which it is said to be signed. */
  static List<String> signers(CMSSignedData signed) throws IOException {
    return UnreadableException.guard(
        () -> {
          List<String> subjects = new ArrayList<>();
          for (SignerInformation signer : signed.getSignerInfos()) {
            @SuppressWarnings("unchecked")
            Selector<X509CertificateHolder> own = signer.getSID();
            for (X509CertificateHolder holder : signed.getCertificates().getMatches(own)) {
              subjects.add(DistinguishedName.of(Cms.certificate(holder).getSubjectX500Principal()));
            }
          }
          return subjects;
        });
  }

  /** The length of the structure that some bytes start with, by its own header (X.690, 8.1.3). */
  static int length(byte[] bytes) {
    if (bytes.length < 2) {
      return bytes.length;
    }
    int first = bytes[1] & 0xFF;
    int more = first & 0x7F;
    if (first < 0x80 || more > 4 || bytes.length < 2 + more) {
      return first < 0x80 ? 2 + first : bytes.length;
    }
    long length = 0;
    for (int i = 0; i < more; i++) {
      length = (length << Byte.SIZE) + (bytes[2 + i] & 0xFF);
    }
    return (int) Math.min(bytes.length, 2L + more + length);
  }

  /**
   * The same signature with just this length: zeros in an attribute that isn't signed fill it up.
   *
   * @return empty when it is longer
   */
  static Optional<byte[]> filled(byte[] signature, int length) throws IOException {
    CMSSignedData signed = read(signature);
    byte[] bare = with(signed, Optional.empty(), FILLING);
    if (bare.length == length) {
      return Optional.of(bare);
    }
    int filling = LEAST_FILLING;
    byte[] filled = with(signed, Optional.of(filling(filling)), FILLING);
    if (filled.length > length) {
      return Optional.empty();
    }
    return Optional.of(
        with(signed, Optional.of(filling(filling + length - filled.length)), FILLING));
  }

  /** What fills a signature up, which nobody signed. */
  static byte[] filling(CMSSignedData signed) {
    Attribute filling = attribute(signed, FILLING);
    return filling == null ? new byte[0] : DEROctetString.getInstance(value(filling)).getOctets();
  }

  static boolean isZero(byte[] bytes) {
    for (byte b : bytes) {
      if (b != 0) {
        return false;
      }
    }
    return true;
  }

  private static Attribute filling(int bytes) {
    return new Attribute(FILLING, new DERSet(new DEROctetString(new byte[bytes])));
  }
}
