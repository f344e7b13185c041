package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.util.List;
import java.util.Map;
import org.testng.annotations.Test;
import zugabe.formats.androidxml.XmlAttribute;
import zugabe.formats.androidxml.XmlElement;
import zugabe.formats.androidxml.XmlWriter;
import zugabe.formats.arsc.Value;

/** What is wrong with applications for phones is told with its place. */
public final class PhoneFindingTest extends PhoneWorkspace {
  private void values(String text) throws Exception {
    w.write("res/values/more.xml", "<resources>\n" + text + "\n</resources>\n");
  }

  @Test
  public void valuesThatCantBe() throws Exception {
    values(
        """
        <string name="quoted">Don't</string>
        <string name="1st">x</string>
        <color name="sea">blue</color>
        <dimen name="gap">16</dimen>
        <item type="integer" name="big">99999999999</item>
        <plurals name="boats"><item quantity="lots">x</item></plurals>
        <style name="Board"><item name="android:gravity">middle</item></style>
        <attr name="mood" format="feeling"/>
        <thing name="x"/>
        """);
    w.write("res/xml/bad.xml", "<!DOCTYPE a [<!ENTITY b \"c\">]><a>&b;</a>");
    w.write("res/values/broken.xml", "<resources><string name=\"a\">");
    w.write("res/drawable/stretch.9.png", "x");
    w.write("res/xml/inner.xml", "<a xmlns:g=\"urn:gannet\"><g:b/></a>");
    String said = check();
    assertThat(said)
        .contains(
            "res/values/more.xml:2 Its text can't be read: an apostrophe needs a backslash in front of it.",
            "res/values/more.xml:3 \"1st\" can't be the name of a resource.",
            "res/values/more.xml:4 \"blue\" isn't a colour such as #2a6f97.",
            "res/values/more.xml:6 \"99999999999\" isn't a whole number.",
            "res/values/more.xml:7 An item of plurals needs a quantity.",
            "res/values/more.xml:8 \"middle\" isn't a value of gravity.",
            "To do: Write some of ",
            "res/values/more.xml:9 The attribute \"mood\" isn't declared well.",
            "res/values/more.xml:10 \"thing\" isn't an element of values.",
            "res/xml/bad.xml:1 It can't be read as XML: it declares or uses entities.",
            "res/values/broken.xml:1 It can't be read as XML:",
            "res/xml/inner.xml:1 Elements of the namespace urn:gannet aren't compiled.",
            "res/drawable/stretch.9.png It can't stretch in parts: ");
    assertThat(said).contains("error Z5201");
  }

  @Test
  public void resourcesThatAreMissingOrThereTwice() throws Exception {
    values(
        """
        <string name="hello">Again</string>
        <string name="other">@string/nowhere</string>
        <style name="Board" parent="@style/Gone"><item name="nothing">1</item></style>
        """);
    w.write(
        "res/values-de/only.xml", "<resources><string name=\"gruss\">Moin</string></resources>");
    w.write(
        "res/layout/main.xml",
        "<View xmlns:android=\"http://schemas.android.com/apk/res/android\" android:background=\"@color/gone\" android:hue=\"1\"/>");
    String said = check();
    assertThat(said)
        .contains(
            "error Z5202 res/values/texts.xml:1 @string/hello is there twice: also at res/values/more.xml:2.",
            "error Z5203 res/values/more.xml:3 There is no @string/nowhere.",
            "There is no @style/Gone.",
            "There is no attribute \"nothing\".",
            "error Z5203 res/layout/main.xml:1 There is no @color/gone.",
            "There is no attribute hue of the platform.",
            "warning Z5206 res/values-de/only.xml:1 @string/gruss is there for de, but not for all others.");
  }

