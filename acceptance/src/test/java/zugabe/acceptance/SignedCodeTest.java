package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.standins.Behaviour;
import zugabe.standins.TimestampAuthority;

/** Programs for Windows, cabinets and scripts that are signed: by openssl's word, and by ours. */
public final class SignedCodeTest {
  private Workspace workspace;
  private byte[] signed;

  @BeforeClass
  public void sign() throws Exception {
    workspace = Launchers.workspace("", ", sign: desk");
    Keys.make(workspace, "desk", "windows", "rsa-2048");
    Keys.make(workspace, "second", "windows", "ec-p384");
    Keys.ok(workspace, "key", "export", "desk", "--certificate", "desk.pem");
    Keys.ok(workspace, "build");
    signed = Files.readAllBytes(workspace.path("out/tern.exe"));
  }

  @AfterClass(alwaysRun = true)
  public void remove() throws Exception {
    workspace.close();
  }

  private static ByteBuffer in(byte[] bytes) {
    return CodeSignatures.in(bytes);
  }

  /** Where a program says that its signatures are: place and size. */
  private static int directoryAt(byte[] exe) {
    int optional = in(exe).getInt(0x3C) + 24;
    return optional + (in(exe).getShort(optional) == 0x20B ? 112 : 96) + 32;
  }

  /** By another way than the program's: all of it, without what signatures don't cover. */
  private static byte[] digest(byte[] exe, String algorithm) throws Exception {
    int checksum = in(exe).getInt(0x3C) + 24 + 64;
    int directory = directoryAt(exe);
    MessageDigest digest = MessageDigest.getInstance(algorithm);
    digest.update(exe, 0, checksum);
    digest.update(exe, checksum + 4, directory - checksum - 4);
    digest.update(exe, directory + 8, in(exe).getInt(directory) - directory - 8);
    return digest.digest();
  }

  private static int find(byte[] in, byte[] what, int from) {
    return CodeSignatures.find(in, what, from);
  }

  private static byte[] blob(byte[] exe) {
    int at = in(exe).getInt(directoryAt(exe));
    return Arrays.copyOfRange(exe, at + 8, at + in(exe).getInt(at));
  }

  private static void opensslVerifies(Workspace w, byte[] signature, byte[] digest)
      throws Exception {
    CodeSignatures.opensslVerifies(w, signature, digest);
  }

  @Test
  public void aSignedProgramIsStillAJar() throws Exception {
    Path exe = workspace.path("out/tern.exe");
    opensslVerifies(workspace, blob(signed), digest(signed, "SHA-256"));
    for (String java : Program.runtimes()) {
      assertThat(workspace.program().run(java, "-jar", exe.toString(), "a").out())
          .as(java)
          .isEqualTo("good tide1\n");
    }
    Program.Result zip = workspace.program().run("unzip", "-tq", exe.toString());
    assertThat(zip.exit()).as(zip.all()).isZero();
    Program.Result r = Keys.ok(workspace, "verify", "out/tern.exe", "--trust", "desk.pem");
    assertThat(r.out()).contains("✓ whole", Keys.SUBJECT);
    assertThat(Keys.ok(workspace, "inspect", "out/tern.exe").out().replaceAll(" +", " "))
        .contains("signed by " + Keys.SUBJECT);
    assertThat(Files.readString(workspace.path("out/receipt.json"))).contains("\"in-code\"");
  }

  /** The same bytes whether it is signed while it is made, or later. */
  @Test
  public void signedLaterItIsTheSame() throws Exception {
    Files.copy(workspace.path("out/tern.exe"), workspace.path("later.exe"));
    Keys.ok(workspace, "sign", "later.exe", "--key", "desk", "--replace", "--description", "Tern");
    assertThat(Files.readAllBytes(workspace.path("later.exe"))).isEqualTo(signed);
    Program.Result r = Keys.run(workspace, "sign", "later.exe", "--key", "desk");
    assertThat(r.exit()).isEqualTo(1);
    assertThat(r.err()).contains("error Z0210", "--replace or --add");
  }

