package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.InputStream;
import java.nio.file.Files;
import java.security.cert.X509Certificate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.jar.JarEntry;
import java.util.jar.JarFile;
import java.util.zip.ZipFile;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

/** Packages for Android phones: made, signed, and read by the platform's own resource runtime. */
public final class PhoneTest {
  private static final String APK = "out/tally-1.2.3.apk";
  private Workspace w;

  @BeforeClass
  public void make() throws Exception {
    w =
        Phones.workspace(
            """
            natives: {arm64-v8a: arm/*.so, x86_64: intel/*.so}
            assets: data
            root: top
            labels: {de: Strichliste, zh-Hant-TW: 計數}
            permissions: [android.permission.INTERNET]
            features: {android.hardware.camera: false}
            sign: phone
            """);
    Files.createDirectories(w.path("arm"));
    Files.createDirectories(w.path("intel"));
    Files.write(w.path("arm/libtally.so"), Phones.library(183));
    Files.write(w.path("intel/libtally.so"), Phones.library(62));
    w.write("data/harbours.txt", "Curlew Creek\n".repeat(400));
    w.write("top/notes/READ.txt", "kept");
    w.write(
        "res/values/more.xml",
        """
        <resources xmlns:xliff="urn:oasis:names:tc:xliff:document:1.2">
          <string name="styled">A <b>bold <i>word</i></b> &amp; \\'more\\' \\u00e4 "  kept"</string>
          <string name="count">There are <xliff:g id="n">%1$d</xliff:g> boats</string>
          <plurals name="boats">
            <item quantity="one">%d boat</item><item quantity="other">%d boats</item>
          </plurals>
          <string-array name="days"><item>Mon</item><item>@string/hello</item></string-array>
          <integer-array name="numbers"><item>1</item><item>0x10</item></integer-array>
          <color name="sea">#2a6f97</color><color name="half">#802a6f97</color>
          <dimen name="gap">16dp</dimen><dimen name="text">14.5sp</dimen>
          <bool name="big">true</bool><integer name="most">-42</integer>
          <item name="part" type="fraction">50%</item>
          <item name="ratio" type="dimen" format="float">0.75</item>
          <attr name="mood" format="enum">
            <enum name="calm" value="0"/><enum name="rough" value="1"/>
          </attr>
          <style name="Board"><item name="mood">rough</item>
            <item name="android:textSize">@dimen/text</item></style>
          <style name="Board.Small"><item name="android:gravity">center|bottom</item></style>
        </resources>
        """);
    w.write(
        "res/values-de/more.xml",
        "<resources><plurals name=\"boats\"><item quantity=\"other\">%d Boote</item></plurals></resources>");
    w.write(
        "res/values-night-xxhdpi/more.xml",
        "<resources><color name=\"sea\">#102030</color></resources>");
    w.write(
        "res/layout/main.xml",
        """
        <LinearLayout xmlns:android="http://schemas.android.com/apk/res/android"
            xmlns:app="http://schemas.android.com/apk/res-auto"
            xmlns:tools="http://schemas.android.com/tools"
            android:id="@+id/root" android:layout_width="match_parent"
            android:layout_height="48dp" tools:context=".Main">
          <TextView android:text="@string/styled" android:textColor="?android:attr/textColorPrimary"
            app:mood="calm" style="@style/Board.Small" android:layout_width="wrap_content"
            android:layout_height="0dp"/>
        </LinearLayout>
        """);
    w.write("res/raw/song.ogg", "not packed ".repeat(50));
    Keys.make(w, "phone", "android", "rsa-2048");
    Keys.make(w, "old", "android", "ec-p256");
    Program.Result r = Keys.ok(w, "build");
    assertThat(r.out()).contains("phone  tally-1.2.3.apk");
  }

  @AfterClass(alwaysRun = true)
  public void remove() throws Exception {
    w.close();
  }

