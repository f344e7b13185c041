package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.cert.X509Certificate;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.stream.Stream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.core.finding.Findings;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.ReadExtent;
import zugabe.core.sign.FileVerification;
import zugabe.core.sign.Trust;
import zugabe.core.work.Workers;
import zugabe.standins.Behaviour;
import zugabe.standins.TimestampAuthority;

/**
 * Signatures beside files, the list of checksums, and timestamps: by the word of other programs.
 */
public final class BesideTest {
  private static Program.Result ok(Workspace w, String... arguments) throws Exception {
    Program.Result r = Keys.program(w).zugabe(arguments);
    assertThat(r.exit()).as(r.all()).isZero();
    return r;
  }

  private static Program.Result good(Workspace w, String... command) throws Exception {
    Program.Result r = w.program().run(command);
    assertThat(r.exit()).as(r.all()).isZero();
    return r;
  }

  private static Workspace archive(String key) throws Exception {
    Workspace w = Keys.workspace();
    w.replace(
        "zugabe.yaml",
        "{kind: jar}",
        "{kind: archive, formats: tar.gz, file: tern, sign: " + key + "}\nsign: " + key);
    return w;
  }

  @DataProvider
  public Object[][] strengths() {
    return new Object[][] {{"rsa-2048"}, {"ec-p256"}, {"ed25519"}};
  }

  @Test(dataProvider = "strengths")
  public void openPgpAsItsOwnProgramsVerifyIt(String strength) throws Exception {
    try (Workspace w = archive("packages")) {
      Keys.make(w, "packages", "openpgp", strength);
      ok(w, "build");
      ok(w, "key", "export", "packages", "--certificate", "packages.asc");
      good(w, "sh", "-c", "gpg --batch --dearmor <packages.asc >packages.gpg");
      for (String file : List.of("out/tern.tar.gz", "out/SHA256SUMS")) {
        good(w, "gpgv", "--keyring", "./packages.gpg", file + ".asc", file);
        assertThat(ok(w, "verify", file, "--trust", "packages.asc").out())
            .contains("✓ whole", "Release Desk <desk@gannet.example>");
      }
      Program.Result shown = ok(w, "key", "show", "packages");
      String own =
          good(w, "gpg", "--batch", "--show-keys", "--with-fingerprint", "packages.asc").out();
      String print =
          shown
              .out()
              .lines()
              .filter(l -> l.matches(" +[0-9A-F]{4} .*"))
              .findFirst()
              .orElseThrow()
              .strip();
      assertThat(own.replaceAll("\\s", "")).contains(print.replaceAll("\\s", ""));
      w.write("out/SHA256SUMS", "0  tern.tar.gz\n");
      Program.Result changed = Keys.program(w).zugabe("verify", "out/SHA256SUMS");
      assertThat(changed.exit()).isEqualTo(1);
      assertThat(changed.err()).contains("error Z0202  out/SHA256SUMS.asc");
    }
  }

  /** What gpg itself signed is verified here. */
  @Test
  public void openPgpOfOthers() throws Exception {
    try (Workspace w = Keys.workspace()) {
      w.write("a.txt", "low water\n");
      String gpg = "gpg --homedir g --batch --pinentry-mode loopback --passphrase ''";
      good(
          w,
          "sh",
          "-c",
          "mkdir -m 700 g && "
              + gpg
              + " --quick-gen-key 'Tide <tide@gannet.example>' ed25519 sign 1y && "
              + gpg
              + " --armor --detach-sign a.txt && "
              + gpg
              + " --armor --export >tide.asc; gpgconf --homedir g --kill all; rm -rf g");
      ok(w, "verify", "a.txt", "--trust", "tide.asc");
      Program.Result unknown = w.program().zugabe("verify", "a.txt");
      assertThat(unknown.exit()).isEqualTo(1);
      assertThat(unknown.err()).contains("error Z0203  a.txt.asc", "Nobody you trust has the key");
    }
  }

  @Test(dataProvider = "strengths")
  public void cmsAsOpensslVerifiesIt(String strength) throws Exception {
    try (Workspace w = archive("release")) {
      Keys.make(w, "release", "java", strength);
      ok(w, "build");
      ok(w, "key", "export", "release", "--certificate", "release.pem");
      for (String file : List.of("out/tern.tar.gz", "out/SHA256SUMS")) {
        if (!strength.equals("ed25519")) {
          good(
              w,
              "openssl",
              "cms",
              "-verify",
              "-binary",
              "-inform",
              "DER",
              "-in",
              file + ".p7s",
              "-content",
              file,
              "-CAfile",
              "release.pem",
              "-purpose",
              "any",
              "-out",
              "/dev/null");
        }
        ok(w, "verify", file, "--trust", "release.pem");
      }
      try (Stream<Path> list = Files.list(w.path("out"))) {
        assertThat(list.map(p -> p.getFileName().toString()))
            .contains("tern.tar.gz.p7s", "SHA256SUMS.p7s");
      }
      // what openssl signed is verified here
      w.write("a.txt", "low water\n");
      Keys.shell(w, Keys.openssl("Tide", "k.pem", "tide.pem"));
      good(
          w,
          "openssl",
          "cms",
          "-sign",
          "-binary",
          "-in",
          "a.txt",
          "-signer",
          "tide.pem",
          "-inkey",
          "k.pem",
          "-outform",
          "DER",
          "-out",
          "a.txt.p7s");
      ok(w, "verify", "a.txt", "--trust", "tide.pem");
      Files.writeString(w.path("a.txt"), "high water\n");
      Program.Result changed = w.program().zugabe("verify", "a.txt", "--trust", "tide.pem");
      assertThat(changed.err()).contains("error Z0202  a.txt.p7s");
    }
  }

