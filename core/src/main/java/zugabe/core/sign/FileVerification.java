package zugabe.core.sign;

import java.io.IOException;
import java.io.InputStream;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.bytes.MalformedException;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.work.Workers;
import zugabe.formats.zip.ZipListing;

/** Verifies a file: by the signatures in it, or by those that lie beside it. */
public final class FileVerification {
  private static final int MOST_BYTES = 4 << 20;

  private final Trust.Asked trust;
  private final Instant now;
  private final Workers workers;
  private final Findings findings;

  public FileVerification(Trust trust, Instant now, Workers workers, Findings findings) {
    this(() -> trust, now, workers, findings);
  }

  /**
   * @param trust asked for when a signature is there to be verified
   */
  public FileVerification(Trust.Asked trust, Instant now, Workers workers, Findings findings) {
    this.trust = trust;
    this.now = now;
    this.workers = workers;
    this.findings = findings;
  }

  /** A signature that lies beside a file. */
  public record Signature(String name, Content content) {}

  /** What is to be said of a file. */
  public Verdict of(String file, Content content, List<Signature> beside) throws IOException {
    SignerCheck check = new SignerCheck(trust, now, findings);
    return beside.isEmpty() ? within(file, content, check) : by(file, content, beside, check);
  }

  private Verdict within(String file, Content content, SignerCheck check) throws IOException {
    String form = SignedBy.IN_CODE;
    try {
      Optional<CodeFile> code = CodeFile.of(file, content);
      if (code.isPresent()) {
        return new CodeVerification(file, code.get(), check, findings).run();
      }
      form = SignedBy.IN_PACKAGE;
      ZipLook zip = ZipLook.at(content);
      Optional<PackageFile> apk = zip.apk();
      if (apk.isPresent()) {
        return new PackageVerification(file, apk.get(), check.ofPackages(), workers, findings)
            .run();
      }
      form = SignedBy.IN_JAR;
      Optional<ZipListing> jar = zip.jar();
      return jar.isPresent()
          ? new JarVerification(file, jar.get(), check, workers, findings).run()
          : unsigned(file, zip.broken());
    } catch (MalformedException e) {
      SignerCheck.damaged(Where.file(file), e.getMessage(), findings);
      return new Verdict(file, form, false, List.of());
    }
  }

  private Verdict unsigned(String file, Optional<String> broken) {
    if (broken.isPresent()) {
      SignerCheck.damaged(
          Where.file(file),
          "the zip file that it would be in is damaged: " + broken.get(),
          findings);
    } else {
      findings.add(
          SignCode.Z0201,
          Where.file(file),
          "There is no signature beside it (" + Beside.OPENPGP + " or " + Beside.CMS + ").",
          "Get the signature from where the file came from, or sign it: zugabe sign FILE --key NAME.");
    }
    return new Verdict(file, "", false, List.of());
  }

  private Verdict by(String file, Content content, List<Signature> beside, SignerCheck check)
      throws IOException {
    List<Verdict.Signer> signers = new ArrayList<>();
    boolean whole = true;
    String form = "";
    for (Signature one : beside) {
      byte[] signature = bytes(one.content());
      Where where = Where.file(one.name());
      boolean openPgp = one.name().endsWith(Beside.OPENPGP);
      form = openPgp ? "OpenPGP" : "CMS";
      List<Verdict.Signer> good =
          openPgp
              ? OpenPgpSignatures.verify(content, signature, trust.get(), now, where, findings)
              : Beside.verify(content, signature, check, where);
      whole &= !good.isEmpty();
      signers.addAll(good);
    }
    return new Verdict(file, form, whole, signers);
  }

  private static byte[] bytes(Content content) throws IOException {
    try (InputStream in = content.open()) {
      return in.readNBytes(MOST_BYTES);
    }
  }
}
