package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.time.Instant;
import java.util.stream.Stream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Keys are made, shown and handed on; what is wrong with one is told before it signs. */
public final class KeyTest {

  /** With a recipe that the key is added to, and without one. */
  @DataProvider
  public Object[][] recipes() {
    return new Object[][] {{true}, {false}};
  }

  @Test(dataProvider = "recipes")
  public void theCommandLinesOfTheManual(boolean recipe) throws Exception {
    try (Workspace w = Keys.workspace()) {
      if (!recipe) {
        Files.delete(w.path("zugabe.yaml"));
      }
      Files.copy(
          Program.ROOT.resolve("acceptance/target/libraries/slf4j-api-2.0.16.jar"),
          w.path("other.jar"));
      for (String line :
          new String[] {
            "key|new|release|--for|java|--subject|CN=Release Desk,O=Gannet Harbour Works,C=GB"
                + "|--years|30|--store|keys/release.p12|--password|env:KEY_PASSWORD",
            "key|export|release|--certificate|release.pem",
            "sign|other.jar|--key|release",
            "verify|other.jar|--trust|release.pem"
          }) {
        Program.Result r = Keys.program(w).zugabe(line.split("\\|"));
        assertThat(r.exit()).as(line + r.all()).isZero();
      }
      if (recipe) {
        assertThat(Files.readString(w.path("zugabe.yaml")))
            .contains("keys:\n  release: {store: keys/release.p12, password: env:KEY_PASSWORD}\n");
      }
      assertThat(
              PosixFilePermissions.toString(
                  Files.getPosixFilePermissions(w.path("keys/release.p12"))))
          .isEqualTo("rw-------");
      Program.Result p12 =
          Keys.program(w)
              .run(
                  "openssl",
                  "pkcs12",
                  "-in",
                  "keys/release.p12",
                  "-passin",
                  "env:KEY_PASSWORD",
                  "-info",
                  "-noout");
      assertThat(p12.exit()).as(p12.all()).isZero();
      assertThat(p12.all()).contains("MAC: sha256", "PBES2, PBKDF2, AES-256-CBC", "hmacWithSHA256");
      String text =
          w.program().run("openssl", "x509", "-in", "release.pem", "-noout", "-text").out();
      assertThat(text)
          .contains("C = GB, O = Gannet Harbour Works, CN = Release Desk", "(3072 bit)")
          .contains("Code Signing", "Digital Signature", "CA:FALSE");
    }
  }

  @Test
  public void olderReadersOpenItWhenTheyAreAskedFor() throws Exception {
    try (Workspace w = Keys.workspace()) {
      Program.Result r = Keys.release(w, "--subject", Keys.SUBJECT, "--older-readers");
      assertThat(r.exit()).as(r.all()).isZero();
      Program.Result p12 =
          Keys.program(w)
              .run(
                  "openssl",
                  "pkcs12",
                  "-legacy",
                  "-in",
                  "keys/release.p12",
                  "-passin",
                  "env:KEY_PASSWORD",
                  "-info",
                  "-noout");
      assertThat(p12.all()).contains("MAC: sha1", "pbeWithSHA1And3-KeyTripleDES-CBC");
      assertThat(Keys.program(w).zugabe("key", "prove").out()).contains("release", "signs");
    }
  }

  @Test
  public void itIsShownWithAllItsFingerprints() throws Exception {
    try (Workspace w = Keys.workspace()) {
      Keys.release(w, "--subject", Keys.SUBJECT);
      String sha256 =
          w.program()
              .run(
                  "sh",
                  "-c",
                  "KEY_PASSWORD='"
                      + Keys.PASSWORD
                      + "' openssl pkcs12 -in keys/release.p12 -passin env:KEY_PASSWORD -nokeys | openssl x509 -noout -fingerprint -sha256")
              .out()
              .strip()
              .replaceFirst(".*=", "");
      Program.Result show = Keys.program(w).zugabe("key", "show", "release");
      assertThat(show.out())
          .contains(Keys.SUBJECT, "vouched for by  itself", "EC, 256 bits", "days left", sha256)
          .contains("signs", "not for", "Windows programs: only machines that were told");
      assertThat(Keys.program(w).zugabe("key", "list").out())
          .startsWith("release  EC, 256 bits  until ");
      CommandTest.valid(Keys.program(w).zugabe("key", "show", "--json").out(), "key");
      Program.Result none = Keys.program(w).zugabe("key", "show", "realease");
      assertThat(none.exit()).isEqualTo(1);
      assertThat(none.err()).contains("error Z0105", "Did you mean \"release\"?");
    }
  }

