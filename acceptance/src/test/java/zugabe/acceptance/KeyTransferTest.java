package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Certificates that others issue, keys from other stores, and backups. */
public final class KeyTransferTest {
  private static final String ROOT = Keys.openssl("Gannet Root", "ca.key", "ca.pem");

  @Test
  public void aCertificateIsAskedForAndAccepted() throws Exception {
    try (Workspace w = Keys.workspace()) {
      Keys.make(w, "release", "java", "rsa-2048");
      Keys.ok(w, "key", "request", "release", "--to", "release.csr");
      Keys.shell(
          w, "openssl req -verify -in release.csr -noout -subject | grep 'CN = Release Desk'");
      Keys.shell(w, ROOT);
      Keys.shell(
          w,
          "openssl x509 -req -in release.csr -CA ca.pem -CAkey ca.key -CAcreateserial -days 300 -out one.pem");
      byte[] before = Files.readAllBytes(w.path("keys/release.p12"));
      Program.Result wrong = Keys.run(w, "key", "accept", "release", "--chain", "ca.pem");
      assertThat(wrong.exit()).isEqualTo(1);
      assertThat(wrong.err()).contains("error Z0106", "None of its certificates is for the key");
      assertThat(Files.readAllBytes(w.path("keys/release.p12"))).isEqualTo(before);
      // in any order
      Keys.shell(w, "cat ca.pem one.pem >issued.pem");
      assertThat(Keys.ok(w, "key", "accept", "release", "--chain", "issued.pem").out())
          .contains("vouched for by  CN=Gannet Root");
      assertThat(
              PosixFilePermissions.toString(
                  Files.getPosixFilePermissions(w.path("keys/release.p12"))))
          .isEqualTo("rw-------");
      Keys.ok(w, "build");
      Keys.ok(w, "sign", "out/tern-1.0.jar", "--key", "release");
      Program.Result r = w.program().zugabe("verify", "out/tern-1.0.jar", "--trust", "ca.pem");
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(r.out()).contains("vouched for by  CN=Gannet Root");
    }
  }

  @DataProvider
  public Object[][] foreign() {
    String made =
        "openssl req -x509 -newkey rsa:2048 -passout env:OTHER -keyout k.pem -subj '/CN=Old Desk' -days 900 -out c.pem; ";
    return new Object[][] {
      {made + "cat k.pem c.pem >old.pem", "old.pem"},
      {
        made + "openssl pkcs8 -in k.pem -passin env:OTHER -out p.pem; cat c.pem p.pem >old.pem",
        "old.pem"
      },
      {
        made
            + "openssl rsa -in k.pem -passin env:OTHER -traditional -out p.pem; cat p.pem c.pem >old.pem",
        "old.pem"
      },
      {
        made
            + "openssl pkcs12 -export -in c.pem -inkey k.pem -passin env:OTHER -passout env:OTHER -out old.p12",
        "old.p12"
      },
      {
        made
            + "openssl pkcs12 -export -legacy -in c.pem -inkey k.pem -passin env:OTHER -passout env:OTHER -out old.p12",
        "old.p12"
      },
    };
  }

  @Test(dataProvider = "foreign")
  public void keysOfOtherStoresAreTakenOver(String making, String file) throws Exception {
    try (Workspace w = Keys.workspace()) {
      Keys.shell(w, making);
      Keys.ok(
          w,
          "key",
          "import",
          "release",
          "--from",
          file,
          "--from-password",
          "env:OTHER",
          "--password",
          "env:KEY_PASSWORD");
      assertThat(Keys.ok(w, "key", "prove").out()).contains("release", "CN=Old Desk", "signs");
      Program.Result again =
          Keys.run(
              w,
              "key",
              "import",
              "release",
              "--from",
              file,
              "--from-password",
              "env:OTHER",
              "--password",
              "env:KEY_PASSWORD");
      assertThat(again.err()).contains("error Z0112");
      Program.Result weak =
          Keys.run(
              w,
              "key",
              "import",
              "b",
              "--from",
              file,
              "--from-password",
              "env:OTHER",
              "--password",
              "env:HOME");
      assertThat(weak.exit()).isEqualTo(1);
    }
  }

