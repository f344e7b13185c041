package zugabe.fuzz;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.core.KeyTransfer;
import zugabe.core.Keying;
import zugabe.core.Signatures;
import zugabe.core.Surroundings;
import zugabe.core.Zugabe;
import zugabe.core.answer.Answer;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.keys.KeyFile;
import zugabe.core.keys.NewKey;
import zugabe.core.keys.Purpose;
import zugabe.core.keys.Secret;
import zugabe.core.keys.Secrets;
import zugabe.core.keys.SigningKey;
import zugabe.core.sign.Described;
import zugabe.core.sign.FileSigning;
import zugabe.core.sign.FileVerification;
import zugabe.core.sign.Stamping;
import zugabe.core.sign.Trust;
import zugabe.core.work.Progress;
import zugabe.core.work.Workers;
import zugabe.formats.jar.ManifestBytes;
import zugabe.kinds.Kinds;

/**
 * Signed files, signatures, stores and backups. Their keys are made for the run: the inputs that
 * came of a fault are kept, but another run has others.
 */
final class SignedTargets {
  private static final String SOURCE = "env:KEY_PASSWORD";
  private static final String X509 = "release";
  private static final String OPENPGP = "packages";
  private static final String PASSWORD = "nine quiet turnstones";

  private final Path folder;
  private final Zugabe zugabe;

  /** Takes in a target. */
  interface Taking {
    void add(String name, List<byte[]> seeds, Target.Taker taker);
  }

  /**
   * @param folder an empty one
   */
  SignedTargets(Path folder) {
    this.folder = folder;
    Map<String, String> environment = Map.of("ZUGABE_CACHE", "off", "KEY_PASSWORD", PASSWORD);
    this.zugabe =
        new Zugabe(new Surroundings(folder, environment, 1, Progress.NONE), Kinds.registry());
  }

  void in(Taking targets) throws IOException {
    Files.writeString(
        folder.resolve("zugabe.yaml"),
        "app: {name: Tern, version: 1}\nmaterials: {a: {own: file}}\ndeliverables: {}\n");
    make(X509, Purpose.JAVA, Purpose.Strength.EC_P256, "CN=Desk");
    make(OPENPGP, Purpose.OPENPGP, Purpose.Strength.ED25519, "Desk <desk@gannet.example>");
    manifests(targets);
    jars(targets);
    phones(targets);
    code(targets);
    beside(targets);
    stores(targets);
  }

  private void make(String name, Purpose purpose, Purpose.Strength strength, String subject)
      throws IOException {
    NewKey wish = new NewKey(name, purpose, strength, subject, 9, false);
    told(keying().make(wish, Optional.empty(), Optional.of(SOURCE), Optional.empty()));
  }

  private Keying keying() {
    return zugabe.keying(Optional.empty(), Secrets.Asking.NOBODY);
  }

  private void told(Answer answer) {
    if (zugabe.json(answer).isEmpty()) {
      throw new IllegalStateException("nothing is told");
    }
  }

  private byte[] signed(Path file, String key, String made) throws IOException {
    Signatures.Signing how =
        new Signatures.Signing(
            key,
            new FileSigning.Manner(false, true, false, Described.NOTHING),
            Optional.empty(),
            List.of(),
            new Signatures.Steps(Optional.empty(), List.of(), Optional.empty()));
    told(zugabe.signatures(keying()).sign(file, how));
    return Files.readAllBytes(folder.resolve(made));
  }

  private static void manifests(Taking targets) {
    targets.add(
        "signature-file",
        List.of(
            Seeds.text(
                "Signature-Version: 1.0\r\nSHA-256-Digest-Manifest: x\r\n\r\nName: a/b\r\n c\r\nSHA-256-Digest: z\r\n\r\n")),
        bytes -> {
          ManifestBytes all = ManifestBytes.of(bytes);
          byte[] main = ManifestBytes.mainOf(bytes);
          if (all.main().length < main.length) {
            throw new IllegalStateException("the main attributes are longer alone");
          }
        });
  }

  private void jars(Taking targets) throws IOException {
    Path jar = Files.write(folder.resolve("in.jar"), Seeds.jar());
    byte[] seed = signed(jar, X509, "in.jar");
    Trust trust = trust();
    targets.add("signed-jar", List.of(seed), bytes -> verified(trust, bytes, List.of()));
    SigningKey key = key();
    targets.add(
        "jar-to-sign", List.of(Seeds.jar(), seed), bytes -> signing("in.jar", bytes, key, false));
  }

  private void phones(Taking targets) throws IOException {
    Path apk = Files.write(folder.resolve("in.apk"), PhoneSeeds.apk());
    byte[] seed = signed(apk, X509, "in.apk");
    Trust trust = trust();
    SigningKey key = key();
    targets.add(
        "signed-apk",
        List.of(PhoneSeeds.apk(), seed),
        bytes -> {
          verified(trust, "in.apk", bytes, List.of());
          signing("in.apk", bytes, key, false);
        });
  }

