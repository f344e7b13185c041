package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.util.Arrays;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Key stores that another program made, in every form that it knows. */
public final class StoresOfOthersTest {
  private Workspace w;

  @BeforeClass
  public void make() throws Exception {
    w = Keys.workspace();
    Keys.shell(
        w,
        "openssl req -x509 -newkey rsa:2048 -nodes -keyout k.pem -out c.pem -days 4000 -subj '/CN=Heron Desk'"
            + " && openssl req -x509 -newkey rsa:2048 -nodes -keyout k2.pem -out c2.pem -days 4000 -subj '/CN=Tern Desk'"
            + " && cat c.pem c2.pem > both.pem");
    w.write(
        "zugabe.yaml",
        """
        app: {name: Tern, version: 1.0}
        keys: {desk: {store: store.p12, password: env:OTHER}}
        """);
  }

  @AfterClass(alwaysRun = true)
  public void remove() throws Exception {
    w.close();
  }

  private static final String MADE =
      "openssl pkcs12 -export -in c.pem -inkey k.pem -out store.p12 -passout env:OTHER ";

  @DataProvider
  public Object[][] forms() {
    return new Object[][] {
      {"as it is", ""},
      {"with a name", "-name desk"},
      {"many rounds", "-iter 300000"},
      {"one round", "-noiter -nomaciter"},
      {"a shorter cipher", "-keypbe aes-128-cbc -certpbe aes-128-cbc"},
      {"open certificates", "-certpbe NONE"},
      {"mixed ciphers", "-keypbe aes-256-cbc -certpbe aes-192-cbc"},
      {"an older digest", "-macalg sha1"},
      {"a longer digest", "-macalg sha512"},
      {"older ciphers", "-legacy"},
      {"one certificate more", "-certfile c2.pem"},
    };
  }

  @Test(dataProvider = "forms")
  public void everyFormIsOpened(String what, String options) throws Exception {
    Keys.shell(w, MADE + options);
    Program.Result r = Keys.ok(w, "key", "show", "desk");
    assertThat(r.out()).as(what).contains("CN=Heron Desk", "RSA, 2048 bits");
    Keys.ok(w, "key", "prove", "desk");
  }

  @Test(dataProvider = "forms")
  public void aWrongPasswordOpensNone(String what, String options) throws Exception {
    Keys.shell(w, MADE + options);
    Program.Result r =
        w.program().with("OTHER", "eight slow plovers 12").zugabe("key", "show", "desk");
    assertThat(r.exit()).as(what).isEqualTo(1);
    // of a cipher that the runtime doesn't know it can't tell a wrong password from damage
    assertThat(r.all())
        .as(what)
        .contains(what.equals("mixed ciphers") ? "Z0104" : "The password doesn't open store.p12.");
  }

  /** Whatever is changed in it: it is refused, and the program doesn't break off. */
  @Test
  public void damagedStoresAreRefused() throws Exception {
    Keys.shell(w, MADE + "-iter 100");
    byte[] good = Files.readAllBytes(w.path("store.p12"));
    for (int at : new int[] {0, 2, 5, 9, 20, 33, 47, 60, good.length / 2, good.length - 20}) {
      byte[] bad = good.clone();
      bad[at] ^= 0x55;
      Files.write(w.path("store.p12"), bad);
      Program.Result r = Keys.run(w, "key", "show", "desk");
      assertThat(r.exit()).as("byte " + at + " " + r.all()).isEqualTo(1);
      assertThat(r.all()).containsAnyOf("Z0103", "Z0104").doesNotContain("Exception");
    }
    for (int length : new int[] {0, 1, 10, good.length / 2, good.length - 1}) {
      Files.write(w.path("store.p12"), Arrays.copyOf(good, length));
      Program.Result r = Keys.run(w, "key", "show", "desk");
      assertThat(r.exit()).as("length " + length + " " + r.all()).isEqualTo(1);
    }
  }

  /** What is written here is read by others, with the same salt for all of its parts. */
  @Test
  public void othersReadOurs() throws Exception {
    try (Workspace own = Keys.workspace()) {
      Keys.make(own, "desk", "java", "ec-p256");
      String info =
          Keys.shell(
                  own,
                  "openssl pkcs12 -in keys/desk.p12 -passin env:KEY_PASSWORD -nodes -info 2>&1")
              .out();
      assertThat(info)
          .contains("MAC: sha256, Iteration 100000", "Certificate bag", "BEGIN PRIVATE KEY")
          .contains("Shrouded Keybag: PBES2, PBKDF2, AES-256-CBC, Iteration 100000");
      Keys.ok(own, "key", "export", "desk", "--private", "desk.pem", "--password", "env:OTHER");
      assertThat(Keys.shell(own, "openssl pkcs8 -in desk.pem -passin env:OTHER").out())
          .contains("BEGIN PRIVATE KEY");
    }
  }

  /** A recipe that names a key before there is one says where it goes and what opens it. */
  @Test
  public void aNewKeyGoesWhereTheRecipeSays() throws Exception {
    try (Workspace own = Workspace.create()) {
      own.write("secrets/word", Keys.OTHER);
      Keys.shell(own, "chmod 600 secrets/word");
      String recipe =
          """
          app: {name: Tern, version: 1.0}
          keys:
            desk: {store: safe/desk.p12, password: "file:secrets/word"}
            later: {store: safe/later.p12, password: env:KEY_PASSWORD}
          """;
      own.write("zugabe.yaml", recipe);
      Program.Result r =
          Keys.ok(own, "key", "new", "desk", "--for", "java", "--subject", "CN=Desk");
      assertThat(r.out()).contains("Written: safe/desk.p12").doesNotContain("Add to your recipe");
      assertThat(Files.readString(own.path("zugabe.yaml"))).isEqualTo(recipe);
      assertThat(Keys.ok(own, "key", "show", "desk").out()).contains("CN=Desk");
      own.write("below/x", "");
      Program.Result below =
          Program.in(own.path("below"))
              .with("KEY_PASSWORD", Keys.PASSWORD)
              .zugabe("key", "new", "later", "--for", "java", "--subject", "CN=Later");
      assertThat(below.exit()).as(below.all()).isZero();
      assertThat(own.path("safe/later.p12")).exists();
    }
  }
}
