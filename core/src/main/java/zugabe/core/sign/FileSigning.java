package zugabe.core.sign;

import java.io.IOException;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.bytes.Layout;
import zugabe.bytes.MalformedException;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.keys.Hand;
import zugabe.core.keys.SigningKey;
import zugabe.core.keys.X509Key;
import zugabe.core.work.Workers;
import zugabe.formats.zip.ZipFaultException;
import zugabe.formats.zip.ZipListing;

/** Signs a file that somebody else built: in it, where its form has a place for that, or beside. */
public final class FileSigning {
  private final String file;
  private final Content content;
  private final Workers workers;
  private final Findings findings;
  private Optional<JarRewriting> jar = Optional.empty();
  private Optional<CodeFile> code = Optional.empty();
  private Optional<PackageSigning> apk = Optional.empty();
  private Described described = Described.NOTHING;
  private Already already = Already.REFUSED;

  /**
   * What was made.
   *
   * @param ending of the file beside it; empty for the file itself
   */
  public record Made(Layout layout, String ending, SignedBy by) {}

  /**
   * @param file as the user names it
   */
  public FileSigning(String file, Content content, Workers workers, Findings findings) {
    this.file = file;
    this.content = content;
    this.workers = workers;
    this.findings = findings;
  }

  /** How it is signed. */
  public record Manner(boolean beside, boolean replace, boolean add, Described described) {}

  /** Starts with what needs no key; it goes on while one is opened. */
  public FileSigning begin(Manner manner) throws IOException {
    already = manner.replace() ? Already.REPLACED : manner.add() ? Already.KEPT : Already.REFUSED;
    described = manner.described();
    if (manner.beside()) {
      return this;
    }
    try {
      code = CodeFile.of(file, content);
      if (code.isPresent()) {
        return this;
      }
      ZipLook zip = ZipLook.at(content);
      Optional<PackageFile> phone = zip.apk();
      apk = phone.map(a -> new PackageSigning(file, a, already, workers, findings).begin());
      jar =
          (phone.isPresent() ? Optional.<ZipListing>empty() : zip.jar())
              .map(l -> new JarRewriting(file, l, already, workers, findings).begin());
    } catch (MalformedException e) {
      damaged(e.getMessage());
    }
    return this;
  }

  /** Signs what was begun; empty when it can't be, which is in the findings. */
  public Optional<Made> with(SigningKey key, Stamping stamping) throws IOException {
    if (findings.hasErrors()) {
      return Optional.empty();
    }
    try {
      if (code.isPresent() && key instanceof X509Key x509) {
        return new CodeSigning(file, code.get(), already, findings)
            .signed(new CodeSigning.By(x509, stamping, described))
            .map(l -> new Made(l, "", SignedBy.of(key, SignedBy.IN_CODE, stamping.isWanted())));
      }
      if (apk.isPresent() && key instanceof X509Key x509) {
        return apk.get().signed(x509).map(l -> new Made(l, "", SignedBy.inPackage(x509)));
      }
      if (jar.isPresent() && key instanceof X509Key x509) {
        return jar.get()
            .signed(x509, stamping)
            .map(l -> new Made(l, "", SignedBy.of(key, SignedBy.IN_JAR, stamping.isWanted())));
      }
      jar.ifPresent(JarRewriting::cancel);
      apk.ifPresent(PackageSigning::cancel);
      byte[] signature = Beside.sign(content, key, stamping);
      boolean stamped = key instanceof X509Key && stamping.isWanted();
      return Optional.of(
          new Made(
              Layout.copyOf("signature", Content.of(signature)),
              Beside.ending(key),
              SignedBy.of(key, key instanceof X509Key ? "CMS" : "OpenPGP", stamped)));
    } catch (Stamping.NoneException e) {
      // why is among the findings
      return Optional.empty();
    } catch (ZipFaultException e) {
      damaged(e.getMessage());
      return Optional.empty();
    }
  }

  private void damaged(String why) {
    findings.add(SignCode.Z0209, Where.file(file), "It is damaged: " + why + ".", "Make it anew.");
  }

  /** Tells that a key didn't sign. */
  public static void noSignature(
      SigningKey key, Hand.NoSignatureException why, Where where, Findings findings) {
    findings.add(
        SignCode.Z0211,
        where,
        "The key \"" + key.name() + "\" gave no signature: " + why.getMessage() + ".",
        "See to its helper:, or sign in two steps: --digest-out and --signature-in.");
  }

  /** A note when nobody vouches for the time. */
  public static void unstamped(SigningKey key, Stamping stamping, Where where, Findings findings) {
    if (key instanceof X509Key x && !stamping.isWanted()) {
      findings.add(
          SignCode.Z0303,
          where,
          "The signature ends on "
              + zugabe.core.keys.KeyJudge.day(x.until().orElseThrow())
              + ", with the certificate.",
          "Name an authority by timestamp: for the key, if it is to last longer.");
    }
  }
}
