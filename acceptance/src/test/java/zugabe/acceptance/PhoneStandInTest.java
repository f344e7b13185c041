package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.Color;
import java.awt.image.BufferedImage;
import java.nio.file.Files;
import javax.imageio.ImageIO;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** The phone that stands in: every rule by which it takes a package or doesn't. */
public final class PhoneStandInTest {
  private static final String APK = "out/tally-1.2.3.apk";
  private Workspace w;

  @BeforeClass
  public void make() throws Exception {
    w =
        Phones.workspace(
            """
            sign: phone
            labels: {de: Strichliste}
            icon-background: "#ff0000"
            permissions: [android.permission.CAMERA]
            """);
    Keys.make(w, "phone", "android", "ec-p256");
    Keys.make(w, "other", "android", "ec-p256");
    Keys.ok(w, "build");
  }

  @AfterClass(alwaysRun = true)
  public void remove() throws Exception {
    w.close();
  }

  private Program.Result phone(String at, String... words) throws Exception {
    String[] line = new String[words.length + 4];
    System.arraycopy(new String[] {"stand-in", "phone"}, 0, line, 0, 2);
    System.arraycopy(words, 0, line, 2, words.length);
    line[words.length + 2] = "--at";
    line[words.length + 3] = at;
    return w.program().zugabe(line);
  }

  private String refused(String at, String file, String... more) throws Exception {
    String[] line = new String[more.length + 2];
    line[0] = "install";
    line[1] = file;
    System.arraycopy(more, 0, line, 2, more.length);
    Program.Result r = phone(at, line);
    assertThat(r.exit()).as(r.all()).isEqualTo(1);
    assertThat(r.err()).contains("error Z6002  " + file);
    return r.err().replaceAll("\\s+", " ");
  }

  /** A package that says something else than the others; signed unless it says no. */
  private String variant(String name, String more) throws Exception {
    String recipe = Phones.recipe(more + (more.contains("sign:") ? "" : "sign: phone\n"));
    String keys = Files.readString(w.path("zugabe.yaml"));
    w.write(name + ".yaml", recipe + keys.substring(keys.indexOf("keys:")));
    Program.Result r = Keys.run(w, "build", "--recipe", name + ".yaml", "--out", name);
    assertThat(r.exit()).as(r.all()).isZero();
    return name + "/tally-1.2.3.apk";
  }

  @Test
  public void itTakesShowsAndRemoves() throws Exception {
    Program.Result r = phone("p1", "install", APK);
    assertThat(r.exit()).as(r.all()).isZero();
    assertThat(r.out())
        .contains(
            "a simulated phone (platform 34, arm64-v8a and armeabi-v7a, 420 dpi, en)",
            "label    Tally",
            "version  1.2.3, code 1020300",
            "icon     shown",
            "may      android.permission.CAMERA",
            "signed   by scheme v3, ");
    w.write("german.yaml", "platform: 26\nlanguages: [de-AT, en]\ndensity: 320\nnight: true\n");
    Program.Result list = phone("p1", "list", "--profile", "german.yaml");
    assertThat(list.out()).contains("Strichliste  example.gannet.tally  1.2.3  code 1020300");
    assertThat(phone("p1", "show", "example.gannet.tally", "--json").out())
        .contains("\"label\" : \"Tally\"", "\"versionCode\" : 1020300");
    assertThat(phone("p1", "picture", "launcher.png").out()).contains("Written: launcher.png");
    BufferedImage picture = ImageIO.read(w.path("launcher.png").toFile());
    // in the icon's circle its background shows, and in the middle the picture
    assertThat(new Color(picture.getRGB(90, 126))).isEqualTo(new Color(0xff0000));
    assertThat(new Color(picture.getRGB(90, 184))).isEqualTo(new Color(0x2a6f97));
    assertThat(phone("p1", "remove", "example.gannet.tally").exit()).isZero();
    assertThat(phone("p1", "list").out()).contains("nothing is installed");
    Program.Result gone = phone("p1", "show", "example.gannet.tally");
    assertThat(gone.exit()).isEqualTo(1);
    assertThat(gone.err()).contains("No application of this id is installed.");
  }

