package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.jar.JarEntry;
import java.util.jar.JarFile;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Jars that are signed, by the runtimes' word and by ours, and what becomes of a tampered one. */
public final class SignedJarTest {
  private Workspace workspace;
  private byte[] signed;

  @BeforeClass
  public void sign() throws Exception {
    workspace = Keys.workspace();
    Keys.make(workspace, "release", "java", "ec-p256");
    ok(workspace, "key", "export", "release", "--certificate", "release.pem");
    workspace.write("zugabe.yaml", Files.readString(workspace.path("zugabe.yaml")));
    workspace.replace("zugabe.yaml", "{kind: jar}", "{kind: jar, sign: release}");
    ok(workspace, "build");
    signed = Files.readAllBytes(workspace.path("out/tern-1.0.jar"));
  }

  /** Nothing in it is drawn by chance: the same build has the same bytes, signatures included. */
  @Test
  public void itIsTheSameEachTime() throws Exception {
    ok(workspace, "build", "-o", "again");
    assertThat(workspace.path("again/tern-1.0.jar")).hasBinaryContent(signed);
  }

  @AfterClass(alwaysRun = true)
  public void remove() throws Exception {
    workspace.close();
  }

  private static Program.Result run(Workspace w, String... arguments) throws Exception {
    return Keys.program(w).zugabe(arguments);
  }

  private static Program.Result ok(Workspace w, String... arguments) throws Exception {
    Program.Result r = run(w, arguments);
    assertThat(r.exit()).as(r.all()).isZero();
    return r;
  }

  /** Every entry read to its end by the runtime, and its signer compared. */
  private static int signedEntries(Path jar) throws Exception {
    int count = 0;
    try (JarFile file = new JarFile(new File(jar.toString()), true)) {
      for (JarEntry entry : Collections.list(file.entries())) {
        try (InputStream in = file.getInputStream(entry)) {
          in.readAllBytes();
        }
        if (entry.getCodeSigners() != null) {
          assertThat(entry.getCodeSigners()).hasSize(1);
          assertThat(
                  ((java.security.cert.X509Certificate)
                          entry.getCodeSigners()[0].getSignerCertPath().getCertificates().get(0))
                      .getSubjectX500Principal()
                      .getName())
              .isEqualTo(Keys.SUBJECT);
          count++;
        }
      }
    }
    return count;
  }

  @Test
  public void aBuiltJarIsSignedAndStillStarts() throws Exception {
    Path jar = workspace.path("out/tern-1.0.jar");
    assertThat(signedEntries(jar)).isEqualTo(3);
    for (String java : Program.runtimes()) {
      assertThat(workspace.program().run(java, "-jar", jar.toString()).out())
          .as(java)
          .isEqualTo("good tide0\n");
    }
    assertThat(Files.readString(workspace.path("out/receipt.json")))
        .contains("\"signature\"", "\"key\" : \"release\"", "\"algorithm\" : \"SHA256withECDSA\"")
        .doesNotContain(Keys.PASSWORD);
    Program.Result r = ok(workspace, "verify", "out/tern-1.0.jar");
    assertThat(r.out()).contains("✓ whole", "signed by", Keys.SUBJECT);
  }

  @DataProvider
  public Object[][] strengths() {
    return new Object[][] {{"rsa-2048"}, {"ec-p384"}, {"ed25519"}};
  }

  /** What others built, each with a key of another kind; signed content stays as it was packed. */
  @Test(dataProvider = "strengths")
  public void aJarOfOthersIsSigned(String strength) throws Exception {
    try (Workspace w = Keys.workspace()) {
      Keys.make(w, "release", "java", strength);
      ok(w, "key", "export", "release", "--certificate", "release.pem");
      Path jar = w.path("other.jar");
      Files.copy(Program.ROOT.resolve("acceptance/target/libraries/slf4j-api-2.0.16.jar"), jar);
      Map<String, Long> before = packed(jar);
      ok(w, "sign", "other.jar", "--key", "release");
      assertThat(signedEntries(jar)).isGreaterThan(50);
      Map<String, Long> after = packed(jar);
      after.keySet().retainAll(before.keySet());
      before.remove("META-INF/MANIFEST.MF");
      assertThat(after).containsAllEntriesOf(before);
      ok(w, "verify", "other.jar", "--trust", "release.pem");
      Program.Result again = run(w, "sign", "other.jar", "--key", "release");
      assertThat(again.exit()).isEqualTo(1);
      assertThat(again.err()).contains("error Z0210", "--replace or --add");
      ok(w, "sign", "other.jar", "--key", "release", "--replace");
      assertThat(signedEntries(jar)).isGreaterThan(50);
      Program.Result stranger = Program.in(w.folder()).zugabe("verify", "other.jar");
      assertThat(stranger.exit()).isEqualTo(1);
      // the key is the recipe's own, and doesn't open without its password
      assertThat(stranger.err())
          .contains("error Z0203", "Nobody you trust vouches for")
          .contains("error Z0101", "The variable KEY_PASSWORD isn't set.");
    }
  }

