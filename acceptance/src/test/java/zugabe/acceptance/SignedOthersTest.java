package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.security.MessageDigest;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import org.bouncycastle.cert.X509CertificateHolder;
import org.bouncycastle.cms.CMSSignedData;
import org.bouncycastle.openssl.PEMParser;
import org.bouncycastle.util.CollectionStore;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Cabinets and scripts that are signed for Windows, and certificates that aren't for code. */
public final class SignedOthersTest {
  private static final String BLOCK = "(?s).*Begin signature block(.*)\r\n# SIG # End.*";

  private Workspace w;

  @BeforeClass
  public void keys() throws Exception {
    w = Workspace.withProgram();
    Keys.make(w, "desk", "windows", "rsa-2048");
    Keys.make(w, "second", "windows", "ec-p384");
    Keys.ok(w, "key", "export", "desk", "--certificate", "desk.pem");
    w.write("a.txt", "high water at nine");
    w.write("b.txt", "low water at three\n".repeat(5000));
  }

  @AfterClass(alwaysRun = true)
  public void remove() throws Exception {
    w.close();
  }

  private static byte[] block(String script) {
    return Base64.getDecoder().decode(script.replaceAll(BLOCK, "$1").replaceAll("[\r\n# ]", ""));
  }

  @DataProvider
  public Object[][] packings() {
    return new Object[][] {{"-c"}, {"-cz"}};
  }

  /** A cabinet of others gets a place for its signature; what is in it is read as before. */
  @Test(dataProvider = "packings")
  public void cabinetsAreSigned(String packing) throws Exception {
    Files.deleteIfExists(w.path("in.cab"));
    Keys.shell(w, "gcab " + packing + " in.cab a.txt b.txt");
    Keys.ok(w, "sign", "in.cab", "--key", "desk", "--to", "signed.cab");
    byte[] cab = Files.readAllBytes(w.path("signed.cab"));
    Program.Result r = Keys.shell(w, "7zz t signed.cab && bsdtar -xOf signed.cab a.txt b.txt");
    assertThat(r.out())
        .contains("Everything is Ok", "high water at nine", "low water at three\nlow water");
    int at = CodeSignatures.in(cab).getInt(44);
    MessageDigest digest = MessageDigest.getInstance("SHA-256");
    digest.update(cab, 0, 4);
    digest.update(cab, 8, 26);
    digest.update(cab, 56, at - 56);
    CodeSignatures.opensslVerifies(w, Arrays.copyOfRange(cab, at, cab.length), digest.digest());
    assertThat(Keys.ok(w, "verify", "signed.cab").out()).contains("✓ whole");
    Keys.ok(w, "sign", "signed.cab", "--key", "second", "--add");
    assertThat(Keys.ok(w, "verify", "signed.cab").out().split("signed by", -1)).hasSize(3);
    for (int i : new int[] {9, 17, 27, 33, 61, at - 1}) {
      byte[] changed = cab.clone();
      changed[i] ^= 1;
      assertThat(CodeSignatures.verify(w, changed, ".cab").exit()).as("" + i).isEqualTo(1);
    }
  }

  @DataProvider
  public Object[][] scripts() {
    return new Object[][] {
      {StandardCharsets.US_ASCII, "", "Write-Output 'high water'\r\n"},
      {StandardCharsets.UTF_8, "\uFEFF", "Write-Output 'Flut für Möwen'\n"},
      {StandardCharsets.UTF_16LE, "\uFEFF", "Write-Output 'Flut'"},
    };
  }