  @Test
  public void resourcesAreWhatTheSourcesSay() throws Exception {
    String all =
        Phones.resolved(
            w,
            APK,
            "de-AT",
            480,
            true,
            "string/app_label",
            "string/styled",
            "string/count",
            "plurals/boats",
            "array/days",
            "array/numbers",
            "color/sea",
            "color/half",
            "dimen/gap",
            "dimen/text",
            "bool/big",
            "integer/most",
            "fraction/part",
            "dimen/ratio",
            "style/Board.Small",
            "mipmap/app_icon",
            "layout/main");
    assertThat(all.replaceAll("(?m)^(\\S+) 7f\\S+", "$1").lines().toList())
        .contains(
            "string/app_label \"Strichliste\"",
            "string/styled \"A bold word & 'more' ä   kept\" <b 2-10> <i 7-10>",
            "string/count \"There are %1$d boats\"",
            "plurals/boats 01000004=\"%d Boote\"".replace("=", "= "),
            "color/sea 1d:ff102030",
            "color/half 1c:802a6f97",
            "dimen/gap 05:00001001",
            "bool/big 12:ffffffff",
            "integer/most 10:ffffffd6",
            "fraction/part 06:00004010",
            "dimen/ratio 04:3f400000",
            "mipmap/app_icon \"res/mipmap-anydpi-v26/app_icon.xml\"",
            "layout/main \"res/layout/main.xml\"");
    // a style has what its parent has: size of text, gravity, its own attribute
    assertThat(all)
        .containsPattern("array/days \\S+ 02000000= \"Mon\" 02000001= 01:7f")
        .containsPattern("array/numbers \\S+ 02000000= 10:00000001 02000001= 11:00000010")
        .containsPattern(
            "Board.Small \\S+ 01010095= 01:7f\\S+ 010100af= 11:00000051 7f\\S+= 10:00000001");
    String other =
        Phones.resolved(w, APK, "zh-Hant-TW", 160, false, "string/app_label", "color/sea");
    assertThat(other).contains("\"計數\"", "1d:ff2a6f97");
    assertThat(
            Phones.resolved(w, APK, "en", 160, false, "string/app_label", "mipmap/app_icon_front"))
        .contains("\"Tally\"", "res/mipmap-mdpi/app_icon_front.png");
  }

  @Test
  public void theManifestIsReadByOthers() throws Exception {
    Program.Result r = w.program().run("androguard", "axml", w.path(APK).toString());
    assertThat(r.out())
        .contains(
            "package=\"example.gannet.tally\"",
            "android:versionCode=\"1020300\"",
            "android:versionName=\"1.2.3\"",
            "android:minSdkVersion=\"24\" android:targetSdkVersion=\"35\"",
            "<uses-permission android:name=\"android.permission.INTERNET\"/>",
            "<uses-feature android:name=\"android.hardware.camera\" android:required=\"false\"/>",
            "android:extractNativeLibs=\"false\"",
            "<activity android:name=\"example.gannet.tally.TallyActivity\" android:exported=\"true\">",
            "android.intent.category.LAUNCHER");
    assertThat(w.program().run("dexdump", "-f", w.path(APK).toString()).out())
        .contains("DEX version '035'", "class_defs_size     : 1");
  }

  @Test
  public void entriesLieAsPhonesMapThem() throws Exception {
    byte[] apk = Files.readAllBytes(w.path(APK));
    try (ZipFile zip = new ZipFile(w.path(APK).toFile())) {
      assertThat(zip.getEntry("resources.arsc").getMethod()).isZero();
      assertThat(zip.getEntry("lib/arm64-v8a/libtally.so").getMethod()).isZero();
      assertThat(zip.getEntry("res/raw/song.ogg").getMethod()).isZero();
      assertThat(zip.getEntry("assets/harbours.txt").getMethod()).isEqualTo(8);
      assertThat(zip.getEntry("notes/READ.txt")).isNotNull();
    }
    for (String line :
        w.program()
            .run(
                "python3",
                "-c",
                """
                import zipfile, struct, sys
                d = open(sys.argv[1], 'rb').read()
                for i in zipfile.ZipFile(sys.argv[1]).infolist():
                  n, x = struct.unpack_from('<HH', d, i.header_offset + 26)
                  print(i.compress_type, i.flag_bits & 8, i.header_offset + 30 + n + x, i.filename)
                """,
                w.path(APK).toString())
            .out()
            .lines()
            .toList()) {
      String[] words = line.split(" ", 4);
      int page = words[3].endsWith(".so") ? 16384 : 4;
      assertThat(words[1]).as("no data descriptor: " + line).isEqualTo("0");
      if (words[0].equals("0")) {
        assertThat(Integer.parseInt(words[2]) % page).as(line).isZero();
      }
    }
    assertThat(apk.length).isGreaterThan(16384);
  }

