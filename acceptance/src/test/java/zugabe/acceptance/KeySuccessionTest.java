package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.security.cert.X509Certificate;
import java.util.Map;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

/** A key follows another one, and phones take what it signs for what the older one signed. */
public final class KeySuccessionTest {
  private static final String APK = "tally-1.2.3.apk";
  private Workspace w;

  @BeforeClass
  public void keys() throws Exception {
    w = Phones.workspace("");
    Keys.make(w, "first", "android", "rsa-2048");
    Keys.make(w, "second", "android", "ec-p256");
    Keys.make(w, "third", "android", "ec-p384");
    Program.Result r = Keys.ok(w, "key", "succeed", "first", "second", "--proof", "keys/p2.proof");
    assertThat(r.out())
        .contains("Follows, for packages for phones, the oldest first", "Written: keys/p2.proof");
    assertThat(Files.readString(w.path("keys/p2.proof")))
        .startsWith("-----BEGIN PROOF OF ROTATION-----");
    Files.copy(w.path("keys/p2.proof"), w.path("keys/p3.proof"));
    Keys.ok(w, "key", "succeed", "second", "third", "--proof", "keys/p3.proof");
  }

  @AfterClass(alwaysRun = true)
  public void remove() throws Exception {
    w.close();
  }

  /** Builds with a key of which the recipe says more. */
  private Program.Result build(String name, String key, String more, String of) throws Exception {
    String all = Files.readString(w.path("zugabe.yaml"));
    String keys = all.substring(all.indexOf("keys:"));
    String with = keys.replace("  " + key + ": {", "  " + key + ": {" + more);
    w.write(name + ".yaml", Phones.recipe(of + "sign: " + key + "\n") + with);
    return Keys.run(w, "build", "--recipe", name + ".yaml", "--out", name);
  }

  private String install(String file) throws Exception {
    return w.program().zugabe("stand-in", "phone", "install", file, "--at", "phone").all();
  }

  @Test
  public void phonesTakeWhatAFollowingKeySigned() throws Exception {
    assertThat(build("one", "first", "", "").exit()).isZero();
    Program.Result two = build("two", "second", "proof: keys/p2.proof, follows: first, ", "");
    assertThat(two.exit()).as(two.all()).isZero();
    Map<String, X509Certificate> signers =
        ApkSignatures.verified(Files.readAllBytes(w.path("two/" + APK)));
    assertThat(signers.get("v2").getPublicKey().getAlgorithm()).isEqualTo("RSA");
    assertThat(signers.get("v3").getPublicKey().getAlgorithm()).isEqualTo("EC");
    Program.Result verify = Keys.ok(w, "verify", "two/" + APK, "--recipe", "two.yaml");
    assertThat(verify.out()).contains("✓ whole", "schemes         v2", "follows the key");
    assertThat(Keys.ok(w, "inspect", "two/" + APK).out()).contains("keys followed each other");
    Program.Result three =
        build(
            "three", "third", "proof: keys/p3.proof, follows: first, ", "version-code: 1020301\n");
    assertThat(three.exit()).as(three.all()).isZero();
    // in this order, and back only as far as a proof goes
    assertThat(install("one/" + APK)).contains("by scheme v3");
    assertThat(install("three/" + APK)).contains("code 1020301");
    assertThat(install("one/" + APK)).contains("its version code is 1020300");
    assertThat(
            build(
                    "back",
                    "second",
                    "proof: keys/p2.proof, follows: first, ",
                    "version-code: 1020302\n")
                .exit())
        .isZero();
    assertThat(install("back/" + APK)).contains("another signer made what is installed");
  }

  @Test
  public void newerPhonesNeedNoOlderKey() throws Exception {
    Program.Result without = build("alone", "second", "proof: keys/p2.proof, ", "");
    assertThat(without.err().replaceAll("\\s+", " "))
        .contains("Z0211", "phones below platform 28 know only the oldest key that it follows");
    assertThat(w.path("alone/" + APK)).doesNotExist();
    Program.Result newer = build("newer", "second", "proof: keys/p2.proof, ", "lowest: 28\n");
    assertThat(newer.exit()).as(newer.all()).isZero();
    assertThat(ApkSignatures.verified(Files.readAllBytes(w.path("newer/" + APK))))
        .containsOnlyKeys("v3");
    assertThat(Keys.ok(w, "verify", "newer/" + APK).out()).contains("v3 (platforms 28+)");
  }

  @Test
  public void proofsOfOthersDontCount() throws Exception {
    assertThat(build("w1", "third", "proof: keys/p2.proof, ", "").err())
        .contains("its proof of rotation is one of another key");
    assertThat(
            build("w2", "third", "proof: keys/p3.proof, follows: second, ", "")
                .err()
                .replaceAll("\\s+", " "))
        .contains("follows: names another key than the oldest of its proof of rotation");
    w.write("keys/text.proof", "no proof");
    assertThat(build("w3", "second", "proof: keys/text.proof, ", "").err())
        .contains("Z0106", "keys/text.proof isn't a proof of rotation that can be read.");
    String proof = Files.readString(w.path("keys/p2.proof"));
    int at = proof.length() / 2;
    char other = proof.charAt(at) == 'A' ? 'B' : 'A';
    w.write("keys/spoilt.proof", proof.substring(0, at) + other + proof.substring(at + 1));
    assertThat(build("w4", "second", "proof: keys/spoilt.proof, ", "").exit()).isEqualTo(1);
    Program.Result again =
        Keys.run(w, "key", "succeed", "first", "third", "--proof", "keys/p2.proof");
    assertThat(again.err().replaceAll("\\s+", " "))
        .contains("The proof can't be extended: it ends with another key than first");
    Keys.make(w, "small", "java", "ed25519");
    assertThat(Keys.run(w, "key", "succeed", "first", "small", "--proof", "x.proof").err())
        .contains("Z0114", "phones don't verify Ed25519");
    assertThat(w.path("x.proof")).doesNotExist();
    assertThat(Keys.run(w, "key", "succeed", "first").exit()).isEqualTo(2);
  }
}