  /** What a zip file in a program is told about itself stays, with the signatures behind it. */
  @Test
  public void aCommentOfTheZipFileStays() throws Exception {
    try (Workspace w = Launchers.workspace("", "")) {
      Keys.make(w, "desk", "windows", "rsa-2048");
      Keys.ok(w, "build");
      String script =
          "import zipfile\nz = zipfile.ZipFile('out/tern.exe', 'a')\nz.comment = b'high water at nine'\n";
      assertThat(w.program().run("python3", "-c", script).exit()).isZero();
      for (String already : List.of("--add", "--replace", "--add")) {
        Keys.ok(w, "sign", "out/tern.exe", "--key", "desk", already);
        byte[] exe = Files.readAllBytes(w.path("out/tern.exe"));
        assertThat(find(exe, "high water at nine".getBytes(StandardCharsets.US_ASCII), 0))
            .isPositive();
        Keys.ok(w, "verify", "out/tern.exe");
        assertThat(w.program().run("java", "-jar", "out/tern.exe").out()).isEqualTo("good tide0\n");
      }
    }
  }

  /** Further ones go where the first one was filled up, so that the zip file stays whole. */
  @Test
  public void furtherSignaturesTakeTheRoomThatIsLeft() throws Exception {
    Path more = Files.write(workspace.path("more.exe"), signed);
    Keys.ok(workspace, "sign", "more.exe", "--key", "second", "--add");
    byte[] two = Files.readAllBytes(more);
    assertThat(two).hasSameSizeAs(signed);
    opensslVerifies(workspace, blob(two), digest(two, "SHA-256"));
    assertThat(find(two, digest(two, "SHA-384"), 0)).isPositive();
    Program.Result r = Keys.ok(workspace, "verify", "--json", "more.exe");
    assertThat(r.out()).contains("SHA256withRSA", "SHA384withEC");
    Program.Result java = workspace.program().run("java", "-jar", more.toString());
    assertThat(java.out()).isEqualTo("good tide0\n");
    int exit = 0;
    for (int i = 0; exit == 0 && i < 20; i++) {
      r = Keys.run(workspace, "sign", "more.exe", "--key", "desk", "--add");
      exit = r.exit();
    }
    assertThat(r.err().replaceAll("\\s+", " "))
        .contains("error Z0209", "there is no room for one more signature");
    Keys.ok(workspace, "verify", "more.exe");
  }

  /** Windows finds it under its own name; openssl reads what is in it. */
  @Test
  public void aTimestampLastsLongerThanTheCertificate() throws Exception {
    try (TimestampAuthority authority =
        TimestampAuthority.start(Behaviour.GOOD, 0, Clock.systemUTC())) {
      Files.write(workspace.path("stamped.exe"), signed);
      workspace.write("root.pem", authority.root());
      Keys.ok(
          workspace,
          "sign",
          "stamped.exe",
          "--replace",
          "--key",
          "desk",
          "--timestamp",
          authority.address());
      Program.Result r = Keys.ok(workspace, "verify", "stamped.exe", "--trust", "root.pem");
      assertThat(r.out()).contains("by a timestamp");
      byte[] exe = Files.readAllBytes(workspace.path("stamped.exe"));
      byte[] name = {6, 10, 43, 6, 1, 4, 1, (byte) 0x82, 55, 3, 3, 1};
      assertThat(find(exe, name, 0)).isPositive();
      opensslVerifies(workspace, blob(exe), digest(exe, "SHA-256"));
      assertThat(workspace.program().run("java", "-jar", "stamped.exe").out())
          .isEqualTo("good tide0\n");
    }
  }

  private static Program.Result verify(Workspace w, byte[] bytes, String ending) throws Exception {
    return CodeSignatures.verify(w, bytes, ending);
  }