  @Test
  public void foldersAndNames() throws Exception {
    w.write("res/values-night-de/x.xml", "<resources/>");
    w.write("res/pictures/a.png", "x");
    w.write("res/drawable/Mark.png", "x");
    w.write("res/drawable-huge/mark.png", "x");
    w.write("res/top.xml", "<resources/>");
    assertThat(check())
        .contains(
            "error Z5204 res/values-night-de/x.xml The folder's name can't be understood: \"de\" stands too far behind.",
            "\"pictures\" isn't a type of resources.",
            "error Z5204 res/drawable/Mark.png \"Mark.png\" can't be the name of a resource.",
            "\"huge\" isn't a qualifier.",
            "res/top.xml It lies beside the folders of resources.");
  }

  @Test
  public void numbersThatDontFit() throws Exception {
    w.write("zugabe.yaml", Phones.recipe("resource-numbers: numbers.txt\n"));
    w.write(
        "numbers.txt",
        """
        # of the byte code
        string hello 0x7f020000
        string gone 0x7f020000
        string lost 0x7f020007
        color sea 0x7f020001
        string far 0x01020001
        nonsense
        """);
    assertThat(check())
        .contains(
            "error Z5205 numbers.txt:3 string/gone can't have the number 0x7f020000: string/hello has that number.",
            "error Z5203 numbers.txt:4 There is no @string/lost, but a number is given for it.",
            "numbers.txt:5 color/sea can't have the number 0x7f020001: resources of another type have that number for theirs.",
            "numbers.txt:6 string/far can't have the number 0x1020001: an application's numbers are 0x7f010000 to 0x7fffffff.",
            "numbers.txt:7 This line names no resource with its number.");
  }

  @Test
  public void idsAndVersions() throws Exception {
    w.replace("zugabe.yaml", "example.gannet.tally", "example.gannet.tally-board");
    assertThat(check())
        .contains("error Z5301", "Phones don't take the id example.gannet.tally-board.");
    w.write("zugabe.yaml", Phones.recipe("").replace("version: 1.2.3", "version: 1.2.3-rc1"));
    assertThat(check())
        .contains(
            "error Z5303",
            "The version 1.2.3-rc1 gives no version code",
            "Write version-code: with a number that grows with every release.");
    w.write(
        "zugabe.yaml",
        Phones.recipe("version-code: 17\n").replace("version: 1.2.3", "version: 1.2.3-rc1"));
    assertThat(w.program().zugabe("check").exit()).isZero();
  }

  /** A manifest that is written by hand is completed, and held to what the recipe says. */
  @Test
  public void manifestsByHand() throws Exception {
    w.write(
        "AndroidManifest.xml",
        """
        <manifest xmlns:android="http://schemas.android.com/apk/res/android" package="example.gannet.other"
            android:versionCode="7">
          <uses-sdk android:minSdkVersion="26" android:targetSdkVersion="30"/>
          <application android:debuggable="true" android:testOnly="true">
            <activity android:name=".TallyActivity"/>
            <service android:name=".GoneService"><intent-filter>
              <action android:name="example.gannet.GO"/></intent-filter></service>
          </application>
        </manifest>
        """);
    w.write("zugabe.yaml", Phones.recipe("manifest: AndroidManifest.xml\ntarget: 34\n"));
    assertThat(check())
        .contains(
            "error Z5302 AndroidManifest.xml:2 The manifest says package \"example.gannet.other\", and the recipe \"example.gannet.tally\"",
            "The manifest says versionCode \"7\", and the recipe \"1020300\"",
            "The manifest says targetSdkVersion \"30\", and the recipe \"34\"",
            "The manifest declares .TallyActivity as well: AndroidManifest.xml:5.");
    w.replace("AndroidManifest.xml", " package=\"example.gannet.other\"", "");
    w.replace("AndroidManifest.xml", "android:versionCode=\"7\"", "");
    w.write(
        "zugabe.yaml",
        Phones.recipe("manifest: AndroidManifest.xml\n")
            .replace("    activities: {.TallyActivity: {}}\n", ""));
    assertThat(check())
        .contains(
            "error Z5304 AndroidManifest.xml:6 The manifest declares the service example.gannet.tally.GoneService, and no byte code holds that class.",
            "error Z5310 zugabe.yaml:4:5 deliverables.phone The manifest makes it debuggable.",
            "The manifest marks it as one for tests only.",
            "note Z5311",
            "No activity is one for the launcher.",
            "warning Z5312",
            "It was made for level 30.");
    w.replace(
        "AndroidManifest.xml",
        "android:targetSdkVersion=\"30\"",
        "android:targetSdkVersion=\"35\"");
    assertThat(check())
        .contains(
            "error Z5305 AndroidManifest.xml:6 The service example.gannet.tally.GoneService answers others, but android:exported isn't said.");
    w.replace("zugabe.yaml", "example.gannet.tally", "com.example.tally");
    assertThat(check()).contains("The id com.example.tally is one for examples.");
  }

