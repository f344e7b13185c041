package zugabe.core.sign;

import java.io.IOException;
import java.security.GeneralSecurityException;
import java.security.Signature;
import java.security.cert.X509Certificate;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.bouncycastle.cert.X509CertificateHolder;
import org.bouncycastle.cms.CMSException;
import org.bouncycastle.cms.CMSSignedData;
import org.bouncycastle.cms.CMSTypedData;
import org.bouncycastle.cms.SignerInformation;
import org.bouncycastle.cms.jcajce.JcaSimpleSignerInfoVerifierBuilder;
import org.bouncycastle.jcajce.io.OutputStreamFactory;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.operator.RuntimeOperatorException;
import org.bouncycastle.tsp.TSPException;
import org.bouncycastle.util.Selector;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.keys.Fingerprints;
import zugabe.core.keys.KeyCode;
import zugabe.core.keys.KeyJudge;
import zugabe.core.keys.UnreadableException;
import zugabe.core.keys.X509Key;
import zugabe.formats.certificate.DistinguishedName;

/** Verifies signed data of RFC 5652: the signature, its algorithms, its time, who vouches. */
final class SignerCheck {
  /** RSA of fewer bits counts only where a timestamp shows that it was made before 2014. */
  private static final int RSA_BITS = 2048;

  private static final int EC_BITS = 224;
  private static final LocalDate WEAK_SINCE = LocalDate.of(2014, 1, 1);

  /** What is verified: it decides what is asked of certificates. */
  private enum Of {
    FILES,
    CODE,
    PACKAGES
  }

  private final Of of;

  private final Trust.Asked trust;
  private final Instant now;
  private final Findings findings;
  private final Set<X509Certificate> told;

  SignerCheck(Trust.Asked trust, Instant now, Findings findings) {
    this(trust, now, Of.FILES, findings, new HashSet<>());
  }

  private SignerCheck(
      Trust.Asked trust, Instant now, Of of, Findings findings, Set<X509Certificate> told) {
    this.of = of;
    this.told = told;
    this.trust = trust;
    this.now = now;
    this.findings = findings;
  }

  /** The same for signatures of code, with other findings. */
  SignerCheck ofCode(Findings other) {
    return new SignerCheck(trust, now, Of.CODE, other, told);
  }

  /** The same for packages for phones, which don't look at the time. */
  SignerCheck ofPackages() {
    return new SignerCheck(trust, now, Of.PACKAGES, findings, told);
  }

  /** Who signed what is in signed data itself; empty when one signature in it isn't good. */
  List<Verdict.Signer> verify(CMSSignedData signed, Where where) throws IOException {
    return UnreadableException.guard(() -> all(signed, where));
  }

  /** Who signed; empty when one signature isn't good: readers differ in which they look at. */
  List<Verdict.Signer> verify(CMSTypedData content, byte[] block, Where where) throws IOException {
    try {
      return UnreadableException.guard(() -> all(new CMSSignedData(content, block), where));
    } catch (CMSException | UnreadableException e) {
      damaged(where, "it isn't signed data of RFC 5652", findings);
      return List.of();
    }
  }

  private List<Verdict.Signer> all(CMSSignedData signed, Where where) throws IOException {
    List<Verdict.Signer> signers = new ArrayList<>();
    if (signed.getSignerInfos().size() == 0) {
      damaged(where, "nobody signed it", findings);
    }
    boolean good = true;
    for (SignerInformation signer : signed.getSignerInfos()) {
      Optional<Verdict.Signer> one = one(signed, signer, where);
      one.ifPresent(signers::add);
      good &= one.isPresent();
    }
    return good ? signers : List.of();
  }

  static void unsigned(String file, Findings findings) {
    findings.add(
        SignCode.Z0201,
        Where.file(file),
        "There is no signature in it.",
        "Sign it: zugabe sign FILE --key NAME.");
  }

  static void ambiguous(Where where, String why, Findings findings) {
    findings.add(
        SignCode.Z0208,
        where,
        "It can be read in more than one way: " + why + ".",
        "Don't use it; get it anew from where it came from.");
  }

  static void damaged(Where where, String why, Findings findings) {
    findings.add(
        SignCode.Z0207,
        where,
        "The signature can't be read: " + why + ".",
        "Get the file anew from where it came from.");
  }