  @Test
  public void itIsSignedByBothSchemes() throws Exception {
    Map<String, X509Certificate> signers = ApkSignatures.verified(Files.readAllBytes(w.path(APK)));
    assertThat(signers).containsOnlyKeys("v2", "v3");
    assertThat(signers.get("v2")).isEqualTo(signers.get("v3"));
    Program.Result r = Keys.ok(w, "verify", APK);
    assertThat(r.out())
        .contains("✓ whole", "vouched for by  you", "schemes         v2, v3 (platforms 28+)");
    assertThat(Files.readString(w.path("out/receipt.json")))
        .contains("\"form\" : \"in-package\"", "SHA256withRSA");
    Program.Result told = Keys.ok(w, "inspect", APK);
    assertThat(told.out())
        .contains(
            "id            example.gannet.tally",
            "version code  1020300",
            "launcher starts  example.gannet.tally.TallyActivity",
            "processors  arm64-v8a, x86_64",
            "languages   de, zh-Hant-TW",
            "Signed by (not verified)",
            "(v2, v3 on 28+)");
    assertThat(Keys.ok(w, "inspect", APK, "--json").out()).contains("\"apk\"");
    assertThat(Keys.ok(w, "check", "--identity").out())
        .contains("manifest, versionCode", "1020300");
  }

  /** The same inputs give the same bytes, signature included, since RSA's are the same. */
  @Test
  public void itIsTheSameEachTime() throws Exception {
    byte[] first = Files.readAllBytes(w.path(APK));
    Keys.ok(w, "build", "--out", "again", "--jobs", "1");
    assertThat(Files.readAllBytes(w.path("again/tally-1.2.3.apk"))).isEqualTo(first);
  }

  @Test
  public void onePackageForEachProcessor() throws Exception {
    String recipe = Files.readString(w.path("zugabe.yaml"));
    w.write(
        "each.yaml",
        recipe.replace("    sign: phone", "    sign: phone\n    packages: per-processor"));
    Keys.ok(w, "build", "--recipe", "each.yaml", "--out", "each");
    try (ZipFile arm = new ZipFile(w.path("each/tally-1.2.3-arm64-v8a.apk").toFile())) {
      assertThat(arm.getEntry("lib/arm64-v8a/libtally.so")).isNotNull();
      assertThat(arm.getEntry("lib/x86_64/libtally.so")).isNull();
    }
    assertThat(Keys.ok(w, "inspect", "each/tally-1.2.3-arm64-v8a.apk").out()).contains("1020303");
    assertThat(Keys.ok(w, "inspect", "each/tally-1.2.3-x86_64.apk").out()).contains("1020304");
    ApkSignatures.verified(Files.readAllBytes(w.path("each/tally-1.2.3-x86_64.apk")));
  }

  /** A package that is there gets another signer; phones before 24 need scheme v1. */
  @Test
  public void packagesOfOthersAreSigned() throws Exception {
    Program.Result refused = Keys.run(w, "sign", APK, "--key", "old", "--to", "second.apk");
    assertThat(refused.exit()).isEqualTo(1);
    assertThat(refused.err())
        .contains("Z0210", "If you are to be its signer from now on, write --replace.");
    assertThat(Keys.run(w, "sign", APK, "--key", "old", "--add", "--to", "x.apk").err())
        .contains("Z0209", "phones take one signer");
    Keys.ok(w, "sign", APK, "--key", "old", "--replace", "--to", "second.apk");
    byte[] second = Files.readAllBytes(w.path("second.apk"));
    assertThat(ApkSignatures.verified(second).get("v3").getPublicKey().getAlgorithm())
        .isEqualTo("EC");
    assertThat(Keys.ok(w, "verify", "second.apk").out()).contains("SHA256withECDSA");
    String recipe = Files.readString(w.path("zugabe.yaml"));
    w.write("low.yaml", recipe.replace("    sign: phone", "    sign: phone\n    lowest: 21"));
    Keys.ok(w, "build", "--recipe", "low.yaml", "--out", "low");
    assertThat(Keys.ok(w, "verify", "low/tally-1.2.3.apk").out())
        .contains("v1, v2, v3 (platforms 28+)");
    try (JarFile jar = new JarFile(w.path("low/tally-1.2.3.apk").toFile(), true)) {
      JarEntry dex = jar.getJarEntry("classes.dex");
      try (InputStream in = jar.getInputStream(dex)) {
        in.readAllBytes();
      }
      assertThat(dex.getCodeSigners()).hasSize(1);
    }
    Program.Result cms =
        Keys.shell(
            w,
            "unzip -o -q low/tally-1.2.3.apk 'META-INF/*' -d v1 && openssl cms -verify -noverify -inform DER"
                + " -in v1/META-INF/PHONE.RSA -content v1/META-INF/PHONE.SF -binary");
    assertThat(cms.out()).contains("X-Android-APK-Signed: 2, 3");
    ApkSignatures.verified(Files.readAllBytes(w.path("low/tally-1.2.3.apk")));
  }