  /** A signature of an older list isn't left beside a newer one. */
  @Test
  public void anOldSignatureOfTheSumsGoes() throws Exception {
    try (Workspace w = archive("packages")) {
      Keys.make(w, "packages", "openpgp", "ed25519");
      ok(w, "build");
      assertThat(w.path("out/SHA256SUMS.asc")).exists();
      w.replace("zugabe.yaml", "\nsign: packages", "");
      ok(w, "build");
      assertThat(w.path("out/SHA256SUMS.asc")).doesNotExist();
      assertThat(w.path("out/tern.tar.gz.asc")).exists();
    }
  }

  @Test
  public void aTimestampIsTakenAndHonoured() throws Exception {
    try (Workspace w = Keys.workspace();
        TimestampAuthority authority =
            TimestampAuthority.start(Behaviour.GOOD, 0, Clock.systemUTC())) {
      Keys.make(w, "release", "java", "ec-p256");
      ok(w, "key", "export", "release", "--certificate", "release.pem");
      w.write("root.pem", authority.root());
      w.replace("zugabe.yaml", "{kind: jar}", "{kind: jar, sign: release}");
      w.replace(
          "zugabe.yaml",
          "env:KEY_PASSWORD}",
          "env:KEY_PASSWORD, timestamp: [\"http://127.0.0.1:1/\", \""
              + authority.address()
              + "\"]}");
      Program.Result built = ok(w, "build");
      assertThat(built.err()).doesNotContain("Z0303");
      assertThat(Files.readString(w.path("out/receipt.json"))).contains("\"timestamp\" : true");
      Program.Result r = ok(w, "verify", "out/tern-1.0.jar", "--trust", "root.pem");
      assertThat(r.out()).contains("by a timestamp");
      r = ok(w, "verify", "out/tern-1.0.jar");
      assertThat(r.err()).contains("warning Z0302", "CN=Stand-in Timestamps");
      // openssl takes what the stand-in answers, and it what openssl asks
      good(w, "openssl", "ts", "-query", "-data", "root.pem", "-sha256", "-cert", "-out", "q.tsq");
      good(
          w,
          "curl",
          "-s",
          "-H",
          "Content-Type: application/timestamp-query",
          "--data-binary",
          "@q.tsq",
          "-o",
          "a.tsr",
          authority.address());
      good(
          w,
          "openssl",
          "ts",
          "-verify",
          "-queryfile",
          "q.tsq",
          "-in",
          "a.tsr",
          "-CAfile",
          "root.pem");
    }
  }

  @DataProvider
  public Object[][] liars() {
    return new Object[][] {
      {Behaviour.REFUSE, "it refused: no clock here", 1},
      {Behaviour.FAIL, "it answered with status 500", 3},
      {Behaviour.GARBAGE, "what it answered isn't a timestamp", 1},
      {Behaviour.OTHER_DIGEST, "different message imprint", 1},
      {Behaviour.OTHER_NONCE, "wrong nonce", 1},
      {Behaviour.PAST, "it says that it is 1999-12-31", 1},
    };
  }

  /** Nothing is half signed: the file stays as it was. */
  @Test(dataProvider = "liars")
  public void anAuthorityThatFailsOrLies(Behaviour behaviour, String why, int asked)
      throws Exception {
    try (Workspace w = Keys.workspace();
        TimestampAuthority authority = TimestampAuthority.start(behaviour, 0, Clock.systemUTC())) {
      Keys.make(w, "release", "java", "ec-p256");
      ok(w, "build");
      byte[] before = Files.readAllBytes(w.path("out/tern-1.0.jar"));
      Program.Result r =
          Keys.program(w)
              .zugabe(
                  "sign",
                  "out/tern-1.0.jar",
                  "--key",
                  "release",
                  "--timestamp",
                  authority.address());
      assertThat(r.exit()).as(r.all()).isEqualTo(3);
      assertThat(r.err().replaceAll("\\s+", " "))
          .contains("error Z0301", why, "Nothing was signed.");
      assertThat(authority.asked()).isEqualTo(asked);
      w.replace("zugabe.yaml", "{kind: jar}", "{kind: jar, sign: release}");
      w.replace(
          "zugabe.yaml",
          "env:KEY_PASSWORD}",
          "env:KEY_PASSWORD, timestamp: [\"" + authority.address() + "\"]}");
      r = Keys.program(w).zugabe("build");
      assertThat(r.exit()).as(r.all()).isEqualTo(3);
      assertThat(r.err()).contains("error Z0301").doesNotContain("Z5001");
      assertThat(Files.readAllBytes(w.path("out/tern-1.0.jar"))).isEqualTo(before);
    }
  }