  @Test
  public void whatIsNoKeyIsNotImported() throws Exception {
    try (Workspace w = Keys.workspace()) {
      Keys.shell(w, ROOT + "; cp ca.key lonely.pem");
      assertThat(
              Keys.run(
                      w,
                      "key",
                      "import",
                      "a",
                      "--from",
                      "lonely.pem",
                      "--password",
                      "env:KEY_PASSWORD")
                  .err())
          .contains("error Z0106", "There is no certificate with the key", "--certificate FILE");
      assertThat(
              Keys.run(
                      w,
                      "key",
                      "import",
                      "a",
                      "--from",
                      "gone.p12",
                      "--password",
                      "env:KEY_PASSWORD")
                  .err())
          .contains("error Z0104  gone.p12");
      w.write("text.p12", "low water");
      assertThat(
              Keys.run(
                      w,
                      "key",
                      "import",
                      "a",
                      "--from",
                      "text.p12",
                      "--from-password",
                      "env:OTHER",
                      "--password",
                      "env:KEY_PASSWORD")
                  .err())
          .contains("error Z0104  text.p12");
      assertThat(w.path("keys")).doesNotExist();
      Program.Result password =
          Keys.run(w, "key", "import", "a", "--from", "lonely.pem", "--password", Keys.OTHER);
      assertThat(password.exit()).isEqualTo(2);
      assertThat(password.err()).doesNotContain(Keys.OTHER);
    }
  }

  @DataProvider
  public Object[][] purposes() {
    return new Object[][] {{"java", "p12"}, {"openpgp", "asc"}};
  }

  @Test(dataProvider = "purposes")
  public void aBackupBringsTheKeyBack(String purpose, String ending) throws Exception {
    try (Workspace w = Keys.workspace()) {
      Keys.make(w, "release", purpose, "rsa-2048");
      Keys.ok(w, "key", "export", "release", "--certificate", "release.pub");
      Keys.ok(w, "key", "backup", "release", "--to", "sheet.txt", "--password", "env:OTHER");
      String sheet = Files.readString(w.path("sheet.txt"));
      assertThat(sheet)
          .contains("BACKUP OF A SIGNING KEY", "Key:         release", "Fingerprint: ")
          .contains("To restore it:   zugabe key restore FILE --password SOURCE")
          .doesNotContain(Keys.OTHER, Keys.PASSWORD);
      Files.delete(w.path("keys/release." + ending));
      Program.Result wrong =
          Keys.run(w, "key", "restore", "sheet.txt", "--password", "env:KEY_PASSWORD");
      assertThat(wrong.exit()).isEqualTo(1);
      assertThat(wrong.err()).contains("error Z0103  sheet.txt");
      Keys.ok(w, "key", "restore", "sheet.txt", "--password", "env:OTHER");
      w.replace("zugabe.yaml", "env:KEY_PASSWORD", "env:OTHER");
      Keys.ok(w, "build");
      Keys.ok(w, "sign", "out/SHA256SUMS", "--key", "release");
      // what it signs is verified by what was handed on before
      Program.Result r = w.program().zugabe("verify", "out/SHA256SUMS", "--trust", "release.pub");
      assertThat(r.exit()).as(r.all()).isZero();
      // without this program, too
      Keys.shell(
          w,
          purpose.equals("java")
              ? "sed -n '/BEGIN PKCS12/,/END PKCS12/p' sheet.txt | grep -v -- ----- | base64 -d | openssl pkcs12 -passin env:OTHER -noout"
              : "mkdir -m 700 g; gpg --homedir g --batch --pinentry-mode loopback --passphrase \"$OTHER\" --import sheet.txt; gpgconf --homedir g --kill all; rm -rf g");
      w.write("cut.txt", sheet.substring(0, sheet.length() / 2));
      assertThat(Keys.run(w, "key", "restore", "cut.txt", "--password", "env:OTHER").err())
          .contains("error Z0104  cut.txt");
      // one key in 256 begins with the first of them
      String other = sheet.contains("Fingerprint: 00") ? "FF" : "00";
      w.write("false.txt", sheet.replaceFirst("Fingerprint: ..", "Fingerprint: " + other));
      assertThat(
              Keys.run(w, "key", "restore", "false.txt", "--store", "b", "--password", "env:OTHER")
                  .err())
          .contains("error Z0106  false.txt", "It holds another key than it says");
    }
  }