  private Optional<Verdict.Signer> one(CMSSignedData signed, SignerInformation signer, Where where)
      throws IOException {
    List<X509Certificate> chain = certificates(signed, signer);
    if (chain.isEmpty()) {
      damaged(where, "the signer's certificate isn't in it", findings);
      return Optional.empty();
    }
    X509Certificate own = chain.get(0);
    try {
      if (!signer.verify(new JcaSimpleSignerInfoVerifierBuilder().build(own.getPublicKey()))) {
        return changed(where);
      }
    } catch (CMSException e) {
      return changed(where);
    } catch (OperatorCreationException e) {
      damaged(where, "its algorithm isn't known", findings);
      return Optional.empty();
    } catch (RuntimeOperatorException e) {
      Optional<Boolean> good = directly(signed, signer, own);
      if (good.isPresent() && !good.get()) {
        return changed(where);
      }
      if (good.isEmpty()) {
        damaged(
            where,
            "it isn't one of " + own.getPublicKey().getAlgorithm() + " that can be verified",
            findings);
        return Optional.empty();
      }
    }
    Optional<Instant> stamped = stamped(signer, where);
    if (!isStrong(signer, own, stamped, where)) {
      return Optional.empty();
    }
    if (of == Of.CODE && !KeyJudge.isForCode(own)) {
      findings.add(
          KeyCode.Z0114,
          where,
          "The certificate of "
              + DistinguishedName.of(own.getSubjectX500Principal())
              + " isn't one for signing code.",
          "Ask the signer for a file that is signed with a certificate for code.");
      return Optional.empty();
    }
    Instant at = stamped.orElse(now);
    boolean valid =
        of == Of.PACKAGES
            || (!at.isBefore(own.getNotBefore().toInstant())
                && !at.isAfter(own.getNotAfter().toInstant()));
    if (!valid) {
      findings.add(
          SignCode.Z0206,
          where,
          "The certificate of "
              + DistinguishedName.of(own.getSubjectX500Principal())
              + " is valid from "
              + day(own.getNotBefore().toInstant())
              + " to "
              + day(own.getNotAfter().toInstant())
              + (stamped.isEmpty()
                  ? ", and no timestamp tells when it signed."
                  : "; it signed on " + day(at) + "."),
          "Get a file that was signed with a timestamp, or sign it anew.");
    }
    Optional<String> anchor = trust.get().anchor(own, chain, at);
    if (anchor.isEmpty() && valid) {
      unknown(own, where);
    }
    return Optional.of(
        new Verdict.Signer(
            DistinguishedName.of(own.getSubjectX500Principal()),
            DistinguishedName.of(own.getIssuerX500Principal()),
            digest(signer).orElseThrow() + "with" + own.getPublicKey().getAlgorithm(),
            X509Key.strength(own),
            Fingerprints.sha256(X509Key.encoded(own)),
            anchor,
            stamped));
  }

  /**
   * Whether a signature right over the content is good. The cryptography library hands digests to
   * DSA that are longer than the runtime takes there.
   *
   * @return empty when that can't be said
   */
  private static Optional<Boolean> directly(
      CMSSignedData signed, SignerInformation signer, X509Certificate own) throws IOException {
    boolean dsa = own.getPublicKey().getAlgorithm().equals("DSA");
    Optional<String> digest = DigestName.known(signer.getDigestAlgOID());
    if (!dsa || digest.isEmpty() || signer.getSignedAttributes() != null) {
      return Optional.empty();
    }
    try {
      Signature check = Signature.getInstance(digest.get().replace("-", "") + "withDSA");
      check.initVerify(own.getPublicKey());
      signed.getSignedContent().write(OutputStreamFactory.createStream(check));
      return Optional.of(check.verify(signer.getSignature()));
    } catch (CMSException | GeneralSecurityException e) {
      return Optional.empty();
    }
  }

  private void unknown(X509Certificate own, Where where) {
    if (!told.add(own)) {
      // one that signed in several ways is told once
      return;
    }
    findings.add(
        SignCode.Z0203,
        where,
        "Nobody you trust vouches for " + DistinguishedName.of(own.getSubjectX500Principal()) + ".",
        "If you know this fingerprint, name the certificate with --trust: "
            + Fingerprints.sha256(X509Key.encoded(own))
            + ".");
  }