  @Test
  public void upgradesNeedTheSignerAndAVersion() throws Exception {
    phone("p2", "install", APK);
    assertThat(phone("p2", "install", APK).exit()).as("the same once more").isZero();
    assertThat(refused("p2", variant("lower", "version-code: 7\n")))
        .contains("its version code is 7, and 1020300 is installed.");
    assertThat(refused("p2", variant("stranger", "sign: other\n")))
        .contains(
            "another signer made what is installed, and nothing proves that this one follows.");
    assertThat(phone("p2", "install", variant("later", "version-code: 1020301\n")).exit()).isZero();
    assertThat(phone("p2", "list").out()).contains("code 1020301");
  }

  @Test
  public void whatItIsFor() throws Exception {
    w.write("old.yaml", "platform: 23\n");
    assertThat(refused("p3", APK, "--profile", "old.yaml"))
        .contains("it needs platform 24, and this is 23.");
    w.write("intel.yaml", "processors: x86_64\n");
    Files.createDirectories(w.path("arm"));
    Files.write(w.path("arm/libx.so"), Phones.library(183));
    String arm = variant("arms", "natives: {arm64-v8a: arm/*.so}\n");
    assertThat(refused("p3", arm, "--profile", "intel.yaml"))
        .contains("its native libraries are for arm64-v8a, and this phone has x86_64.");
    assertThat(phone("p3", "install", arm).exit()).isZero();
    assertThat(refused("p4", variant("ancient", "target: 22\nlowest: 21\n")))
        .contains("it was made for platform 22; from 34 on none made for less than 23 is taken.");
    w.write("wrong.yaml", "platform: new\nprocessor: arm\n");
    Program.Result r = phone("p3", "list", "--profile", "wrong.yaml");
    assertThat(r.exit()).isEqualTo(2);
    assertThat(r.err())
        .contains("wrong.yaml:1:11", "expected a number of 1 to 999", "Unknown key \"processor\"");
  }

  @Test
  public void signaturesAreVerified() throws Exception {
    String unsigned = "bare/tally-1.2.3.apk";
    w.write("bare.yaml", Phones.recipe(""));
    assertThat(w.program().zugabe("build", "--recipe", "bare.yaml", "--out", "bare").exit())
        .isZero();
    assertThat(refused("p5", unsigned))
        .contains("its signature doesn't count: There is no signature in it");
    byte[] spoilt = Files.readAllBytes(w.path(APK));
    spoilt[spoilt.length / 2] ^= 1;
    Files.write(w.path("spoilt.apk"), spoilt);
    assertThat(refused("p5", "spoilt.apk"))
        .contains("its signature doesn't count: It isn't what was signed");
    // v1 alone serves platforms before 24, and later ones only where it was made for those
    String first = variant("first", "lowest: 21\n");
    byte[] apk = Files.readAllBytes(w.path(first));
    int[] block = ApkSignatures.block(apk);
    java.io.ByteArrayOutputStream cut = new java.io.ByteArrayOutputStream();
    cut.write(apk, 0, block[0]);
    cut.write(apk, block[1], apk.length - block[1] - 6);
    java.nio.ByteBuffer at =
        java.nio.ByteBuffer.allocate(4).order(java.nio.ByteOrder.LITTLE_ENDIAN);
    cut.write(at.putInt(block[0]).array());
    cut.write(new byte[2]);
    Files.write(w.path("v1.apk"), cut.toByteArray());
    assertThat(refused("p5", "v1.apk"))
        .contains("it is signed by scheme v1 only, which doesn't do from 30 on.");
    w.write("22.yaml", "platform: 22\n");
    Program.Result r = phone("p5", "install", "v1.apk", "--profile", "22.yaml");
    assertThat(r.out()).as(r.all()).contains("by scheme v1");
  }

