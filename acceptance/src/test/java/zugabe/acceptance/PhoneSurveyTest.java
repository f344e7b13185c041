package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Files;
import java.util.List;
import org.testng.annotations.Test;

/** What a survey makes of parts for phones, and that its drafts build. */
public final class PhoneSurveyTest {
  private static final String ACTIVITY = "android.app.Activity";

  /** A build's folder: two screens, a service, a receiver, resources, assets, a library. */
  private static Workspace parts() throws Exception {
    Workspace w = Workspace.create();
    Phones.dexOf(
        w,
        "build/dex/classes.dex",
        "example",
        ACTIVITY,
        "android.app.Service",
        "android.content.BroadcastReceiver",
        "android.support.v7.app.AppCompatActivity extends " + ACTIVITY,
        "example.gannet.tern.Base extends android.support.v7.app.AppCompatActivity",
        "example.gannet.tern.AboutActivity extends example.gannet.tern.Base",
        "example.gannet.tern.MainActivity extends example.gannet.tern.Base",
        "example.gannet.tern.work.Counting extends android.app.Service",
        "example.gannet.tern.work.Alarm extends android.content.BroadcastReceiver",
        "example.gannet.tern.Model");
    w.write("build/res/values/t.xml", "<resources><string name=\"a\">A</string></resources>");
    w.write("build/res/drawable/dot.xml", "<shape/>");
    w.write("build/assets/songs/dawn.txt", "la");
    w.write("pages/assets/site.css", "p {}");
    Files.createDirectories(w.path("build/lib/arm64-v8a"));
    Files.write(w.path("build/lib/arm64-v8a/libtern.so"), Phones.library(183));
    return w;
  }

  /** Native code alone: the platform's own activity starts it, or the one that a manifest names. */
  @Test
  public void nativeCodeAlone() throws Exception {
    try (Workspace w = Workspace.create()) {
      for (String folder : List.of("lib/arm64-v8a", "lib/x86_64")) {
        Files.createDirectories(w.path(folder));
        byte[] library = Phones.library(folder.endsWith("a") ? 183 : 62);
        Files.write(w.path(folder + "/libmain.so"), library);
        Files.write(w.path(folder + "/libscene.so"), library);
      }
      Program.Result r = Keys.ok(w, "survey", "--draft");
      assertThat(r.out()).doesNotContain("Nothing that can be started");
      assertThat(Files.readString(w.path("zugabe.yaml")))
          .contains("  # id: Reverse domain name")
          .contains("activities: {android.app.NativeActivity: {}}")
          .contains("      arm64-v8a: lib/arm64-v8a/*.so\n      x86_64: lib/x86_64/*.so\n")
          .doesNotContain("code:");
      assertThat(w.program().zugabe("check").err()).contains("error Z5301", "There is no app.id.");
      w.replace("zugabe.yaml", "  # id: Reverse", "  id: example.gannet.scene # Reverse");
      assertThat(built(w).toString()).contains("\"example.gannet.scene\"", "libmain.so");
      try (var all = Files.list(w.path("out"))) {
        String apk =
            all.map(f -> "out/" + f.getFileName())
                .filter(f -> f.endsWith(".apk"))
                .findFirst()
                .orElseThrow();
        assertThat(Keys.ok(w, "inspect", apk).out()).containsPattern("\n  icon +none\n");
      }

      Files.delete(w.path("zugabe.yaml"));
      // neither a manifest alone starts, nor a library of that name elsewhere
      try (Workspace none = Workspace.create()) {
        none.write("AndroidManifest.xml", "<manifest package='example.gannet.hill'/>");
        Files.copy(w.path("lib/x86_64/libmain.so"), none.path("libmain.so"));
        assertThat(Keys.run(none, "survey").out()).contains("Nothing that can be started");
      }
      for (String folder : List.of("lib/arm64-v8a", "lib/x86_64")) {
        Files.move(w.path(folder + "/libmain.so"), w.path(folder + "/libfirst.so"));
      }
      w.write("assets/hill.txt", "up");
      w.write(
          "AndroidManifest.xml",
          """
          <manifest xmlns:android="http://schemas.android.com/apk/res/android" package="example.gannet.hill">
            <application android:label="Hill"><activity android:name="android.app.NativeActivity" android:exported="true">
              <meta-data android:name="android.app.lib_name" android:value="first"/>
              <intent-filter><action android:name="android.intent.action.MAIN"/>
                <category android:name="android.intent.category.LAUNCHER"/></intent-filter>
            </activity></application></manifest>
          """);
      Keys.ok(w, "survey", "--draft");
      assertThat(Files.readString(w.path("zugabe.yaml")))
          .contains("  id: example.gannet.hill", "manifest: AndroidManifest.xml", "assets: assets");
      Keys.ok(w, "build", "--tidy");
      assertThat(w.program().run("unzip", "-Z1", "out/hill-1.0.0.apk").out())
          .contains("lib/x86_64/libfirst.so\n", "assets/hill.txt\n");
    }
  }