  @Test
  public void filesThatPhonesCantUse() throws Exception {
    w.write(
        "zugabe.yaml",
        Phones.recipe(
                "natives: {arm64-v8a: [a/libx.so, a/liby.so], armeabi-v7a: b, x86: c}\nroot: top\nlowest: 21\n")
            .replace(
                "code: classes.dex", "code: [classes.dex, more.dex, new.dex, bad.dex, tools.aar]"));
    Phones.dex(w, "more.dex", "example.gannet.tally.TallyActivity");
    w.write("bad.dex", "no byte code at all").write("tools.aar", "a zip file");
    byte[] dex = Files.readAllBytes(w.path("more.dex"));
    dex[6] = '9';
    Files.write(w.path("new.dex"), dex);
    Files.createDirectories(w.path("a"));
    Files.createDirectories(w.path("b"));
    Files.createDirectories(w.path("c"));
    Files.write(w.path("a/libx.so"), Phones.library(183));
    Files.write(w.path("a/liby.so"), Phones.library(62));
    Files.write(w.path("b/x.so"), Phones.library(40));
    w.write("c/libx.so", "text");
    w.write("top/resources.arsc", "mine");
    Phones.icon(w.path("icon.png"), 100, 60);
    assertThat(check())
        .contains(
            "error Z5307 more.dex The class example.gannet.tally.TallyActivity is in classes.dex as well.",
            "bad.dex It isn't byte code for phones:",
            "tools.aar It isn't byte code for phones:",
            "Unpack it: compile its classes.jar to byte code together with your own,",
            "new.dex Its version 39 is read from level 28 on, and the application is for 21.",
            "a/liby.so It is for x86-64, and stands under arm64-v8a.",
            "b/x.so Phones load only libraries whose names are of the form libNAME.so.",
            "c/libx.so It isn't a native library:",
            "top/resources.arsc There is another resources.arsc in the package.",
            "warning Z5306 icon.png It isn't square.",
            "warning Z5308",
            "For x86 there is no liby.so",
            "note Z5309",
            "The package \"phone\" won't be signed.");
    w.write("icon.png", "no picture");
    assertThat(check()).contains("icon.png");
    w.write(
        "zugabe.yaml",
        Phones.recipe("natives: {armeabi-v7a: b}\n").replace(", icon: icon.png", ""));
    assertThat(check())
        .contains(
            "It has no icon: phones show their own one for applications.",
            "Its native libraries are for processors of 32 bits only.");
  }

  /** Libraries that can't be loaded, and files that nobody means to hand out. */
  @Test
  public void whatEndsItOrMustNotShip() throws Exception {
    Phones.linked(w, "arm/libsmall.so", 4096, 183, "libc.so", "libmissing.so");
    Phones.linked(w, "arm/liblarge.so", 16384, 183, "libsmall.so");
    w.write("data/.env", "TOKEN=1");
    w.write("data/release.jks", "x");
    w.write("data/Tally.kt", "class Tally");
    w.write("zugabe.yaml", Phones.recipe("natives: {arm64-v8a: arm/*.so}\nassets: data\n"));
    String said = check();
    assertThat(said)
        .contains(
            "error Z5316 arm/libsmall.so It needs libmissing.so, which neither lies beside it nor is the platform's.",
            "warning Z5317 arm/libsmall.so It is linked for pages of 4096 bytes.",
            "error Z5310 data/.env It looks like a secret, and goes into the package.",
            "data/release.jks It looks like a secret",
            "data/Tally.kt It is a source");
    assertThat(said).doesNotContain("liblarge.so");
  }