  @DataProvider
  public Object[][] layouts() {
    return new Object[][] {
      {"z.ZIP_DEFLATED", "'resources.arsc'", "its table of resources is packed"},
      {"z.ZIP_STORED", "'lib/arm64-v8a/libx.so'", "is stored, and not at a multiple of 4096."},
    };
  }

  /** Packages of other tools, whose entries lie as phones can't use them. */
  @Test(dataProvider = "layouts")
  public void entriesLieAsItWants(String method, String entry, String why) throws Exception {
    Program.Result made =
        w.program()
            .run(
                "python3",
                "-c",
                """
                import zipfile as z, sys
                a = z.ZipFile(sys.argv[1]); b = z.ZipFile('laid.apk', 'w')
                for n in a.namelist():
                  if n != %s and n != 'resources.arsc': b.writestr(n, a.read(n), z.ZIP_DEFLATED)
                b.writestr(%s, b'\\x7fELF' * 99 if %s not in a.namelist() else a.read(%s), %s)
                """
                    .formatted(entry, entry, entry, entry, method),
                APK);
    assertThat(made.exit()).as(made.all()).isZero();
    assertThat(refused("p6", "laid.apk")).contains(why);
  }

  @Test
  public void packagesForTestsAreRefused() throws Exception {
    w.write(
        "trial.xml",
        """
        <manifest xmlns:android="http://schemas.android.com/apk/res/android">
          <application android:testOnly="true"/>
        </manifest>
        """);
    String accept = "accept: [{finding: Z5310, because: it is only tried, until: 2999-12-31}]\n";
    String recipe = Phones.recipe("manifest: trial.xml\nsign: phone\n") + accept;
    String keys = Files.readString(w.path("zugabe.yaml"));
    w.write("trial.yaml", recipe + keys.substring(keys.indexOf("keys:")));
    Keys.ok(w, "build", "--recipe", "trial.yaml", "--out", "trial");
    assertThat(refused("p8", "trial/tally-1.2.3.apk")).contains("it is one for tests only.");
  }

  @Test
  public void aRehearsalInstallsAndCompares() throws Exception {
    Program.Result r = Keys.ok(w, "rehearse");
    assertThat(r.out())
        .contains(
            "phone: $ install tally-1.2.3.apk on a simulated phone",
            "label    Tally",
            "✓ as expected");
    assertThat(Keys.ok(w, "build", "--rehearse").out()).contains("✓ as expected");
    // what was built isn't what the recipe says by now
    String recipe = Files.readString(w.path("zugabe.yaml"));
    w.write(
        "changed.yaml",
        recipe
            .replace("name: Tally", "name: Board")
            .replace("android.permission.CAMERA", "android.permission.VIBRATE"));
    Program.Result changed = Keys.run(w, "rehearse", "--recipe", "changed.yaml");
    assertThat(changed.exit()).as(changed.all()).isEqualTo(1);
    assertThat(changed.err().replaceAll("\\s+", " "))
        .contains(
            "its label is Tally, not Board; its permissions is [android.permission.CAMERA], not [android.permission.VIBRATE]");
    w.write("unsigned.yaml", Phones.recipe(""));
    assertThat(w.program().zugabe("rehearse", "--recipe", "unsigned.yaml").err())
        .contains("note Z6017", "The package \"phone\" isn't signed.");
  }

  @Test
  public void wrongCommandLinesAreTold() throws Exception {
    assertThat(w.program().zugabe("stand-in", "phone", "call").exit()).isEqualTo(2);
    assertThat(w.program().zugabe("stand-in", "phone").err())
        .contains("say what: install FILE, list, show ID, remove ID or picture FILE");
    assertThat(w.program().zugabe("stand-in", "fax").err())
        .contains("there is a stand-in for timestamp and for phone, not for \"fax\"");
    assertThat(phone("p7", "install", "gone.apk").err()).contains("error Z6006  gone.apk");
  }
}