  private static JsonNode built(Workspace w) throws Exception {
    Program.Result r = Keys.ok(w, "build");
    assertThat(r.all()).doesNotContain("error ");
    List<String> made;
    try (var all = Files.list(w.path("out"))) {
      made =
          all.map(f -> "out/" + f.getFileName()).filter(f -> f.endsWith(".apk")).sorted().toList();
    }
    return Answers.valid(Keys.ok(w, "inspect", "--json", made.get(0)).out(), "inspect");
  }

  @Test
  public void partsAreToldAndDraftedSoThatTheyBuild() throws Exception {
    try (Workspace w = parts()) {
      w.write("keys/phone.password", "forty quiet gulls 1");
      Program.Result r = Keys.ok(w, "survey", "--draft");
      assertThat(r.out())
          .contains("keys/phone.password", "a password: never ship it")
          .contains("the classes of which build/dex/classes.dex was made")
          .contains("Byte code for phones", "screens: example.gannet.tern.AboutActivity")
          .doesNotContain("Nothing that can be started");
      String draft = Files.readString(w.path("zugabe.yaml"));
      assertThat(draft)
          .contains("  id: example.gannet.tern  #")
          .contains("    code: build/dex/classes.dex\n", "    resources: build/res\n")
          .contains("    assets: build/assets\n", "      arm64-v8a: build/lib/arm64-v8a/*.so\n")
          .contains("      .MainActivity: {launcher: true}", "      .AboutActivity: {}\n")
          .contains("    services:\n      .work.Counting: {}\n")
          .contains("    receivers:\n      .work.Alarm: {}\n")
          .doesNotContain("    .Base", "    .Model", "pages/assets:", "library");
      JsonNode made = built(w);
      assertThat(made.toString())
          .contains("assets/songs/dawn.txt", "lib/arm64-v8a/libtern.so")
          .contains("example.gannet.tern.MainActivity", "example.gannet.tern.work.Counting");
    }
  }

  /** The largest picture may be what a screen shows. */
  @Test
  public void theIconIsAPictureThatIsCalledSo() throws Exception {
    try (Workspace w = parts()) {
      Phones.icon(w.path("build/res/drawable/chart.png"), 900, 900);
      Phones.icon(w.path("photo.png"), 600, 600);
      assertThat(icon(w)).isEqualTo("photo.png");
      Phones.icon(w.path("small-icon.png"), 64, 64);
      assertThat(icon(w)).isEqualTo("photo.png");
      Phones.icon(w.path("tern-logo.png"), 300, 300);
      assertThat(icon(w)).isEqualTo("tern-logo.png");
      Files.delete(w.path("tern-logo.png"));
      Files.delete(w.path("photo.png"));
      Files.delete(w.path("small-icon.png"));
      assertThat(icon(w)).isEqualTo("build/res/drawable/chart.png");
    }
  }

  private static String icon(Workspace w) throws Exception {
    Files.deleteIfExists(w.path("zugabe.yaml"));
    Keys.ok(w, "survey", "--draft");
    String draft = Files.readString(w.path("zugabe.yaml"));
    int at = draft.indexOf("  icon: ") + 8;
    return draft.substring(at, draft.indexOf('\n', at));
  }