  @DataProvider
  public Object[][] subjects() {
    return new Object[][] {
      {"CN=A,C=+44", "\"+44\" isn't a country's code", "Write C=GB."},
      {"CN=A,C=0049", "\"0049\" isn't", "Write C=DE."},
      {"CN=A,C=Germany", "\"Germany\" isn't", "Write C=DE."},
      {"CN=A,C=Deutschland", "\"Deutschland\" isn't", "Write C=DE."},
      {"CN=A,C=UK", "\"UK\" isn't", "Write C=GB."},
      {"CN=A,C=gb", "\"gb\" isn't", "Write C=GB."},
      {"CN=A,C=Atlantis", "\"Atlantis\" isn't", "Write one such as C=GB or C=DE."},
      {"O=A,C=GB", "There is no name in it (CN).", "Write it like"},
      {"CN=A,ORG=B", "There is no field \"ORG\"", "To do:"},
      {"nobody", "isn't a distinguished name", "Write it like"},
      {"CN=" + "x".repeat(65), "has 65 characters; 64 are the most", "Shorten it."},
    };
  }

  @Test(dataProvider = "subjects")
  public void aSubjectIsChecked(String subject, String what, String fix) throws Exception {
    try (Workspace w = Keys.workspace()) {
      Program.Result r = Keys.release(w, "--subject", subject);
      assertThat(r.exit()).isEqualTo(1);
      assertThat(r.err().replaceAll("\\s+", " ")).contains("error Z0110", what, fix);
      assertThat(w.path("keys")).doesNotExist();
      assertThat(Files.readString(w.path("zugabe.yaml"))).doesNotContain("keys:");
    }
  }

  @Test
  public void nothingIsOverwritten() throws Exception {
    try (Workspace w = Keys.workspace()) {
      w.write("keys/release.p12", "precious");
      Program.Result r = Keys.release(w, "--subject", Keys.SUBJECT);
      assertThat(r.exit()).isEqualTo(1);
      assertThat(r.err()).contains("error Z0112  keys/release.p12");
      assertThat(w.path("keys/release.p12")).hasContent("precious");
      r =
          Keys.release(
              w,
              "--subject",
              Keys.SUBJECT,
              "--store",
              "a.p12",
              "--generate-password",
              "keys/release.p12");
      assertThat(r.err()).contains("error Z0112  keys/release.p12");
      assertThat(w.path("a.p12")).doesNotExist();
    }
  }

  @Test
  public void purposesDecide() throws Exception {
    try (Workspace w = Keys.workspace()) {
      Program.Result r =
          Keys.program(w)
              .zugabe(
                  "key",
                  "new",
                  "phone",
                  "--for",
                  "android",
                  "--years",
                  "3",
                  "--subject",
                  Keys.SUBJECT,
                  "--password",
                  "env:KEY_PASSWORD");
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(r.err()).contains("rsa-4096, 3 years", "warning Z0113", "before 2033-10-22");
      r =
          Keys.program(w)
              .zugabe(
                  "key",
                  "new",
                  "b",
                  "--for",
                  "windows",
                  "--algorithm",
                  "ed25519",
                  "--subject",
                  Keys.SUBJECT,
                  "--password",
                  "env:KEY_PASSWORD");
      assertThat(r.err()).contains("error Z0114");
      r = Keys.program(w).zugabe("key", "new", "c", "--for", "phones", "--subject", Keys.SUBJECT);
      assertThat(r.exit()).isEqualTo(2);
      assertThat(r.err()).contains("--for takes one of java, android, windows, apple, openpgp");
      r =
          Keys.program(w)
              .zugabe(
                  "key",
                  "new",
                  "c",
                  "--for",
                  "java",
                  "--subject",
                  Keys.SUBJECT,
                  "--years",
                  "99",
                  "--password",
                  "env:KEY_PASSWORD");
      assertThat(r.err()).contains("error Z0110", "but for 1 to 50");
    }
  }

  private interface Spoiling {
    void in(Workspace w) throws Exception;
  }