  /** Where no secret may be. */
  @Test
  public void noSecretShows() throws Exception {
    try (Workspace w = archive("packages")) {
      Keys.make(w, "packages", "openpgp", "ed25519");
      Keys.make(w, "release", "java", "ec-p256");
      StringBuilder said = new StringBuilder();
      for (String line :
          new String[] {
            "build --json --verbose --debug",
            "build --rehearse",
            "check --json",
            "key show --json",
            "key prove",
            "sign out/tern.tar.gz --key release --json",
            "verify out/SHA256SUMS --json"
          }) {
        said.append(Keys.program(w).zugabe(line.split(" ")).all());
      }
      assertThat(said.toString()).doesNotContain(Keys.PASSWORD);
      try (Stream<Path> walk = Files.walk(w.folder())) {
        for (Path file : walk.filter(Files::isRegularFile).toList()) {
          assertThat(new String(Files.readAllBytes(file), StandardCharsets.ISO_8859_1))
              .as(file.toString())
              .doesNotContain(Keys.PASSWORD);
        }
      }
    }
  }

  @Test
  public void weakAndEndedSignaturesOfOthers() throws Exception {
    try (Workspace w = Keys.workspace()) {
      w.write("a.txt", "low water\n");
      Instant now = Instant.now();
      Keys.store(
          w,
          "old",
          "PKCS12",
          Keys.Like.good().valid(now.minus(Duration.ofDays(900)), now.minus(Duration.ofDays(9))));
      String take = "openssl pkcs12 -in keys/old.p12 -passin env:KEY_PASSWORD ";
      String sign =
          "openssl cms -sign -binary -in a.txt -signer all.pem -inkey all.pem -outform DER -out a.txt.p7s";
      Program.Result made =
          Keys.program(w)
              .run(
                  "sh",
                  "-c",
                  take + "-nodes -out all.pem && " + take + "-nokeys -out old.pem && " + sign);
      assertThat(made.exit()).as(made.all()).isZero();
      Program.Result ended = w.program().zugabe("verify", "a.txt", "--trust", "old.pem");
      assertThat(ended.exit()).isEqualTo(1);
      assertThat(ended.err().replaceAll("\\s+", " "))
          .contains("error Z0206", "and no timestamp tells when it signed.");
      good(w, "sh", "-c", sign + " -md sha1");
      assertThat(w.program().zugabe("verify", "a.txt", "--trust", "old.pem").err())
          .contains("error Z0205", "Its digest isn't SHA-256 or better.");
      w.write("a.txt.p7s", "low water");
      assertThat(w.program().zugabe("verify", "a.txt").err()).contains("error Z0207  a.txt.p7s");
    }
  }

  /** What is to be said in other times: of a signature with a timestamp, and of one without. */
  @Test
  public void aTimestampOutlivesTheCertificate() throws Exception {
    try (Workspace w = Keys.workspace();
        TimestampAuthority authority =
            TimestampAuthority.start(Behaviour.GOOD, 0, Clock.systemUTC())) {
      Keys.make(w, "release", "java", "ec-p256");
      ok(w, "key", "export", "release", "--certificate", "release.pem");
      ok(w, "build");
      ok(w, "sign", "out/tern-1.0.jar", "--key", "release", "--timestamp", authority.address());
      List<X509Certificate> signer = Trust.read(Files.readAllBytes(w.path("release.pem")));
      List<X509Certificate> root = Trust.read(authority.root().getBytes(StandardCharsets.US_ASCII));
      Path jar = w.path("out/tern-1.0.jar");
      Instant later = Instant.now().plus(Duration.ofDays(20_000));
      Instant before = Instant.now().minus(Duration.ofDays(9));
      assertThat(codes(jar, later, signer, root)).isEmpty();
      assertThat(codes(jar, before, signer, root)).isEmpty();
      assertThat(codes(jar, later, signer)).containsExactlyInAnyOrder("Z0206", "Z0302");
      assertThat(codes(jar, before, signer)).containsExactlyInAnyOrder("Z0206", "Z0302");
      assertThat(codes(jar, Instant.now(), root)).containsExactly("Z0203");
    }
  }

  @SafeVarargs
  private static List<String> codes(Path jar, Instant now, List<X509Certificate>... trusted)
      throws Exception {
    Findings findings = new Findings();
    Trust trust = Trust.ofSystem();
    for (List<X509Certificate> one : trusted) {
      trust.add(one);
    }
    try (Workers workers = Workers.of(2)) {
      FileContent content = new FileContent(jar, "t.jar", Files.size(jar), ReadExtent.IN_PART);
      new FileVerification(trust, now, workers, findings).of("t.jar", content, List.of());
    }
    return findings.sorted().stream().map(f -> f.code().name()).toList();
  }
}