  @Test(dataProvider = "scripts")
  public void scriptsAreSigned(Charset charset, String mark, String text) throws Exception {
    Files.write(w.path("t.ps1"), (mark + text).getBytes(charset));
    Keys.ok(w, "sign", "t.ps1", "--key", "desk", "--add");
    byte[] bytes = Files.readAllBytes(w.path("t.ps1"));
    String all = new String(bytes, charset);
    assertThat(all).startsWith(mark + text + "\r\n# SIG # Begin signature block\r\n# MI");
    assertThat(Keys.ok(w, "verify", "t.ps1").out()).contains("✓ whole");
    byte[] digest =
        MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_16LE));
    CodeSignatures.opensslVerifies(w, block(all), digest);
    for (String changed : List.of(all.replace("Write", "write"), all + "Write-Output 1\r\n")) {
      Program.Result r = CodeSignatures.verify(w, changed.getBytes(charset), ".ps1");
      assertThat(r.exit()).as(r.all()).isEqualTo(1);
      assertThat(r.err()).contains("error Z0202");
    }
    Keys.ok(w, "sign", "t.ps1", "--key", "desk", "--replace");
    assertThat(Files.readAllBytes(w.path("t.ps1"))).isEqualTo(bytes);
  }

  private static byte[] cabinet(Workspace w) throws Exception {
    Files.deleteIfExists(w.path("plain.cab"));
    Keys.shell(w, "gcab -c plain.cab a.txt");
    return Files.readAllBytes(w.path("plain.cab"));
  }

  private interface Made {
    byte[] in(Workspace w) throws Exception;
  }

  @DataProvider
  public Object[][] refused() {
    byte[] umlaut = "Write-Output 'Flut für'\r\n".getBytes(StandardCharsets.UTF_8);
    byte[] half = "1\r\n# SIG # Begin signature block\r\n".getBytes(StandardCharsets.UTF_8);
    return new Object[][] {
      {"c.ps1", (Made) w -> umlaut, "It can't hold the signature: it has characters beyond ASCII"},
      {"d.ps1", (Made) w -> half, "It is damaged: its block of the signature doesn't end"},
      {"e.cab", (Made) w -> Arrays.copyOf(cabinet(w), 60), "It is damaged: its size is out of"},
      {
        "f.cab",
        (Made)
            w -> {
              byte[] cabinet = cabinet(w);
              return Arrays.copyOf(cabinet, cabinet.length + 4);
            },
        "there are bytes behind its data"
      },
    };
  }

  @Test(dataProvider = "refused")
  public void whatCannotBeSignedStaysAsItIs(String file, Made made, String why) throws Exception {
    byte[] bytes = made.in(w);
    Files.write(w.path(file), bytes);
    Program.Result r = Keys.run(w, "sign", file, "--replace", "--key", "desk");
    assertThat(r.exit()).as(r.all()).isEqualTo(1);
    assertThat(r.err().replaceAll("\\s+", " ")).contains("error Z0209", why);
    assertThat(Files.readAllBytes(w.path(file))).isEqualTo(bytes);
  }

  /** One key, and two certificates that differ in what they are for. */
  @Test
  public void aCertificateForServersSignsNoCode() throws Exception {
    for (String[] one : new String[][] {{"code", "codeSigning"}, {"server", "serverAuth"}}) {
      Keys.shell(
          w,
          "[ -f k.pem ] || openssl genrsa -out k.pem 2048; openssl req -x509 -key k.pem -set_serial 7"
              + " -subj /CN=Quay -days 900 -addext extendedKeyUsage="
              + one[1]
              + " -out "
              + one[0]
              + ".pem && openssl pkcs12 -export -inkey k.pem -in "
              + one[0]
              + ".pem -passout env:KEY_PASSWORD -name a -out "
              + one[0]
              + ".p12 && chmod 600 "
              + one[0]
              + ".p12");
      w.write(
          "zugabe.yaml",
          Files.readString(w.path("zugabe.yaml"))
              + "  "
              + one[0]
              + ": {store: "
              + one[0]
              + ".p12, password: env:KEY_PASSWORD}\n");
    }
    w.write("u.ps1", "1 + 1\r\n");
    Program.Result refused = Keys.run(w, "sign", "u.ps1", "--key", "server");
    assertThat(refused.err().replaceAll("\\s+", " "))
        .contains("error Z0211", "its certificate isn't one for code");
    Keys.ok(w, "sign", "u.ps1", "--key", "code");
    Keys.ok(w, "verify", "u.ps1", "--trust", "code.pem");
    String all = Files.readString(w.path("u.ps1"));
    X509CertificateHolder server;
    try (PEMParser pem = new PEMParser(Files.newBufferedReader(w.path("server.pem")))) {
      server = (X509CertificateHolder) pem.readObject();
    }
    byte[] swapped =
        CMSSignedData.replaceCertificatesAndCRLs(
                new CMSSignedData(block(all)), new CollectionStore<>(List.of(server)), null, null)
            .getEncoded("DER");
    String text = all.substring(0, all.indexOf("# MI"));
    w.write(
        "u.ps1",
        text
            + "# "
            + Base64.getEncoder().encodeToString(swapped)
            + "\r\n# SIG # End signature block\r\n");
    Program.Result r = Keys.run(w, "verify", "u.ps1", "--trust", "server.pem");
    assertThat(r.exit()).as(r.all()).isEqualTo(1);
    assertThat(r.err())
        .contains("error Z0114", "The certificate of CN=Quay isn't one for signing code.");
  }
}