  /** Pictures for single layers: what is cut away is told, and the platform finds each. */
  @Test
  public void layersOfIcons() throws Exception {
    Phones.icon(w.path("front.png"), 432, 432);
    Phones.icon(w.path("back.png"), 432, 432);
    Phones.icon(w.path("plain.png"), 300, 300);
    w.write(
        "zugabe.yaml",
        Phones.recipe("icon-front: front.png\nicon-back: back.png\nicon-plain: plain.png\n"));
    assertThat(check())
        .contains(
            "warning Z5306 front.png 62 % of what it shows lie outside of the circle that no phone cuts away.",
            "plain.png It has 300 pixels, and phones show 432.");
    assertThat(w.program().zugabe("build").exit()).isZero();
    assertThat(
            Phones.resolved(
                w,
                "out/tally-1.2.3.apk",
                "en",
                640,
                false,
                "mipmap/app_icon_front",
                "mipmap/app_icon_back",
                "mipmap/app_icon_plain"))
        .contains("app_icon_front.png", "app_icon_back.png", "app_icon_plain.png");
  }

  /** What travels isn't what the code opens: a file was left behind, or bears other letters. */
  @Test
  public void filesThatByteCodeOpens() throws Exception {
    String tally =
        """
        public String rows(android.content.res.AssetManager all, boolean old) {
          System.loadLibrary("oars");
          Runtime.getRuntime().loadLibrary("log");
          String first = all.open("rows/first.txt", 3);
          switch (first.length()) { case 1: return all.open("rows/One.txt"); case 2: return "rows/gone.txt"; }
          long many = System.nanoTime();
          double[] some = {1, 2, 3};
          String built = old ? "rows/old.txt" : "rows/new.txt";
          return all.open("rows/" + many + some.length) + all.open(built) + all.open("rows/lost.txt", 0);
        }
        """;
    Phones.dexOf(
        w,
        "classes.dex",
        "example/gannet/tally",
        "android.content.res.AssetManager:public String open(String n) { return n; } public String open(String n, int how) { return n; }",
        "example.gannet.tally.TallyActivity:" + tally);
    w.write("files/rows/first.txt", "1").write("files/rows/one.txt", "1");
    w.write("zugabe.yaml", Phones.recipe("assets: files\n"));
    String said = check();
    assertThat(said)
        .contains(
            "warning Z5319 classes.dex example.gannet.tally.TallyActivity loads the library \"oars\", and no liboars.so goes into the package.",
            "opens assets/rows/One.txt, and the package has assets/rows/one.txt: capital letters count.",
            "opens assets/rows/lost.txt, and that doesn't go into the package.");
    assertThat(said).doesNotContain("liblog", "first.txt", "gone.txt", "rows/new.txt", "Z5307");
    Phones.linked(w, "native/arm64-v8a/liboars.so", 16384, 183);
    w.write("files/rows/One.txt", "1").write("files/rows/lost.txt", "1");
    w.write(
        "zugabe.yaml",
        Phones.recipe("assets: files\nnatives: {arm64-v8a: native/arm64-v8a/liboars.so}\n"));
    assertThat(check()).doesNotContain("Z5319");
  }

