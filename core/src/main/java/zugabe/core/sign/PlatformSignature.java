package zugabe.core.sign;

import java.io.IOException;
import java.security.cert.X509Certificate;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.bytes.MalformedException;
import zugabe.core.finding.Finding;
import zugabe.core.finding.Findings;
import zugabe.core.keys.Fingerprints;
import zugabe.core.keys.X509Key;
import zugabe.core.work.Workers;
import zugabe.formats.apk.Scheme;
import zugabe.formats.apk.SigningBlock;
import zugabe.formats.certificate.DistinguishedName;
import zugabe.formats.zip.ZipListing;
import zugabe.formats.zip.ZipReader;

/**
 * Who signed a package as one platform sees it: it looks at the best scheme that it knows, and at
 * no other.
 *
 * @param scheme {@code v1} to {@code v3.1}
 * @param fingerprint of the certificate, SHA-256
 * @param earlier fingerprints of keys that this one follows
 */
public record PlatformSignature(
    String scheme, String subject, String fingerprint, List<String> earlier) {
  /** A platform takes no package that isn't signed. */
  public static final class UnverifiedException extends IOException {
    private static final long serialVersionUID = 1;

    UnverifiedException(String why) {
      super(why);
    }
  }

  /**
   * Verifies a package.
   *
   * @param level of the platform's interfaces
   * @throws UnverifiedException when it isn't what was signed, or isn't signed
   */
  public static PlatformSignature of(Content content, int level, Workers workers)
      throws IOException {
    Findings findings = new Findings();
    try {
      ZipListing listing = ZipReader.read(content);
      Optional<PackageFile> apk = PackageFile.of(content, listing);
      if (apk.isEmpty()) {
        throw new UnverifiedException("it isn't a package for phones");
      }
      if (level >= PackageVerification.BLOCK_SINCE && apk.get().block().isPresent()) {
        for (Scheme scheme : List.of(Scheme.V31, Scheme.V3, Scheme.V2)) {
          Optional<SigningBlock.Pair> pair = apk.get().block().get().of(scheme);
          if (level >= scheme.since() && pair.isPresent()) {
            return byBlock(scheme, apk.get(), pair.get(), level, workers);
          }
        }
      }
      return first(listing, workers, findings);
    } catch (MalformedException | zugabe.formats.zip.ZipFaultException e) {
      throw new UnverifiedException(e.getMessage());
    }
  }

  private static PlatformSignature byBlock(
      Scheme scheme, PackageFile apk, SigningBlock.Pair pair, int level, Workers workers)
      throws IOException {
    Findings findings = new Findings();
    Optional<List<PackageCheck.Good>> signers =
        new PackageCheck(apk, "", workers, findings).of(scheme, pair);
    if (signers.isEmpty()) {
      throw new UnverifiedException(why(findings));
    }
    PackageCheck.Good one =
        signers.get().stream()
            .filter(g -> g.data().levels().map(l -> l.contains(level)).orElse(true))
            .findFirst()
            .orElseThrow(
                () -> new UnverifiedException("none of its signers is for platform " + level));
    return new PlatformSignature(
        scheme.word(),
        DistinguishedName.of(one.own().getSubjectX500Principal()),
        fingerprint(one.own()),
        one.earlier().stream().map(PlatformSignature::fingerprint).toList());
  }

  private static String fingerprint(X509Certificate certificate) {
    return Fingerprints.sha256(X509Key.encoded(certificate));
  }

  private static String why(Findings findings) {
    return findings.sorted().stream()
        .map(Finding::what)
        .findFirst()
        .orElse("it isn't signed")
        .strip();
  }

  private static PlatformSignature first(ZipListing listing, Workers workers, Findings findings)
      throws IOException {
    SignerCheck check = new SignerCheck(Trust::new, Instant.EPOCH, findings).ofPackages();
    Verdict verdict =
        new JarVerification("", listing, check, workers, findings).inPackage(false).run();
    if (!verdict.whole() || verdict.signers().isEmpty()) {
      throw new UnverifiedException(why(findings));
    }
    Verdict.Signer signer = verdict.signers().get(0);
    return new PlatformSignature("v1", signer.subject(), signer.fingerprint(), List.of());
  }
}