  private static Map<String, Long> packed(Path jar) throws Exception {
    Map<String, Long> packed = new TreeMap<>();
    try (ZipFile zip = new ZipFile(jar.toFile())) {
      for (ZipEntry e : Collections.list(zip.entries())) {
        packed.put(e.getName(), e.getCompressedSize() * 31 + e.getCrc());
      }
    }
    return packed;
  }

  @Test
  public void twoSignersEachCoverAll() throws Exception {
    try (Workspace w = Keys.workspace()) {
      Keys.make(w, "release", "java", "ec-p256");
      Keys.make(w, "second", "java", "ec-p256");
      ok(w, "build");
      ok(w, "sign", "out/tern-1.0.jar", "--key", "release");
      ok(w, "sign", "out/tern-1.0.jar", "--key", "second", "--add");
      Program.Result r = ok(w, "verify", "--json", "out/tern-1.0.jar");
      assertThat(r.out()).contains("\"whole\" : true").containsPattern("(?s)subject.*subject");
      Program.Result same = run(w, "sign", "out/tern-1.0.jar", "--key", "second", "--add");
      assertThat(same.err()).contains("error Z0210", "There is a signature of that name");
    }
  }

  /** Large enough for all workers: their number shows in no byte, and a runtime reads it. */
  @Test
  public void aLargeJarIsSignedByAnyNumberOfWorkers() throws Exception {
    try (Workspace w = Keys.workspace()) {
      Keys.make(w, "release", "java", "rsa-2048");
      Path jar = w.path("large.jar");
      Random random = new Random(11);
      try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(jar))) {
        out.putNextEntry(new ZipEntry(JarFile.MANIFEST_NAME));
        out.write("Manifest-Version: 1.0\r\n\r\n".getBytes(StandardCharsets.UTF_8));
        for (int i = 0; i < 3000; i++) {
          if (i % 300 == 0) {
            out.putNextEntry(
                new ZipEntry("a-folder-with-a-name-that-takes-a-second-line-when-said/" + i + "/"));
          }
          byte[] bytes = new byte[random.nextInt(4000)];
          random.nextBytes(bytes);
          out.putNextEntry(
              new ZipEntry(
                  "a-folder-with-a-name-that-takes-a-second-line-when-said/"
                      + i / 300 * 300
                      + "/böe"
                      + i));
          out.write(bytes);
        }
      }
      Map<String, Long> before = packed(jar);
      before.keySet().removeIf(n -> n.equals(JarFile.MANIFEST_NAME) || n.endsWith("/"));
      ok(w, "sign", "large.jar", "--key", "release", "--to", "alone.jar", "--jobs", "1");
      ok(w, "sign", "large.jar", "--key", "release", "--to", "together.jar", "--jobs", "4");
      assertThat(w.path("together.jar")).hasSameBinaryContentAs(w.path("alone.jar"));
      assertThat(signedEntries(w.path("together.jar"))).as("and the manifest").isEqualTo(3001);
      assertThat(packed(w.path("together.jar")).entrySet().containsAll(before.entrySet())).isTrue();
      assertThat(ok(w, "verify", "together.jar").out()).contains("✓ whole");
      byte[] bytes = Files.readAllBytes(w.path("together.jar"));
      bytes[bytes.length / 2] ^= 1;
      Files.write(w.path("together.jar"), bytes);
      assertThat(run(w, "verify", "together.jar").err()).contains("Z0202");
    }
  }

  private Program.Result verify(byte[] jar) throws Exception {
    Path file = Files.createTempFile(workspace.folder(), "t", ".jar");
    try {
      Files.write(file, jar);
      return run(workspace, "verify", file.getFileName().toString(), "--trust", "release.pem");
    } finally {
      Files.delete(file);
    }
  }

  private static Map<String, String> contents(byte[] jar) throws Exception {
    Map<String, String> contents = new TreeMap<>();
    Path file = Files.createTempFile("t", ".jar");
    try {
      Files.write(file, jar);
      try (ZipFile zip = new ZipFile(file.toFile())) {
        for (ZipEntry e : Collections.list(zip.entries())) {
          byte[] bytes = zip.getInputStream(e).readAllBytes();
          contents.put(e.getName(), new String(bytes, StandardCharsets.ISO_8859_1));
        }
      }
    } finally {
      Files.delete(file);
    }
    return contents;
  }

  /** What is called whole has just the names and contents that were signed. */
  @Test
  public void noChangedByteIsCalledWhole() throws Exception {
    Map<String, String> before = contents(signed);
    List<Integer> accepted = new ArrayList<>();
    int step = Integer.getInteger("zugabe.flips", 17);
    for (int at = 0; at < signed.length; at += step) {
      byte[] changed = signed.clone();
      changed[at] ^= (byte) (1 << (at % 8));
      int exit = verify(changed).exit();
      // whatever is wrong with it is a finding, never a fault of ours
      if (exit > 1 || (exit == 0 && !contents(changed).equals(before))) {
        accepted.add(at);
      }
    }
    assertThat(accepted).isEmpty();
  }

  private interface Change {
    void in(Map<String, byte[]> entries) throws Exception;
  }

  @DataProvider
  public Object[][] tamperings() {
    String main = "example/tern/Main.class";
    return new Object[][] {
      {"added", (Change) e -> e.put("added.txt", new byte[] {1}), "Z0204"},
      {"a class added", (Change) e -> e.put("example/Other.class", e.get(main)), "Z0204"},
      {"removed", (Change) e -> e.remove(main), "Z0202"},
      {"changed", (Change) e -> e.put(main, e.get("META-INF/MANIFEST.MF")), "Z0202"},
      {
        "renamed",
        (Change)
            e -> {
              e.put("example/tern/Mein.class", e.remove(main));
            },
        "Z0204"
      },
      {
        "swapped",
        (Change)
            e -> {
              byte[] one = e.get(main);
              e.put(main, e.get("example/lib/Greeting.class"));
              e.put("example/lib/Greeting.class", one);
            },
        "Z0202"
      },
      {"block removed", (Change) e -> e.remove("META-INF/RELEASE.EC"), "Z0207"},
      {"signature file removed", (Change) e -> e.remove("META-INF/RELEASE.SF"), "Z0201"},
      {"block damaged", (Change) e -> e.put("META-INF/RELEASE.EC", new byte[] {48, 1}), "Z0207"},
      {"manifest removed", (Change) e -> e.remove("META-INF/MANIFEST.MF"), "Z0201"},
      {
        "manifest with another main class",
        (Change)
            e ->
                e.put(
                    "META-INF/MANIFEST.MF",
                    new String(e.get("META-INF/MANIFEST.MF"), StandardCharsets.UTF_8)
                        .replace("example.tern.Main", "example.tern.Mein")
                        .getBytes(StandardCharsets.UTF_8)),
        "Z0202"
      },
      {
        "two sections of one name",
        (Change)
            e ->
                e.put(
                    "META-INF/MANIFEST.MF",
                    (new String(e.get("META-INF/MANIFEST.MF"), StandardCharsets.UTF_8)
                            + "Name: example/tern/Main.class\r\nX: y\r\n\r\n")
                        .getBytes(StandardCharsets.UTF_8)),
        "Z0208"
      },
      {
        "weak digests only",
        (Change)
            e ->
                e.put(
                    "META-INF/RELEASE.SF",
                    new String(e.get("META-INF/RELEASE.SF"), StandardCharsets.UTF_8)
                        .replace("SHA-256", "MD5")
                        .getBytes(StandardCharsets.UTF_8)),
        "Z0202"
      },
      {
        "a second manifest",
        (Change) e -> e.put("meta-inf/manifest.mf", e.get("META-INF/MANIFEST.MF")),
        "Z0208"
      },
    };
  }

  @Test(dataProvider = "tamperings")
  public void tamperingIsFound(String what, Change change, String finding) throws Exception {
    Map<String, byte[]> entries = new LinkedHashMap<>();
    contents(signed)
        .forEach((name, text) -> entries.put(name, text.getBytes(StandardCharsets.ISO_8859_1)));
    change.in(entries);
    try (Workspace w = Workspace.create()) {
      w.jar("t.jar", entries);
      Program.Result r = verify(Files.readAllBytes(w.path("t.jar")));
      assertThat(r.exit()).as(what + r.all()).isEqualTo(1);
      assertThat(r.err()).as(what).contains("error " + finding);
    }
  }

  /**
   * Order isn't signed; what is there twice is refused, and so is what lies between the entries.
   */
  @Test
  public void entriesTwiceAndBetween() throws Exception {
    try (Workspace w = Workspace.create()) {
      Files.write(w.path("t.jar"), signed);
      Keys.twice(w, "t.jar", "example/tern/Main.class");
      Program.Result r = verify(Files.readAllBytes(w.path("t.jar")));
      assertThat(r.exit()).as(r.all()).isEqualTo(1);
      assertThat(r.err()).contains("error Z0208", "there are two entries of this name");
      Program.Result sign = run(workspace, "sign", w.path("t.jar").toString(), "--key", "release");
      assertThat(sign.err()).contains("error Z0209", "Two entries have one name");
    }
    byte[] prefixed = new byte[signed.length + 30];
    System.arraycopy(signed, 0, prefixed, 30, signed.length);
    assertThat(verify(prefixed).exit()).isEqualTo(1);
  }

  @Test
  public void anUnsignedFile() throws Exception {
    try (Workspace w = Keys.workspace()) {
      ok(w, "build");
      Program.Result r = run(w, "verify", "out/tern-1.0.jar", "out/SHA256SUMS");
      assertThat(r.exit()).isEqualTo(1);
      assertThat(r.err()).contains("error Z0201  out/tern-1.0.jar", "error Z0201  out/SHA256SUMS");
      assertThat(run(w, "verify", "gone.jar").err()).contains("error Z2003  gone.jar");
      w.write("cut.jar", "PK\3\4 cut off");
      assertThat(run(w, "sign", "cut.jar", "--key", "gone").err()).contains("error Z0105");
    }
  }

  /** A signature over digests that count no longer, by a key that does. */
  @Test
  public void onlyWeakDigests() throws Exception {
    try (Workspace w = Workspace.create()) {
      String manifest = "Manifest-Version: 1.0\r\n\r\nName: a.txt\r\nSHA1-Digest: x\r\n\r\n";
      w.write("A.SF", "Signature-Version: 1.0\r\nSHA1-Digest-Manifest: y\r\n\r\n");
      String sign =
          Keys.openssl("Tide", "k.pem", "c.pem")
              + " && openssl cms -sign -binary -noattr -in A.SF -signer c.pem -inkey k.pem -outform DER -out A.RSA";
      Program.Result made = w.program().run("sh", "-c", sign);
      assertThat(made.exit()).as(made.all()).isZero();
      Map<String, byte[]> entries = new LinkedHashMap<>();
      entries.put("META-INF/MANIFEST.MF", manifest.getBytes(StandardCharsets.UTF_8));
      entries.put("META-INF/A.SF", Files.readAllBytes(w.path("A.SF")));
      entries.put("META-INF/A.RSA", Files.readAllBytes(w.path("A.RSA")));
      entries.put("a.txt", new byte[] {1});
      w.jar("t.jar", entries);
      Program.Result r = w.program().zugabe("verify", "t.jar", "--trust", "c.pem");
      assertThat(r.exit()).isEqualTo(1);
      assertThat(r.err())
          .contains("error Z0205", "It has no digest by SHA-256 or better.")
          .as("nobody knows whether it was changed")
          .doesNotContain("Z0202");
    }
  }

  /** Readers differ in which of two signers they look at. */
  @Test
  public void oneSignerOfTwoIsAnother() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.write("a.txt", "tide");
      Keys.shell(w, Keys.openssl("Tide", "k.pem", "c.pem"));
      Keys.shell(w, Keys.openssl("Ebb", "l.pem", "d.pem"));
      Keys.shell(
          w,
          "openssl cms -sign -binary -noattr -in a.txt -signer c.pem -inkey k.pem"
              + " -signer d.pem -inkey l.pem -outform DER -out a.txt.p7s");
      String[] verify = {"verify", "a.txt", "--trust", "c.pem", "--trust", "d.pem"};
      Program.Result good = w.program().zugabe(verify);
      assertThat(good.exit()).as(good.all()).isZero();
      assertThat(good.out()).contains("CN=Tide", "CN=Ebb", "✓");
      byte[] signature = Files.readAllBytes(w.path("a.txt.p7s"));
      signature[signature.length - 1] ^= 1;
      Files.write(w.path("a.txt.p7s"), signature);
      Program.Result bad = w.program().zugabe(verify);
      assertThat(bad.exit()).as(bad.all()).isEqualTo(1);
      assertThat(bad.out()).doesNotContain("✓");
    }
  }
}