  /** Wherever a byte is another one, it isn't whole any more. */
  @Test
  public void changedPackagesAreRefused() throws Exception {
    byte[] apk = Files.readAllBytes(w.path(APK));
    int[] block = ApkSignatures.block(apk);
    int[] places = {
      40,
      apk.length / 3,
      block[0] - 5,
      block[0] + 60,
      block[0] + 700,
      block[1] + 60,
      apk.length - 30
    };
    for (int at : places) {
      byte[] spoilt = apk.clone();
      spoilt[at] ^= 1;
      Files.write(w.path("spoilt.apk"), spoilt);
      Program.Result r = Keys.run(w, "verify", "spoilt.apk");
      assertThat(r.exit()).as("byte " + at + r.all()).isEqualTo(1);
      assertThat(r.out()).as("byte " + at).doesNotContain("✓");
    }
    Program.Result unknown =
        w.program()
            .zugabe(
                "verify",
                APK,
                "--recipe",
                w.write("none.yaml", "zugabe: 1\n").path("none.yaml").toString());
    assertThat(unknown.err()).contains("Z0203", "Nobody you trust vouches for");
    Files.write(w.path("padded.apk"), ApkSignatures.withPair(apk, 0x42726577, new byte[9]));
    Keys.ok(w, "verify", "padded.apk");
    Files.write(w.path("hidden.apk"), ApkSignatures.withPair(apk, 0x42726577, new byte[] {0, 7}));
    assertThat(Keys.run(w, "verify", "hidden.apk").err())
        .contains("Z0204", "padding of its signing block holds something");
    // without scheme v3 phones would look at v2, which tells that v3 was there
    byte[] stripped = apk.clone();
    for (int at = block[0]; at < block[1] - 4; at++) {
      if ((stripped[at] & 0xFF) == 0xc0 && stripped[at + 1] == 0x68 && stripped[at + 2] == 0x53) {
        stripped[at] = 1;
      }
    }
    Files.write(w.path("stripped.apk"), stripped);
    assertThat(Keys.run(w, "verify", "stripped.apk").err())
        .contains("Scheme v3 was there when it was signed, and is gone.");
  }

  /** A key that is elsewhere signs each scheme by itself. */
  @Test
  public void keysElsewhereSignInSteps() throws Exception {
    Keys.shell(
        w,
        "openssl pkcs12 -in keys/phone.p12 -passin env:KEY_PASSWORD -nodes -nocerts -out plain.pem");
    String line = "openssl pkeyutl -sign -inkey plain.pem -pkeyopt digest:sha256 -in ";
    assertThat(signedBy("--digest-out", "d1").exit()).isZero();
    Keys.shell(w, line + "d1 -out s1");
    Program.Result next = signedBy("--signature-in", "s1", "--digest-out", "d2");
    assertThat(next.exit()).as(next.all()).isZero();
    assertThat(next.out()).contains("--signature-in s1 --signature-in FILE");
    Keys.shell(w, line + "d2 -out s2");
    assertThat(signedBy("--signature-in", "s1").err())
        .contains("Z0211", "one more signature is needed than are given");
    assertThat(w.path("s.apk")).doesNotExist();
    Program.Result last = signedBy("--signature-in", "s1", "--signature-in", "s2");
    assertThat(last.exit()).as(last.all()).isZero();
    ApkSignatures.verified(Files.readAllBytes(w.path("s.apk")));
  }

  private Program.Result signedBy(String... step) throws Exception {
    List<String> line = new ArrayList<>(List.of("sign", APK, "--key", "phone", "--replace"));
    line.addAll(List.of("--to", "s.apk"));
    line.addAll(List.of(step));
    return Keys.run(w, line.toArray(String[]::new));
  }

  /** The table of the platform's resources is the one that its own package makes. */
  @Test
  public void theTableOfThePlatformIsCurrent() throws Exception {
    Program.Result r =
        w.program()
            .run(
                Program.ROOT.resolve("core/src/main/platform/make-android").toString(),
                Phones.framework().toString(),
                w.path("android.txt").toString());
    assertThat(r.exit()).as(r.all()).isZero();
    assertThat(Files.readString(w.path("android.txt")))
        .isEqualTo(
            Files.readString(
                Program.ROOT.resolve("core/src/main/resources/zugabe/platform/android.txt")));
  }
}
