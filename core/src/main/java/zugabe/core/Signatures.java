package zugabe.core;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Future;
import zugabe.core.answer.Answer;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.finding.Where;
import zugabe.core.keys.Elsewhere;
import zugabe.core.keys.Hand;
import zugabe.core.keys.KeyExport;
import zugabe.core.keys.KeyFile;
import zugabe.core.keys.KeyRing;
import zugabe.core.keys.OpenPgpKey;
import zugabe.core.keys.Secrets;
import zugabe.core.keys.SigningKey;
import zugabe.core.keys.X509Key;
import zugabe.core.making.WholeFile;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.MaterialCode;
import zugabe.core.materials.ReadExtent;
import zugabe.core.recipe.KeySpec;
import zugabe.core.sign.Beside;
import zugabe.core.sign.FileSigning;
import zugabe.core.sign.FileVerification;
import zugabe.core.sign.SignCode;
import zugabe.core.sign.SignedBy;
import zugabe.core.sign.Stamping;
import zugabe.core.sign.Trust;
import zugabe.core.sign.Verdict;
import zugabe.core.work.Workers;

/** Signs and verifies files. */
public final class Signatures {
  private static final int ANSWER_MILLIS = 20_000;

  private final Surroundings around;
  private final Keying keying;
  private final Clock clock = Clock.systemUTC();

  Signatures(Surroundings around, Keying keying) {
    this.around = around;
    this.keying = keying;
  }

  /**
   * How a file is signed.
   *
   * @param key its name in the recipe
   * @param to the signed file; empty for the file itself
   * @param timestamps addresses of authorities; none for those of the key
   * @param steps when the key is elsewhere
   */
  public record Signing(
      String key,
      FileSigning.Manner manner,
      Optional<Path> to,
      List<String> timestamps,
      Steps steps) {}

  /**
   * Signing in two steps: the digest goes out, and its signature comes back.
   *
   * @param digestOut file for the next digest; then nothing is signed yet
   * @param signatureIn files with signatures, in the order of their digests
   * @param at when the first step was, in seconds: OpenPGP signs that, too
   */
  public record Steps(Optional<Path> digestOut, List<Path> signatureIn, Optional<Instant> at) {
    /** One time in both steps, however long reading the file takes; else whatever it is. */
    Clock time(Clock clock) {
      Optional<Instant> fixed =
          digestOut.isPresent() ? Optional.of(clock.instant().truncatedTo(ChronoUnit.SECONDS)) : at;
      return fixed.map(t -> Clock.fixed(t, ZoneOffset.UTC)).orElse(clock);
    }

    boolean isTimeless() {
      return !signatureIn.isEmpty() && at.isEmpty();
    }
  }

  /** Signs a file. Whatever fails, the file stays as it was. */
  public Answer.Sign sign(Path file, Signing how) throws IOException {
    Findings findings = new Findings();
    String shown = around.shown(file);
    Path path = around.here().resolve(file).normalize();
    Optional<FileContent> content = content(path, shown, findings);
    if (content.isEmpty()) {
      return Answer.Sign.nothing(findings.sorted(), shown);
    }
    try (Secrets secrets = keying.secrets();
        Workers workers = Workers.of(around.jobs())) {
      around.progress().at("signing " + shown, 0, 0);
      content.get().hold();
      // opening a key takes as long as reading a large file's directory
      Future<FileSigning> begun =
          workers.submit(
              () -> new FileSigning(shown, content.get(), workers, findings).begin(how.manner()));
      KeyRing ring = keying.ring(secrets, findings);
      Where where = Where.file("key " + how.key());
      Optional<SigningKey> key = ring.open(how.key(), where, findings);
      if (key.isPresent() && key.get() instanceof OpenPgpKey && how.steps().isTimeless()) {
        findings.add(
            SignCode.Z0211,
            where,
            "An OpenPGP signature holds its time, and the time of this one isn't said.",
            "Name the time that the first step told: --signed-at TIME.");
      }
      FileSigning signing = Workers.take(begun);
      if (key.isEmpty() || findings.hasErrors()) {
        return Answer.Sign.nothing(findings.sorted(), shown);
      }
      List<String> authorities =
          how.timestamps().isEmpty()
              ? ring.spec(how.key(), where, findings).orElseThrow().timestamp().stream()
                  .map(Located::value)
                  .toList()
              : how.timestamps();
      Clock time = how.steps().time(clock);
      Stamping stamping =
          new Stamping(authorities, ANSWER_MILLIS, time, Where.file(shown), findings);
      try {
        Optional<FileSigning.Made> made = signing.with(stepped(key.get(), how.steps()), stamping);
        if (made.isEmpty()) {
          return Answer.Sign.nothing(findings.sorted(), shown);
        }
        if (!made.get().by().form().equals(SignedBy.IN_PACKAGE)) {
          FileSigning.unstamped(key.get(), stamping, Where.file(shown), findings);
        }
        Path to =
            how.to()
                .map(around.here()::resolve)
                .orElse(path.resolveSibling(path.getFileName() + made.get().ending()));
        // a package is signed while it is written
        WholeFile.write(made.get().layout(), to, workers, around.progress());
        return new Answer.Sign(
            findings.sorted(),
            shown,
            around.shown(to),
            Optional.of(made.get().by()),
            Optional.empty());
      } catch (Hand.NoSignatureException e) {
        FileSigning.noSignature(key.get(), e, Where.file(shown), findings);
        return Answer.Sign.nothing(findings.sorted(), shown);
      } catch (Elsewhere.DigestException e) {
        Path out = how.steps().digestOut().orElseThrow();
        KeyExport.write(around.here().resolve(out), e.digest());
        Optional<Instant> at =
            Optional.of(time.instant()).filter(t -> key.get() instanceof OpenPgpKey);
        return new Answer.Sign(findings.sorted(), shown, around.shown(out), Optional.empty(), at);
      }
    } finally {
      content.get().release();
    }
  }

