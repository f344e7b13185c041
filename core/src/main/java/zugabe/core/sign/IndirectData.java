package zugabe.core.sign;

import java.io.IOException;
import java.util.HexFormat;
import org.bouncycastle.asn1.ASN1Encodable;
import org.bouncycastle.asn1.ASN1EncodableVector;
import org.bouncycastle.asn1.ASN1Integer;
import org.bouncycastle.asn1.ASN1ObjectIdentifier;
import org.bouncycastle.asn1.ASN1Sequence;
import org.bouncycastle.asn1.DERBMPString;
import org.bouncycastle.asn1.DERBitString;
import org.bouncycastle.asn1.DERIA5String;
import org.bouncycastle.asn1.DERNull;
import org.bouncycastle.asn1.DEROctetString;
import org.bouncycastle.asn1.DERSequence;
import org.bouncycastle.asn1.DERTaggedObject;
import org.bouncycastle.asn1.cms.Attribute;
import org.bouncycastle.asn1.x509.AlgorithmIdentifier;
import org.bouncycastle.asn1.x509.DigestInfo;
import zugabe.core.keys.UnreadableException;

/**
 * What a signature of code signs: the digest of a file, and what kind of file that is ("Windows
 * Authenticode Portable Executable Signature Format", version 1.0, section "Authenticode-specific
 * structures"). The text calls it SpcIndirectDataContent.
 *
 * @param algorithm the digest's object identifier
 */
@SuppressWarnings("ArrayRecordComponent") // nobody compares them
record IndirectData(String algorithm, byte[] digest) {
  static final ASN1ObjectIdentifier TYPE = microsoft("2.1.4");

  /** Only the individual kind of purpose is known to anybody nowadays. */
  private static final ASN1ObjectIdentifier STATEMENT_TYPE = microsoft("2.1.11");

  private static final ASN1ObjectIdentifier INDIVIDUAL = microsoft("2.1.21");
  private static final ASN1ObjectIdentifier OPUS_INFO = microsoft("2.1.12");

  /** Kinds of files. */
  enum Form {
    PROGRAM("2.1.15"),
    CABINET("2.1.25"),
    SCRIPT("2.1.30");

    private final String arc;

    Form(String arc) {
      this.arc = arc;
    }

    private ASN1Encodable value() {
      return switch (this) {
        case PROGRAM ->
            new DERSequence(
                new ASN1Encodable[] {
                  new DERBitString(new byte[0]), new DERTaggedObject(true, 0, emptyLink())
                });
        case CABINET -> emptyLink();
        case SCRIPT -> script();
      };
    }
  }

  /** Below iso.org.dod.internet.private.enterprise.microsoft. */
  static ASN1ObjectIdentifier microsoft(String arc) {
    return new ASN1ObjectIdentifier("1.3.6.1.4.1.311." + arc);
  }

  /** A link to a file without a name: the standard lets it be anything. */
  private static ASN1Encodable emptyLink() {
    return new DERTaggedObject(true, 2, new DERTaggedObject(false, 0, new DERBMPString("")));
  }

  /** Whoever digests scripts for the system is named by a GUID, and has a version. */
  private static ASN1Encodable script() {
    ASN1EncodableVector parts = new ASN1EncodableVector();
    parts.add(new ASN1Integer(65536));
    parts.add(new DEROctetString(HexFormat.of().parseHex("1fcc3b60594b084eb724d2c6297ef351")));
    for (int i = 0; i < 5; i++) {
      parts.add(new ASN1Integer(0));
    }
    return new DERSequence(parts);
  }

  ASN1Sequence encode(Form form) {
    ASN1Encodable data = new DERSequence(new ASN1Encodable[] {microsoft(form.arc), form.value()});
    AlgorithmIdentifier by =
        new AlgorithmIdentifier(new ASN1ObjectIdentifier(algorithm), DERNull.INSTANCE);
    return new DERSequence(new ASN1Encodable[] {data, new DigestInfo(by, digest)});
  }

  /** Reads it. */
  static IndirectData read(ASN1Encodable content) throws IOException {
    return UnreadableException.guard(
        () -> {
          ASN1Sequence parts = ASN1Sequence.getInstance(content);
          DigestInfo info = DigestInfo.getInstance(parts.getObjectAt(1));
          return new IndirectData(info.getAlgorithmId().getAlgorithm().getId(), info.getDigest());
        });
  }

  /** What it was signed for. */
  static Attribute statement() {
    return new Attribute(
        STATEMENT_TYPE, new org.bouncycastle.asn1.DERSet(new DERSequence(INDIVIDUAL)));
  }

  /** What the system shows when it asks whether it may run it; empty texts are left out. */
  static Attribute opus(Described described) {
    ASN1EncodableVector parts = new ASN1EncodableVector();
    if (!described.description().isEmpty()) {
      parts.add(
          new DERTaggedObject(
              true, 0, new DERTaggedObject(false, 0, new DERBMPString(described.description()))));
    }
    if (!described.address().isEmpty()) {
      parts.add(
          new DERTaggedObject(
              true, 1, new DERTaggedObject(false, 0, new DERIA5String(described.address()))));
    }
    return new Attribute(OPUS_INFO, new org.bouncycastle.asn1.DERSet(new DERSequence(parts)));
  }
}