  private static void signing(String name, byte[] bytes, SigningKey key, boolean kept) {
    Findings findings = new Findings();
    Stamping none = new Stamping(List.of(), 0, Clock.systemUTC(), Where.file(name), findings);
    FileSigning.Manner manner = new FileSigning.Manner(false, !kept, kept, Described.NOTHING);
    try (Workers workers = Workers.of(1)) {
      new FileSigning(name, Content.of(bytes), workers, findings).begin(manner).with(key, none);
    } catch (IOException e) {
      throw new IllegalStateException("not a finding", e);
    }
  }

  private void code(Taking targets) throws IOException {
    Trust trust = trust();
    SigningKey key = key();
    Map<String, byte[]> seeds =
        Map.of("in.exe", Seeds.program(), "in.cab", Seeds.cabinet(), "in.ps1", Seeds.text("1 + 1"));
    for (Map.Entry<String, byte[]> seed : seeds.entrySet()) {
      String name = seed.getKey();
      Path file = Files.write(folder.resolve(name), seed.getValue());
      targets.add(
          "signed-" + name.substring(3),
          List.of(seed.getValue(), signed(file, X509, name)),
          bytes -> {
            verified(trust, name, bytes, List.of());
            signing(name, bytes, key, true);
          });
    }
  }

  private SigningKey key() throws IOException {
    byte[] store = Files.readAllBytes(folder.resolve("keys/release.p12"));
    return new KeyFile("release.p12", store)
        .open(
            X509,
            Optional.empty(),
            Secret.of(PASSWORD.toCharArray()),
            Where.file("release.p12"),
            new Findings())
        .orElseThrow();
  }

  private Trust trust() throws IOException {
    Trust trust = Trust.ofSystem();
    Path trusted = folder.resolve("trusted.pem");
    told(keying().exportCertificate(X509, trusted));
    trust.add(Trust.read(Files.readAllBytes(trusted)));
    told(keying().exportCertificate(OPENPGP, trusted));
    trust.addOpenPgp(Files.readAllBytes(trusted));
    return trust;
  }

  private static void verified(
      Trust trust, byte[] file, List<FileVerification.Signature> signatures) throws IOException {
    verified(trust, "in", file, signatures);
  }

  private static void verified(
      Trust trust, String name, byte[] file, List<FileVerification.Signature> signatures)
      throws IOException {
    try (Workers workers = Workers.of(1)) {
      new FileVerification(trust, Clock.systemUTC().instant(), workers, new Findings())
          .of(name, Content.of(file), signatures);
    } catch (IOException e) {
      throw new IllegalStateException("not a finding", e);
    }
  }

  private void beside(Taking targets) throws IOException {
    byte[] content = Seeds.text("what is signed");
    Path file = Files.write(folder.resolve("file"), content);
    Trust trust = trust();
    for (String key : List.of(X509, OPENPGP)) {
      String name = key.equals(X509) ? "file.p7s" : "file.asc";
      targets.add(
          "signature-" + name.substring(5),
          List.of(signed(file, key, name)),
          bytes ->
              verified(
                  trust,
                  content,
                  List.of(new FileVerification.Signature(name, Content.of(bytes)))));
    }
    Path trusted = folder.resolve("trusted.pem");
    byte[] openPgp = Files.readAllBytes(trusted);
    byte[] signature = signed(file, OPENPGP, "file.asc");
    told(keying().exportCertificate(X509, trusted));
    targets.add(
        "trusted",
        List.of(openPgp, Files.readAllBytes(trusted)),
        bytes -> {
          Trust other = Trust.ofSystem();
          other.addOpenPgp(bytes);
          verified(
              other,
              content,
              List.of(new FileVerification.Signature("file.asc", Content.of(signature))));
          other.add(Trust.read(bytes));
        });
  }

  private void stores(Taking targets) throws IOException {
    Path sheet = folder.resolve("sheet.txt");
    told(keying().transfer().copies().backup(X509, sheet, SOURCE));
    byte[] first = Files.readAllBytes(sheet);
    Files.delete(sheet);
    told(keying().transfer().copies().backup(OPENPGP, sheet, SOURCE));
    Path store = folder.resolve("back");
    targets.add(
        "backup",
        List.of(first, Files.readAllBytes(sheet)),
        bytes -> {
          Files.write(sheet, bytes);
          Files.deleteIfExists(store);
          told(keying().transfer().copies().restore(sheet, Optional.of(store), SOURCE));
        });
    Path foreign = folder.resolve("foreign");
    targets.add(
        "key-store",
        List.of(
            Files.readAllBytes(folder.resolve("keys/release.p12")),
            Files.readAllBytes(folder.resolve("keys/packages.asc")),
            certified()),
        bytes -> {
          Files.write(foreign, bytes);
          Files.deleteIfExists(store);
          KeyTransfer.Foreign from = new KeyTransfer.Foreign(foreign, SOURCE, Optional.empty());
          told(keying().transfer().take("other", from, Optional.of(store), SOURCE));
        });
  }

  /** The key and its certificate in text form. */
  private byte[] certified() throws IOException {
    Path own = folder.resolve("own.pem");
    told(keying().transfer().copies().exportPrivate(X509, own, SOURCE));
    Path open = folder.resolve("open.pem");
    told(keying().exportCertificate(X509, open));
    return (Files.readString(own) + Files.readString(open))
        .getBytes(java.nio.charset.StandardCharsets.UTF_8);
  }
}