  private SigningKey stepped(SigningKey key, Steps steps) throws IOException {
    boolean asking = steps.digestOut().isPresent();
    if (!asking && steps.signatureIn().isEmpty()) {
      return key;
    }
    List<byte[]> signatures = new ArrayList<>();
    for (Path one : steps.signatureIn()) {
      signatures.add(Files.readAllBytes(around.here().resolve(one)));
    }
    return key.by(Elsewhere.having(signatures, asking));
  }

  private static Optional<FileContent> content(Path path, String shown, Findings findings)
      throws IOException {
    return NamedFile.content(
        path, shown, "Name files in it, such as " + shown + "/SHA256SUMS.", findings);
  }

  /**
   * Verifies files.
   *
   * @param trusted files with certificates or OpenPGP keys that are trusted, too
   */
  public Answer.Verify verify(List<Path> files, List<Path> trusted) throws IOException {
    Findings findings = new Findings();
    Findings told = new Findings();
    Findings closed = new Findings();
    List<Verdict> verdicts = new ArrayList<>();
    try (Workers workers = Workers.of(around.jobs())) {
      // opening keys takes as long as reading a large file's directory
      Future<Trust> trust = workers.submit(() -> trust(trusted, told, closed));
      FileVerification verification =
          new FileVerification(() -> Workers.take(trust), clock.instant(), workers, findings);
      for (Path file : files) {
        Path path = around.here().resolve(signed(file)).normalize();
        String shown = around.shown(path);
        Optional<FileContent> content = content(path, shown, findings);
        if (content.isPresent()) {
          around.progress().at("verifying " + shown, 0, 0);
          content.get().hold();
          try {
            verdicts.add(verification.of(shown, content.get(), beside(path, file)));
          } finally {
            content.get().release();
          }
        }
      }
      Workers.take(trust);
    }
    told.sorted().forEach(findings::add);
    if (findings.sorted().stream().anyMatch(f -> f.code().equals(SignCode.Z0203))) {
      // maybe the signer is a key of the recipe's that didn't open
      closed.sorted().forEach(findings::add);
    }
    return new Answer.Verify(findings.sorted(), verdicts);
  }

  private Trust trust(List<Path> trusted, Findings told, Findings closed) throws IOException {
    Trust trust = Trust.ofSystem();
    for (Path one : trusted) {
      trusted(one, trust, told);
    }
    own(trust, closed);
    return trust;
  }

  /** A signature that is named stands for the file that it is about. */
  private Path signed(Path file) {
    String name = file.getFileName().toString();
    boolean is = name.endsWith(Beside.OPENPGP) || name.endsWith(Beside.CMS);
    Path about = file.resolveSibling(name.substring(0, Math.max(1, name.length() - 4)));
    return is && Files.isRegularFile(around.here().resolve(about)) ? about : file;
  }

  private List<FileVerification.Signature> beside(Path path, Path named) throws IOException {
    List<FileVerification.Signature> found = new ArrayList<>();
    for (String ending : List.of(Beside.OPENPGP, Beside.CMS)) {
      Path file = path.resolveSibling(path.getFileName() + ending);
      boolean other = !signed(named).equals(named) && !named.toString().endsWith(ending);
      if (Files.isRegularFile(file) && !other) {
        String shown = around.shown(file);
        found.add(
            new FileVerification.Signature(
                shown, new FileContent(file, shown, Files.size(file), ReadExtent.IN_PART)));
      }
    }
    return found;
  }

  private void trusted(Path file, Trust trust, Findings findings) {
    String shown = around.shown(file);
    try {
      byte[] bytes = Files.readAllBytes(around.here().resolve(file));
      if (new String(bytes, java.nio.charset.StandardCharsets.US_ASCII)
          .contains("-----BEGIN PGP P")) {
        trust.addOpenPgp(bytes);
      } else {
        trust.add(Trust.read(bytes));
      }
    } catch (IOException e) {
      findings.add(
          MaterialCode.Z2003,
          Where.file(shown),
          "It holds no certificate and no OpenPGP key that can be read.",
          "Name a certificate (PEM or DER) or a public key in armour.");
    }
  }

  /** The recipe's own keys are trusted, as far as they open without asking anybody. */
  private void own(Trust trust, Findings closed) throws IOException {
    try (Secrets secrets = keying.silent()) {
      KeyRing ring = keying.ring(secrets, closed);
      for (String name : ring.names()) {
        KeySpec spec = ring.spec(name, Where.file(name), closed).orElseThrow();
        Optional<KeyFile> file = ring.file(spec, closed);
        if (file.filter(KeyFile::isOfOpenPgp).isPresent()) {
          try {
            trust.addOpenPgp(file.get().bytes());
          } catch (IOException e) {
            // a damaged key of one's own vouches for nothing
            file.get().damaged(Where.file(name), closed);
          }
        } else if (file.isPresent()) {
          Optional<SigningKey> key = ring.open(name, Where.file(name), closed);
          if (key.isPresent() && !(key.get() instanceof OpenPgpKey)) {
            trust.add(List.of(((X509Key) key.get()).certificate()));
          }
        }
      }
    }
  }
}