  /** In all regions; what is called whole has the digest that was signed, and hides nothing. */
  @Test
  public void noChangedByteIsCalledWhole() throws Exception {
    List<Integer> accepted = new ArrayList<>();
    int checksum = in(signed).getInt(0x3C) + 24 + 64;
    int table = in(signed).getInt(directoryAt(signed));
    byte[] before = digest(signed, "SHA-256");
    for (int at = 0; at < signed.length; at += at < table ? 2003 : 599) {
      byte[] changed = signed.clone();
      changed[at] ^= (byte) (1 << (at % 8));
      int exit = verify(workspace, changed, ".exe").exit();
      boolean same = at >= table && Arrays.equals(digest(changed, "SHA-256"), before);
      boolean free = at >= checksum && at < checksum + 4;
      if (exit > 1 || (exit == 0 && !same && !free)) {
        accepted.add(at);
      }
    }
    assertThat(accepted).isEmpty();
  }

  private interface Change {
    byte[] of(byte[] exe) throws Exception;
  }

  private static byte[] put(byte[] bytes, int at, int value) {
    in(bytes).putInt(at, value);
    return bytes;
  }

  private static byte[] with(byte[] bytes, String more) throws Exception {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.writeBytes(bytes);
    out.writeBytes(more.getBytes(StandardCharsets.US_ASCII));
    return out.toByteArray();
  }

  @DataProvider
  public Object[][] tamperings() {
    return new Object[][] {
      {"bytes behind it", (Change) b -> with(b, "another"), "Z0202"},
      {
        "no signatures",
        (Change) b -> put(put(b, directoryAt(b), 0), directoryAt(b) + 4, 0),
        "Z0201"
      },
      {"cut off", (Change) b -> Arrays.copyOf(b, b.length - 300), "Z0207"},
      {"table elsewhere", (Change) b -> put(b, directoryAt(b), 0x7FFFFFF0), "Z0207"},
      {"in the filling", (Change) b -> put(b, b.length - 900, 7), "Z0204"},
      {
        "behind the signature",
        (Change)
            b -> {
              int at = in(b).getInt(directoryAt(b));
              byte[] more = with(b, "hidden here, you");
              put(more, directoryAt(b) + 4, b.length - at + 16);
              return put(more, at, b.length - at + 16);
            },
        "Z0204"
      },
      {"no structure", (Change) b -> put(b, in(b).getInt(directoryAt(b)) + 8, 0), "Z0207"},
      {"another type", (Change) b -> put(b, in(b).getInt(directoryAt(b)) + 8, 0x00000130), "Z0207"},
    };
  }

  @Test(dataProvider = "tamperings")
  public void tamperingIsFound(String what, Change change, String code) throws Exception {
    Program.Result r = verify(workspace, change.of(signed.clone()), ".exe");
    assertThat(r.exit()).as(what + r.all()).isEqualTo(1);
    assertThat(r.err()).contains("error " + code);
    assertThat(r.out()).doesNotContain("✓");
  }

  /** Programs that distributions ship, with signatures of their makers. */
  @DataProvider
  public Object[][] real() throws Exception {
    return new Object[][] {{"shim", 2}, {"fwupd", 1}};
  }

  /** Where {@code ./verify} puts them. */
  private static Path shipped(String name) throws Exception {
    String cache = System.getenv().getOrDefault("XDG_CACHE_HOME", "");
    Path base =
        cache.isEmpty() ? Path.of(System.getProperty("user.home"), ".cache") : Path.of(cache);
    try (Stream<Path> files = Files.walk(base.resolve("zugabe-tests/signed"))) {
      return files
          .filter(f -> f.getFileName().toString().matches(name + "x64\\.efi\\.signed"))
          .findFirst()
          .orElseThrow();
    }
  }

