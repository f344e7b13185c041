package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.OutputStream;
import java.math.BigInteger;
import java.nio.file.Files;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.KeyStore;
import java.security.cert.Certificate;
import java.security.cert.X509Certificate;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Date;
import java.util.List;
import javax.security.auth.x500.X500Principal;
import org.bouncycastle.cert.jcajce.JcaX509CertificateConverter;
import org.bouncycastle.cert.jcajce.JcaX509v3CertificateBuilder;
import org.bouncycastle.operator.jcajce.JcaContentSignerBuilder;

/** Keys that tests make for themselves, and a password that must never show. */
final class Keys {
  static final String PASSWORD = "seven slow herons 48";
  static final String SUBJECT = "CN=Release Desk,O=Gannet Harbour Works,C=GB";

  private Keys() {}

  /** With an application, and a recipe that keys are added to. */
  static Workspace workspace() throws Exception {
    return Workspace.withProgram();
  }

  /** Another password, in the variable {@code OTHER}. */
  static final String OTHER = "nine quick plovers 21";

  static Program program(Workspace w) {
    return w.program().with("KEY_PASSWORD", PASSWORD);
  }

  static Program.Result run(Workspace w, String... arguments) throws Exception {
    return program(w).with("OTHER", OTHER).zugabe(arguments);
  }

  static Program.Result ok(Workspace w, String... arguments) throws Exception {
    return good(run(w, arguments));
  }

  /** Another program's word, with both passwords at hand. */
  static Program.Result shell(Workspace w, String command) throws Exception {
    return good(program(w).with("OTHER", OTHER).run("sh", "-c", command));
  }

  private static Program.Result good(Program.Result r) {
    assertThat(r.exit()).as(r.all()).isZero();
    return r;
  }

  /** A line that makes an RSA key and its certificate. */
  static String openssl(String name, String key, String certificate) {
    return "openssl req -x509 -newkey rsa:2048 -nodes -keyout "
        + key
        + " -subj '/CN="
        + name
        + "' -days 900 -out "
        + certificate;
  }

  /** Makes the key {@code release}, small and fast, with more options. */
  static Program.Result release(Workspace w, String... more) throws Exception {
    return release(program(w), more);
  }

  /** The same, with an environment of one's own. */
  static Program.Result release(Program program, String... more) throws Exception {
    List<String> line = new ArrayList<>(List.of("key", "new", "release", "--for", "java"));
    line.addAll(List.of("--algorithm", "ec-p256"));
    line.addAll(List.of(more));
    if (!line.contains("--password") && !line.contains("--generate-password")) {
      line.addAll(List.of("--password", "env:KEY_PASSWORD"));
    }
    return program.zugabe(line.toArray(String[]::new));
  }

  /** Makes a key in the folder {@code keys}, and names it in the recipe. */
  static void make(Workspace w, String name, String purpose, String strength) throws Exception {
    boolean open = purpose.equals("openpgp");
    Program.Result r =
        program(w)
            .zugabe(
                "key",
                "new",
                name,
                "--for",
                purpose,
                "--algorithm",
                strength,
                "--subject",
                open ? "Release Desk <desk@gannet.example>" : SUBJECT,
                "--password",
                "env:KEY_PASSWORD");
    assertThat(r.exit()).as(r.all()).isZero();
  }

  /** Puts a second entry of a name into an archive, behind the first one. */
  static void twice(Workspace w, String archive, String name) throws Exception {
    String script =
        """
        import sys, zipfile, warnings
        warnings.simplefilter('ignore')
        a = zipfile.ZipFile(sys.argv[1], 'a')
        a.writestr(sys.argv[2], b'x')
        a.close()
        """;
    Program.Result r = w.program().run("python3", "-c", script, archive, name);
    assertThat(r.exit()).as(r.all()).isZero();
  }

  /** What a store is to be like. */
  record Like(String algorithm, int bits, Instant from, Instant until, String signature) {
    static Like good() {
      return new Like(
          "RSA",
          2048,
          Instant.now().minus(Duration.ofDays(1)),
          Instant.now().plus(Duration.ofDays(3650)),
          "SHA256withRSA");
    }

    Like valid(Instant begin, Instant end) {
      return new Like(algorithm, bits, begin, end, signature);
    }

    Like sized(int size) {
      return new Like(algorithm, size, from, until, signature);
    }
  }

  private static KeyPair pair(Like like) throws Exception {
    KeyPairGenerator pairs = KeyPairGenerator.getInstance(like.algorithm());
    pairs.initialize(like.bits());
    return pairs.generateKeyPair();
  }

  private static X509Certificate certificate(
      KeyPair pair, X500Principal subject, KeyPair issuer, X500Principal by, Like like)
      throws Exception {
    return new JcaX509CertificateConverter()
        .getCertificate(
            new JcaX509v3CertificateBuilder(
                    by,
                    BigInteger.valueOf(System.nanoTime()),
                    Date.from(like.from()),
                    Date.from(like.until()),
                    subject,
                    pair.getPublic())
                .build(new JcaContentSignerBuilder(like.signature()).build(issuer.getPrivate())));
  }

  /** A store by the runtime, and its line in the recipe. */
  static void store(Workspace w, String name, String type, Like like) throws Exception {
    KeyPair pair = pair(like);
    X500Principal subject = new X500Principal(SUBJECT);
    Certificate[] chain = {certificate(pair, subject, pair, subject, like)};
    store(w, name, type, pair, chain);
  }

  /** A store whose certificate is of another key. */
  static void mismatched(Workspace w, String name) throws Exception {
    KeyPair other = pair(Like.good());
    X500Principal subject = new X500Principal(SUBJECT);
    Certificate[] chain = {certificate(other, subject, other, subject, Like.good())};
    store(w, name, "PKCS12", pair(Like.good()), chain);
  }

  private static void store(
      Workspace w, String name, String type, KeyPair pair, Certificate[] chain) throws Exception {
    KeyStore store = KeyStore.getInstance(type);
    store.load(null, null);
    store.setKeyEntry(name, pair.getPrivate(), PASSWORD.toCharArray(), chain);
    Files.createDirectories(w.path("keys"));
    try (OutputStream out = Files.newOutputStream(w.path("keys/" + name + ".p12"))) {
      store.store(out, PASSWORD.toCharArray());
    }
    String recipe = Files.readString(w.path("zugabe.yaml"));
    String line = "  " + name + ": {store: keys/" + name + ".p12, password: env:KEY_PASSWORD}\n";
    w.write(
        "zugabe.yaml",
        recipe.contains("keys:\n")
            ? recipe.replace("keys:\n", "keys:\n" + line)
            : recipe + "keys:\n" + line);
  }
}