  /**
   * Who vouches for a signer whose signature is good, where nobody looks at certificates' validity;
   * that nobody does is in the findings.
   *
   * @param earlier certificates that vouched for it as their successor
   */
  Optional<String> vouched(
      X509Certificate own, List<X509Certificate> earlier, List<X509Certificate> others, Where where)
      throws IOException {
    Optional<String> anchor = trust.get().anchor(own, others, now);
    for (int i = earlier.size() - 1; i >= 0 && anchor.isEmpty(); i--) {
      anchor = trust.get().anchor(earlier.get(i), others, now);
    }
    if (anchor.isEmpty()) {
      unknown(own, where);
    }
    return anchor;
  }

  /** As in the name of a signature's algorithm; empty for one that doesn't count. */
  private static Optional<String> digest(SignerInformation signer) {
    return DigestName.strong(signer.getDigestAlgOID())
        .map(d -> d.startsWith("SHA-") ? d.replace("-", "") : d);
  }

  private static String day(Instant time) {
    return time.atZone(ZoneOffset.UTC).toLocalDate().toString();
  }

  private Optional<Verdict.Signer> changed(Where where) {
    findings.add(
        SignCode.Z0202,
        where,
        "The signature isn't one of this content.",
        "Get the file anew from where it came from.");
    return Optional.empty();
  }

  /** The signer's certificate, then the others. */
  private static List<X509Certificate> certificates(CMSSignedData signed, SignerInformation signer)
      throws IOException {
    List<X509Certificate> chain = new ArrayList<>();
    @SuppressWarnings("unchecked")
    Selector<X509CertificateHolder> own = signer.getSID();
    for (X509CertificateHolder holder : signed.getCertificates().getMatches(null)) {
      X509Certificate certificate = Cms.certificate(holder);
      chain.add(own.match(holder) ? 0 : chain.size(), certificate);
    }
    boolean found =
        !chain.isEmpty()
            && signed.getCertificates().getMatches(own).stream()
                .anyMatch(h -> matches(h, chain.get(0)));
    return found ? chain : List.of();
  }

  private static boolean matches(X509CertificateHolder holder, X509Certificate certificate) {
    return holder.getSerialNumber().equals(certificate.getSerialNumber());
  }

  /** The time, if somebody who is trusted vouches for it. */
  private Optional<Instant> stamped(SignerInformation signer, Where where) throws IOException {
    try {
      Optional<Timestamp> stamp = Timestamp.of(signer);
      if (stamp.isEmpty()) {
        return Optional.empty();
      }
      List<X509Certificate> chain = stamp.get().chain();
      if (trust.get().anchor(chain.get(0), chain, stamp.get().time()).isPresent()) {
        return Optional.of(stamp.get().time());
      }
      findings.add(
          SignCode.Z0302,
          where,
          "Nobody you trust vouches for the timestamp of "
              + DistinguishedName.of(chain.get(0).getSubjectX500Principal())
              + ".",
          "Name the authority's certificate with --trust as well, if you know it.");
    } catch (TSPException e) {
      findings.add(
          SignCode.Z0302,
          where,
          "The timestamp doesn't count: " + e.getMessage() + ".",
          "Get the file anew, or sign it anew.");
    }
    return Optional.empty();
  }

  private boolean isStrong(
      SignerInformation signer, X509Certificate own, Optional<Instant> stamped, Where where) {
    String weak = "";
    boolean old =
        own.getPublicKey().getAlgorithm().equals("RSA")
            && stamped
                .filter(t -> t.isBefore(WEAK_SINCE.atStartOfDay(ZoneOffset.UTC).toInstant()))
                .isPresent();
    if (digest(signer).isEmpty()) {
      weak = "Its digest isn't SHA-256 or better";
    } else if (!old) {
      weak = weak(own).orElse("");
    }
    if (!weak.isEmpty()) {
      weak(where, weak, findings);
    }
    return weak.isEmpty();
  }

  /** Why a signer's key is too weak; empty when it isn't. */
  static Optional<String> weak(X509Certificate own) {
    int bits = X509Key.bits(own);
    String algorithm = own.getPublicKey().getAlgorithm();
    boolean few =
        switch (algorithm) {
          case "RSA", "DSA" -> bits < RSA_BITS;
          case "EC" -> bits < EC_BITS;
          default -> false;
        };
    return few
        ? Optional.of("The signer's key is " + algorithm + " of " + bits + " bits")
        : Optional.empty();
  }

  static void weak(Where where, String why, Findings findings) {
    findings.add(
        SignCode.Z0205, where, why + ".", "Ask for one that is signed with a current key.");
  }
}