  @Test
  public void aFinishedPackageKeepsWhatItIsCalled() throws Exception {
    String more = "labels: {de: Strichliste}\nversion-code: 77\n";
    try (Workspace first = Phones.workspace(more);
        Workspace w = Workspace.create()) {
      Keys.ok(first, "build");
      Files.copy(first.path("out/tally-1.2.3.apk"), w.path("for-trying.apk"));
      // where a phone that stands in keeps what it took isn't what a build left
      Files.createDirectories(w.path("phone-stand-in"));
      Files.copy(w.path("for-trying.apk"), w.path("phone-stand-in/example.gannet.tally.apk"));
      Program.Result r = Keys.ok(w, "survey", "--draft");
      assertThat(r.out()).contains("phone-stand-in/  what a phone that stands in holds");
      assertThat(r.out()).contains("Packages for phones", "example.gannet.tally, Tally, 1.2.3");
      assertThat(Files.readString(w.path("zugabe.yaml")))
          .contains("  id: example.gannet.tally  #", "  name: Tally\n", "  version: 1.2.3\n")
          .contains("    package: for-trying.apk\n", "    version-code: 77  #");
      JsonNode before =
          Answers.valid(
              Keys.ok(first, "inspect", "--json", "out/tally-1.2.3.apk").out(), "inspect");
      JsonNode made = built(w);
      assertThat(made.toString()).contains("\"77\"");
      assertThat(made.path("inspection").path("identity"))
          .isEqualTo(before.path("inspection").path("identity"));
    }
  }

  @Test
  public void aManifestWrittenByHandSaysWhatIsCalledHow() throws Exception {
    try (Workspace w = parts()) {
      w.write(
          "build/AndroidManifest.xml",
          """
          <manifest xmlns:android="http://schemas.android.com/apk/res/android"
              package="example.gannet.arctic_tern" android:versionName="4.1 beta"
              android:versionCode="41">
            <application android:label="Arctic tern">
              <activity android:name="example.gannet.tern.MainActivity" android:exported="true">
                <intent-filter><action android:name="android.intent.action.MAIN"/>
                  <category android:name="android.intent.category.LAUNCHER"/></intent-filter>
              </activity>
            </application>
          </manifest>
          """);
      Keys.ok(w, "survey", "--draft");
      assertThat(Files.readString(w.path("zugabe.yaml")))
          .contains("  id: example.gannet.arctic_tern  #", "  name: Arctic tern\n")
          .contains("  version: 4.1-beta\n", "    manifest: build/AndroidManifest.xml")
          .contains("    version-code: 41  #")
          .doesNotContain("activities:");
      Program.Result r = w.program().zugabe("check");
      assertThat(r.all())
          .contains("Z5302", "The manifest says versionName \"4.1 beta\"")
          .contains("the recipe \"4.1-beta\": zugabe.yaml:");
      w.write(
          "build/AndroidManifest.xml",
          Files.readString(w.path("build/AndroidManifest.xml")).replace("4.1 beta", "4.1-beta"));
      assertThat(built(w).toString()).contains("\"41\"", "example.gannet.arctic_tern");
    }
  }

  @Test
  public void damagedPartsAreToldAndEndNothing() throws Exception {
    try (Workspace w = parts()) {
      byte[] dex = Files.readAllBytes(w.path("build/dex/classes.dex"));
      // the list of classes lies outside of the file
      dex[0x64] = (byte) 0xF0;
      dex[0x65] = (byte) 0xFF;
      dex[0x66] = (byte) 0xFF;
      Files.write(w.path("build/dex/classes.dex"), dex);
      Files.writeString(w.path("broken.apk"), "PK\u0003\u0004 and nothing else");
      Program.Result r = w.program().zugabe("survey", "--draft");
      assertThat(r.exit()).isLessThan(2);
      assertThat(r.all()).doesNotContain("Exception").contains("build/dex/classes.dex");
      assertThat(Files.readString(w.path("zugabe.yaml"))).contains("kind: apk");
    }
  }
}
