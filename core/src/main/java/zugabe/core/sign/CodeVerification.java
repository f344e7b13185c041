package zugabe.core.sign;

import java.io.IOException;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.bouncycastle.asn1.ASN1Encodable;
import org.bouncycastle.asn1.ASN1Encoding;
import org.bouncycastle.asn1.cms.Attribute;
import org.bouncycastle.asn1.cms.AttributeTable;
import org.bouncycastle.cms.CMSSignedData;
import org.bouncycastle.cms.SignerInformation;
import zugabe.core.finding.Finding;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.keys.UnreadableException;
import zugabe.formats.pe.CertificateTable;

/**
 * Verifies a program's, cabinet's or script's signatures: each has to be about the file, and no
 * bytes may be hidden beside one. One by an old algorithm is passed over where another is good.
 */
final class CodeVerification {
  private static final int MOST = 16;

  private final String file;
  private final CodeFile code;
  private final SignerCheck check;
  private final Findings findings;
  private final List<Verdict.Signer> who = new ArrayList<>();
  private final List<Finding> weak = new ArrayList<>();
  private final Map<String, byte[]> digests = new HashMap<>();
  private boolean whole = true;
  private int count;

  CodeVerification(String file, CodeFile code, SignerCheck check, Findings findings) {
    this.file = file;
    this.code = code;
    this.check = check;
    this.findings = findings;
  }

  Verdict run() throws IOException {
    if (code.signatures().isEmpty()) {
      findings.add(
          SignCode.Z0201,
          Where.file(file),
          "There is no signature in it.",
          "Sign it: zugabe sign FILE --key NAME.");
      return new Verdict(file, SignedBy.IN_CODE, false, List.of());
    }
    for (CodeFile.Lying one : code.signatures()) {
      Where where = Where.file(file).inside("", one.at());
      CMSSignedData signed;
      try {
        signed = CodeSignature.read(one.bytes());
        hidden(one.bytes(), signed, where);
        signature(signed, where);
      } catch (UnreadableException e) {
        SignerCheck.damaged(where, "it isn't signed data of PKCS #7", findings);
        whole = false;
      }
    }
    if (who.isEmpty()) {
      weak.forEach(findings::add);
      whole &= weak.isEmpty();
    }
    return new Verdict(file, SignedBy.IN_CODE, whole && !who.isEmpty(), who);
  }

  /** Zeros up to the next multiple of eight are all that may stand behind signed data. */
  private void hidden(byte[] bytes, CMSSignedData signed, Where where) throws IOException {
    int length = CodeSignature.length(bytes);
    byte[] rest = Arrays.copyOfRange(bytes, Math.min(length, bytes.length), bytes.length);
    boolean filled = !CodeSignature.isZero(CodeSignature.filling(signed));
    if (rest.length >= CertificateTable.ALIGNMENT || !CodeSignature.isZero(rest) || filled) {
      findings.add(
          SignCode.Z0204,
          where,
          (filled ? "In" : "Behind") + " the signature are bytes that nobody signed.",
          "Don't use it; get it anew from where it came from.");
      whole = false;
    }
  }

  private void signature(CMSSignedData signed, Where where) throws IOException {
    if (++count > MOST) {
      SignerCheck.damaged(where, "it has more than " + MOST + " signatures", findings);
      whole = false;
      return;
    }
    if (signed.getSignedContent() == null
        || !IndirectData.TYPE.getId().equals(signed.getSignedContentTypeOID())) {
      SignerCheck.damaged(where, "it isn't about a file's digest", findings);
      whole = false;
      return;
    }
    IndirectData said = IndirectData.read((ASN1Encodable) signed.getSignedContent().getContent());
    Optional<String> algorithm = DigestName.known(said.algorithm());
    if (algorithm.isEmpty()) {
      SignerCheck.damaged(where, "its digest isn't known", findings);
      whole = false;
      return;
    }
    if (!MessageDigest.isEqual(digest(algorithm.get()), said.digest())) {
      findings.add(
          SignCode.Z0202,
          where,
          "It isn't what was signed.",
          "Get the file anew from where it came from.");
      whole = false;
      return;
    }
    Findings own = new Findings();
    List<Verdict.Signer> good = check.ofCode(own).verify(signed, where);
    if (DigestName.strong(said.algorithm()).isEmpty() && !good.isEmpty()) {
      SignerCheck.weak(where, "Its digest isn't SHA-256 or better", own);
      good = List.of();
    }
    boolean onlyWeak =
        good.isEmpty()
            && own.sorted().stream().anyMatch(f -> f.code() == SignCode.Z0205)
            && own.sorted().stream()
                .allMatch(f -> f.code() == SignCode.Z0205 || f.code() == SignCode.Z0302);
    if (onlyWeak) {
      weak.addAll(own.sorted());
    } else {
      own.sorted().forEach(findings::add);
      whole &= !good.isEmpty();
    }
    who.addAll(good);
    for (CMSSignedData nested : nested(signed)) {
      signature(nested, where);
    }
  }

  /** The file is read once for each algorithm, however many signatures it has. */
  private byte[] digest(String algorithm) throws IOException {
    byte[] known = digests.get(algorithm);
    if (known == null) {
      known = code.digest(algorithm);
      digests.put(algorithm, known);
    }
    return known;
  }

  private static List<CMSSignedData> nested(CMSSignedData signed) throws IOException {
    List<CMSSignedData> all = new ArrayList<>();
    for (SignerInformation signer : signed.getSignerInfos()) {
      AttributeTable unsigned = signer.getUnsignedAttributes();
      Optional<Attribute> attribute =
          Optional.ofNullable(unsigned == null ? null : unsigned.get(CodeSignature.NESTED));
      if (attribute.isPresent()) {
        for (ASN1Encodable one : attribute.get().getAttributeValues()) {
          all.add(CodeSignature.read(one.toASN1Primitive().getEncoded(ASN1Encoding.DER)));
        }
      }
    }
    return all;
  }
}
