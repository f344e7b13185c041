package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;

/** A token in software, filled by a process of its own: the library reads its settings once. */
final class Tokens {
  private static final String FILLING =
      """
      import java.io.ByteArrayInputStream;
      import java.math.BigInteger;
      import java.nio.file.*;
      import java.security.*;
      import java.security.cert.*;
      import java.security.spec.PKCS8EncodedKeySpec;
      class Fill {
        public static void main(String[] a) throws Exception {
          Provider p = Security.getProvider("SunPKCS11")
              .configure("--name=fill\\nlibrary=" + a[0] + "\\nslot=" + a[1]
                  + "\\nattributes(*,CKO_PRIVATE_KEY,*) = { CKA_TOKEN = true }\\n");
          KeyStore store = KeyStore.getInstance("PKCS11", p);
          store.load(null, a[2].toCharArray());
          PrivateKey key = KeyFactory.getInstance("RSA")
              .generatePrivate(new PKCS8EncodedKeySpec(Files.readAllBytes(Path.of("k.der"))));
          X509Certificate c = (X509Certificate) CertificateFactory.getInstance("X.509")
              .generateCertificate(new ByteArrayInputStream(Files.readAllBytes(Path.of("c.pem"))));
          store.setKeyEntry("desk", key, null, new java.security.cert.Certificate[] {c});
          store.store(null);
        }
      }
      """;

  private Tokens() {}

  /** A process that finds the token. */
  static Program program(Workspace w, String pin) {
    // a variable that only a process can be told
    return w.program()
        .with("SOFTHSM2_CONF", w.path("softhsm.conf").toString())
        .with("LC_ALL", "C.UTF-8")
        .with("PIN", pin);
  }

  /** Puts a key and its certificate onto the token. */
  static void fill(Workspace w, String library, String slot, String pin) throws Exception {
    Files.writeString(w.path("Fill.java"), FILLING);
    String make =
        Keys.openssl("Token Desk", "k.pem", "c.pem")
            + " && openssl pkcs8 -topk8 -nocrypt -in k.pem -outform DER -out k.der && rm k.pem"
            + " && java Fill.java "
            + library
            + " "
            + slot
            + " "
            + pin
            + " && rm k.der Fill.java";
    Program.Result r = program(w, pin).run("sh", "-c", make);
    assertThat(r.exit()).as(r.all()).isZero();
  }
}