  @DataProvider
  public Object[][] stores() {
    Instant now = Instant.now();
    Keys.Like good = Keys.Like.good();
    Duration day = Duration.ofDays(1);
    return new Object[][] {
      {"java's own", (Spoiling) w -> Keys.store(w, "release", "JKS", good), ""},
      {
        "ended",
        (Spoiling)
            w ->
                Keys.store(
                    w,
                    "release",
                    "PKCS12",
                    good.valid(now.minus(day.multipliedBy(9)), now.minus(day))),
        "error Z0107"
      },
      {
        "not yet",
        (Spoiling)
            w ->
                Keys.store(
                    w,
                    "release",
                    "PKCS12",
                    good.valid(now.plus(day), now.plus(day.multipliedBy(900)))),
        "error Z0107"
      },
      {
        "ends soon",
        (Spoiling)
            w ->
                Keys.store(
                    w,
                    "release",
                    "PKCS12",
                    good.valid(now.minus(day), now.plus(day.multipliedBy(9)))),
        "warning Z0108"
      },
      {"weak", (Spoiling) w -> Keys.store(w, "release", "PKCS12", good.sized(1024)), "error Z0109"},
      {"mismatched", (Spoiling) w -> Keys.mismatched(w, "release"), "error Z0106"},
      {
        "damaged",
        (Spoiling)
            w -> {
              Keys.store(w, "release", "PKCS12", good);
              byte[] bytes = Files.readAllBytes(w.path("keys/release.p12"));
              Files.write(w.path("keys/release.p12"), java.util.Arrays.copyOf(bytes, 500));
            },
        "error Z0104"
      },
      {
        "another alias",
        (Spoiling)
            w -> {
              Keys.store(w, "release", "PKCS12", good);
              w.replace("zugabe.yaml", "p12, ", "p12, alias: other, ");
            },
        "error Z0105"
      },
    };
  }

  /** Nothing is half signed, and the last good file stays. */
  @Test(dataProvider = "stores")
  public void whatIsWrongWithAKeyIsToldBeforeItSigns(String what, Spoiling spoiling, String finding)
      throws Exception {
    try (Workspace w = Keys.workspace()) {
      assertThat(w.program().zugabe("build").exit()).isZero();
      byte[] before = Files.readAllBytes(w.path("out/tern-1.0.jar"));
      spoiling.in(w);
      w.replace("zugabe.yaml", "{kind: jar}", "{kind: jar, sign: release}");
      Program.Result check = Keys.program(w).zugabe("check");
      Program.Result build = Keys.program(w).zugabe("build");
      boolean error = finding.startsWith("error");
      assertThat(check.err()).as(what).contains(finding);
      assertThat(build.err()).as(what).contains(finding);
      assertThat(build.exit()).as(what + build.all()).isEqualTo(error ? 1 : 0);
      assertThat(java.util.Arrays.equals(before, Files.readAllBytes(w.path("out/tern-1.0.jar"))))
          .as(what)
          .isEqualTo(error);
      try (Stream<Path> list = Files.list(w.path("out"))) {
        assertThat(list.map(p -> p.getFileName().toString()))
            .containsExactlyInAnyOrder(
                ".zugabe-lock", "receipt.json", "SHA256SUMS", "tern-1.0.jar");
      }
    }
  }

  /** How long each key lasts that is used, and who refuses it. */
  @Test
  public void aCheckLooksAtTheKeysThatSign() throws Exception {
    try (Workspace w = Keys.workspace()) {
      Keys.make(w, "modern", "java", "ed25519");
      Keys.make(w, "packages", "openpgp", "ed25519");
      w.replace("zugabe.yaml", "{kind: jar}", "{kind: jar, sign: modern}");
      w.write("zugabe.yaml", Files.readString(w.path("zugabe.yaml")) + "sign: packages\n");
      Program.Result r = Keys.program(w).zugabe("check");
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(r.out().replaceAll(" +", " "))
          .contains("Keys:\n modern keys/modern.p12 Ed25519 until 20", ", 3,65", " days left")
          .contains("packages keys/packages.asc Ed25519 until 20", ", 1,09");
      // the classes are for 17 and newer, whose runtimes verify such keys
      assertThat(r.err()).doesNotContain("Z0113");
      w.compile("old", "example.tern.Old", "public static void main(String[] a) {}", "11");
      w.replace("zugabe.yaml", "own: classes, libraries: lib/*.jar", "own: old");
      r = Keys.program(w).zugabe("check");
      assertThat(r.err())
          .contains(
              "warning Z0113  zugabe.yaml:5:26  deliverables.jar.sign",
              "The key \"modern\" isn't one for jar: runtimes before Java 17 don't verify Ed25519.");
      assertThat(Keys.program(w).zugabe("check", "--json").out())
          .contains("\"store\" : \"keys/modern.p12\"", "\"daysLeft\" : 3");
      // nobody's key is asked for, so nobody's is told
      assertThat(w.program().zugabe("check").out()).doesNotContain("Keys:");
    }
  }
}