  /** Byte code that was compiled together with what isn't there any more. */
  @Test
  public void byteCodeThatLacksSomething() throws Exception {
    String[] both = {
      "example.gannet.tally.TallyActivity:public int count; public void row() { new example.gannet.oars.Oar().pull(3); count = toString().length(); }",
      "example.gannet.oars.Oar:public void pull(int n) {}"
    };
    Phones.dex(w, "whole.dex", both);
    Phones.dexOf(w, "classes.dex", "example/gannet/tally", both);
    assertThat(check())
        .contains(
            "warning Z5318 classes.dex It names classes that neither the byte code nor the platform has: example.gannet.oars.Oar.");
    Phones.dex(w, "oars.dex", "example.gannet.oars.Oar");
    w.replace("zugabe.yaml", "code: classes.dex", "code: [classes.dex, oars.dex]");
    assertThat(check())
        .contains(
            "It refers to members that its classes don't have: example.gannet.oars.Oar.pull(I)V.");
    w.replace("zugabe.yaml", "code: [classes.dex, oars.dex]", "code: whole.dex");
    assertThat(check()).doesNotContain("Z5318");
  }

  /** A package that tools signed for trying things out is told. */
  @Test
  public void keysForTrials() throws Exception {
    w.write("zugabe.yaml", Phones.recipe("sign: trial\n"));
    Keys.ok(
        w,
        "key",
        "new",
        "trial",
        "--for",
        "android",
        "--algorithm",
        "ec-p256",
        "--subject",
        "CN=Android Debug,O=Android,C=US",
        "--password",
        "env:KEY_PASSWORD");
    assertThat(Keys.ok(w, "build").err())
        .contains("Z0113", "it is one that tools make for trying things out");
    assertThat(Keys.ok(w, "verify", "out/tally-1.2.3.apk").err())
        .contains("warning Z0113  out/tally-1.2.3.apk  scheme v2", "The signer's key is no secret");
  }

  @Test
  public void keysThatPhonesDontTake() throws Exception {
    w.write("zugabe.yaml", Phones.recipe("sign: small\n"));
    Keys.make(w, "small", "java", "ed25519");
    assertThat(Keys.run(w, "build").err())
        .contains("Z0209", "phones don't verify Ed25519", "zugabe key new --for android");
    assertThat(w.path("out/tally-1.2.3.apk")).doesNotExist();
    w.write("zugabe.yaml", Phones.recipe("sign: short\n"));
    Keys.ok(
        w,
        "key",
        "new",
        "short",
        "--for",
        "java",
        "--algorithm",
        "ec-p256",
        "--years",
        "2",
        "--subject",
        Keys.SUBJECT,
        "--password",
        "env:KEY_PASSWORD");
    Program.Result r = Keys.ok(w, "build");
    assertThat(r.err()).contains("Z0113", "stores want it valid after 2033-10-22");
  }

  /** Phones that are too old for any signature are told of. */
  @Test
  public void platformsThatNoSchemeServes() throws Exception {
    w.write("zugabe.yaml", "app: {name: Tally, version: 1.0}\n");
    Keys.make(w, "phone", "android", "rsa-2048");
    XmlAttribute least = XmlAttribute.android("minSdkVersion", 0x0101020cL, Value.number(10));
    XmlElement uses = XmlElement.of("uses-sdk", List.of(least), List.of());
    XmlElement manifest =
        XmlElement.of("manifest", List.of(XmlAttribute.plain("package", "a.b")), List.of(uses));
    Files.write(
        w.path("AndroidManifest.xml"),
        XmlWriter.write(manifest, Map.of(XmlAttribute.ANDROID, "android")));
    Keys.shell(w, "zip -q bare.apk AndroidManifest.xml classes.dex");
    assertThat(Keys.ok(w, "sign", "bare.apk", "--key", "phone").err().replaceAll("\\s+", " "))
        .contains(
            "warning Z0212 bare.apk It is for platforms from 10 on, but those below 18 read only signatures by SHA-1, which anybody can forge.");
    assertThat(Keys.ok(w, "verify", "bare.apk").out()).contains("v1, v2, v3");
  }
}