  @Test(dataProvider = "real")
  public void realProgramsAreJudged(String name, int signatures) throws Exception {
    byte[] bytes = Files.readAllBytes(shipped(name));
    Files.write(workspace.path("real.efi"), bytes);
    Program.Result r = Keys.run(workspace, "verify", "real.efi");
    // nobody here vouches for its makers
    assertThat(r.exit()).isEqualTo(1);
    assertThat(r.out()).contains("✓ whole");
    assertThat(r.out().split("signed by", -1)).hasSize(signatures + 1);
    int directory = directoryAt(bytes);
    int table = in(bytes).getInt(directory);
    int said = find(bytes, digest(bytes, "SHA-256"), table);
    for (int at : new int[] {2, directory + 16, table / 3, table - 1, said}) {
      byte[] changed = bytes.clone();
      changed[at] ^= 1;
      Program.Result bad = verify(workspace, changed, ".efi");
      assertThat(bad.exit()).as(at + bad.all()).isEqualTo(1);
      assertThat(bad.out()).as(at + bad.all()).doesNotContain("✓ whole");
    }
  }

  @DataProvider
  public Object[][] refused() {
    return new Object[][] {
      {"a.exe", (Change) b -> with(b, "behind it"), "Z0209", "bytes behind its signatures"},
      {"b.exe", (Change) b -> Arrays.copyOf(b, 200), "Z0209", "It is damaged"},
    };
  }

  @Test(dataProvider = "refused")
  public void whatCannotBeSignedStaysAsItIs(String file, Change change, String code, String why)
      throws Exception {
    byte[] bytes = change.of(signed.clone());
    Files.write(workspace.path(file), bytes);
    Program.Result r = Keys.run(workspace, "sign", file, "--replace", "--key", "desk");
    assertThat(r.exit()).as(r.all()).isEqualTo(1);
    assertThat(r.err().replaceAll("\\s+", " ")).contains("error " + code, why);
    assertThat(Files.readAllBytes(workspace.path(file))).isEqualTo(bytes);
  }

  /** No signature that Windows would refuse; OpenPGP signs beside it. */
  @Test
  public void keysThatWindowsDoesntKnow() throws Exception {
    try (Workspace w = Launchers.workspace("", ", sign: desk")) {
      Keys.make(w, "desk", "java", "ed25519");
      Program.Result r = Keys.run(w, "build");
      assertThat(r.exit()).isEqualTo(1);
      assertThat(r.err().replaceAll("\\s+", " "))
          .contains("error Z0209", "Windows doesn't verify Ed25519");
      Keys.make(w, "packages", "openpgp", "ed25519");
      w.replace("zugabe.yaml", "sign: desk", "sign: packages");
      Keys.ok(w, "build");
      assertThat(w.path("out/tern.exe.asc")).exists();
      Program.Result late = Keys.run(w, "sign", "out/tern.exe", "--key", "desk");
      assertThat(late.err()).contains("error Z0211", "Windows doesn't verify Ed25519");
    }
  }

  /** With the key elsewhere, in two steps: nothing of the signature depends on the time. */
  @Test
  public void twoStepsSignAProgram() throws Exception {
    Files.write(workspace.path("steps.exe"), signed);
    workspace.write(
        "zugabe.yaml",
        Files.readString(workspace.path("zugabe.yaml")) + "  away: {store: desk.pem}\n");
    String line = "sign steps.exe --replace --key away --description Tern";
    Keys.ok(workspace, (line + " --digest-out d").split(" "));
    Keys.shell(
        workspace,
        "openssl pkcs12 -in keys/desk.p12 -passin env:KEY_PASSWORD -nodes -nocerts -out key.pem"
            + " && openssl pkeyutl -sign -inkey key.pem -in d -pkeyopt digest:sha256 -out s");
    Keys.ok(workspace, (line + " --signature-in s").split(" "));
    assertThat(Files.readAllBytes(workspace.path("steps.exe"))).isEqualTo(signed);
  }
}