  /** The key itself, for other programs: never without a password, never over another file. */
  @Test(dataProvider = "purposes")
  public void theKeyItselfIsHandedOnClosed(String purpose, String ending) throws Exception {
    try (Workspace w = Keys.workspace()) {
      Keys.make(w, "release", purpose, "rsa-2048");
      Keys.ok(w, "key", "export", "release", "--private", "own.txt", "--password", "env:OTHER");
      assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(w.path("own.txt"))))
          .isEqualTo("rw-------");
      Keys.shell(
          w,
          purpose.equals("java")
              ? "openssl pkey -in own.txt -passin env:OTHER -noout -check"
              : "gpg --batch --show-keys own.txt | grep desk@gannet.example");
      Program.Result again =
          Keys.run(
              w, "key", "export", "release", "--private", "own.txt", "--password", "env:OTHER");
      assertThat(again.err()).contains("error Z0112  own.txt");
      Program.Result both = Keys.run(w, "key", "export", "release");
      assertThat(both.exit()).isEqualTo(2);
      Keys.ok(w, "key", "export", "release", "--certificate", "release.pem");
      List<String> back = new ArrayList<>(List.of("key", "import", "back", "--from", "own.txt"));
      back.addAll(List.of("--from-password", "env:OTHER", "--password", "env:KEY_PASSWORD"));
      if (purpose.equals("java")) {
        back.addAll(List.of("--certificate", "release.pem"));
      }
      Keys.ok(w, back.toArray(String[]::new));
      assertThat(Keys.ok(w, "key", "prove").out()).contains("back ");
      assertThat(w.path("keys/back." + ending)).exists();
    }
  }

  /** By a token in software; the key is made on it, and its certificate put beside it. */
  @Test
  public void aTokenSigns() throws Exception {
    try (Workspace w = Keys.workspace()) {
      Files.createDirectories(w.path("tokens"));
      w.write(
          "softhsm.conf",
          "directories.tokendir = " + w.path("tokens") + "\nobjectstore.backend = file\n");
      String slot =
          w.program()
              .with("SOFTHSM2_CONF", w.path("softhsm.conf").toString())
              .run(
                  "softhsm2-util",
                  "--init-token",
                  "--free",
                  "--label",
                  "desk",
                  "--so-pin",
                  "99999999",
                  "--pin",
                  "48484848")
              .out()
              .replaceAll("(?s).*to slot (\\d+).*", "$1");
      String library = "/usr/lib/softhsm/libsofthsm2.so";
      Tokens.fill(w, library, slot, "48484848");
      w.write(
          "zugabe.yaml",
          Files.readString(w.path("zugabe.yaml")).replace("{kind: jar}", "{kind: jar, sign: desk}")
              + "keys: {desk: {store: 'pkcs11:slot-id="
              + slot
              + ";object=desk?module-path="
              + library
              + "', password: env:PIN}}\n");
      Program.Result r = Tokens.program(w, "48484848").zugabe("build");
      assertThat(r.exit()).as(r.all()).isZero();
      Program.Result shown = Tokens.program(w, "48484848").zugabe("key", "show");
      assertThat(shown.out()).contains("CN=Token Desk", "RSA, 2048 bits");
      assertThat(
              Tokens.program(w, "48484848")
                  .zugabe("key", "export", "desk", "--certificate", "desk.pem")
                  .exit())
          .isZero();
      assertThat(w.program().zugabe("verify", "out/tern-1.0.jar", "--trust", "desk.pem").exit())
          .isZero();
      assertThat(Tokens.program(w, "48484848").zugabe("key", "prove").out()).contains("signs");
      Program.Result pin = Tokens.program(w, "12345678").zugabe("key", "prove");
      assertThat(pin.exit()).isEqualTo(1);
      assertThat(pin.err()).contains("error Z0103", "doesn't take this PIN");
      w.replace("zugabe.yaml", "object=desk", "object=gone");
      assertThat(Tokens.program(w, "48484848").zugabe("key", "prove").err())
          .contains("error Z0105", "gone");
      w.replace("zugabe.yaml", library, "/nowhere.so");
      assertThat(Tokens.program(w, "48484848").zugabe("key", "prove").err())
          .contains("error Z0104", "/nowhere.so");
    }
  }
}
