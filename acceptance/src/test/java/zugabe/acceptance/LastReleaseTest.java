package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

/** A release held against the last one, which people have on their phones. */
public final class LastReleaseTest {
  private static final String LAST = "upgrades-from: last.apk\n";

  private Workspace w;
  private String keys = "";

  @BeforeClass
  public void make() throws Exception {
    w = Phones.workspace("sign: phone\n");
    Keys.make(w, "phone", "android", "ec-p256");
    Keys.make(w, "other", "android", "ec-p256");
    String all = Files.readString(w.path("zugabe.yaml"));
    keys = all.substring(all.indexOf("keys:"));
    Keys.ok(w, "build");
    Files.copy(w.path("out/tally-1.2.3.apk"), w.path("last.apk"));
  }

  @AfterClass(alwaysRun = true)
  public void remove() throws Exception {
    w.close();
  }

  private void recipe(String version, String more) throws Exception {
    w.write("zugabe.yaml", Phones.recipe(more).replace("1.2.3", version) + keys);
  }

  private String check() throws Exception {
    return Keys.run(w, "check").all().replaceAll("\\s+", " ");
  }

  @Test
  public void aRehearsalUpgradesFromIt() throws Exception {
    recipe("1.3.0", "sign: phone\n" + LAST);
    Program.Result r = Keys.ok(w, "build", "--rehearse");
    assertThat(r.out())
        .contains("| last     1.2.3, code 1020300", "| version  1.3.0, code 1030000")
        .contains("✓ as expected");
  }

  @Test
  public void anotherSignerIsRefused() throws Exception {
    recipe("1.3.1", "sign: other\n" + LAST);
    Keys.ok(w, "build");
    Program.Result r = Keys.run(w, "rehearse");
    assertThat(r.exit()).isEqualTo(1);
    assertThat(r.all())
        .contains("| last     1.2.3, code 1020300")
        .contains("another signer made what is installed");
  }

  @Test
  public void aLowerVersionIsAFinding() throws Exception {
    recipe("1.2.2", "sign: phone\n" + LAST);
    assertThat(check())
        .contains(
            "error Z5321 last.apk The last release has the version code 1020300, and this one 1020200. To do: Write a higher app.version:, or version-code: if versions are counted in another way.");
    recipe("1.2.2", "sign: phone\nversion-code: 1020300\n" + LAST);
    assertThat(check()).doesNotContain("Z5321");
  }

  @Test
  public void theHighestOfSeveralPackagesCounts() throws Exception {
    Files.createDirectories(w.path("arm"));
    Files.write(w.path("arm/libtally.so"), Phones.library(183));
    recipe(
        "1.2.3", "sign: phone\nnatives: {arm64-v8a: arm/*.so}\npackages: per-processor\n" + LAST);
    assertThat(check()).doesNotContain("Z5321");
  }

  @Test
  public void anotherApplicationIsAFinding() throws Exception {
    recipe("1.3.0", "sign: phone\n" + LAST);
    w.write(
        "zugabe.yaml",
        Files.readString(w.path("zugabe.yaml")).replace("gannet.tally,", "gannet.counting,"));
    assertThat(check())
        .contains(
            "error Z5321 last.apk The last release has the id example.gannet.tally, and this one example.gannet.counting. To do: Write the same app.id:, or leave out upgrades-from: if it is another application.");
  }

  @Test
  public void whatIsNoPackageIsAFinding() throws Exception {
    w.write("words.apk", "no package");
    recipe("1.3.0", "sign: phone\nupgrades-from: words.apk\n");
    assertThat(check()).contains("error Z5307 words.apk It isn't a package for phones: ");
    recipe("1.3.0", "sign: phone\nupgrades-from: icon.png\n");
    assertThat(check()).contains("error Z5307 icon.png", "by upgrades-from:.");
    recipe("1.3.0", "sign: phone\nupgrades-from: gone.apk\n");
    assertThat(check()).contains("gone.apk").contains("error Z");
  }
}
