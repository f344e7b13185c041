package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.util.zip.ZipFile;
import org.testng.annotations.Test;

/** Finished packages as materials. */
public final class PackageReworkTest {
  private static final String APK = "out/tally-1.2.3.apk";

  /** A package that was made for trying things out becomes one that can be handed out. */
  @Test
  public void finishedPackagesAreReworked() throws Exception {
    try (Workspace v = Phones.workspace("")) {
      v.write(
          "zugabe.yaml",
          Phones.recipe("manifest: AndroidManifest.xml\n")
              .replace("    activities: {.TallyActivity: {}}\n", ""));
      v.write(
          "AndroidManifest.xml",
          """
          <manifest xmlns:android="http://schemas.android.com/apk/res/android">
            <permission android:name="example.gannet.tally.READ"/>
            <uses-permission android:name="android.permission.INTERNET"/>
            <application android:testOnly="true" android:debuggable="true">
              <activity android:name=".TallyActivity" android:exported="true" android:label="Trial">
                <intent-filter><action android:name="android.intent.action.MAIN"/>
                  <category android:name="android.intent.category.LAUNCHER"/></intent-filter>
              </activity>
              <provider android:name=".Boats" android:authorities="example.gannet.tally.boats"
                  android:exported="false"/>
            </application>
          </manifest>
          """);
      Phones.dex(
          v,
          "classes.dex",
          "example.gannet.tally.TallyActivity",
          "example.gannet.tally.Boats extends android.content.ContentProvider:public static final String W = \"example.gannet.tally.boats\"; String w() { return W; }");
      v.write(
          "zugabe.yaml",
          Files.readString(v.path("zugabe.yaml"))
              + "accept: [{finding: Z5310, because: it is only tried, until: 2999-12-31}]\n");
      Program.Result trial = v.program().zugabe("build");
      assertThat(trial.exit()).as(trial.all()).isZero();
      Files.move(v.path(APK), v.path("trial.apk"));
      v.write("assets/harbours.txt", "Curlew Creek");
      Phones.icon(v.path("other.png"), 192, 192);
      String finished =
          """
          app: {id: example.gannet.boats, name: Boats, version: 2.0.0}
          deliverables:
            phone: {kind: apk, package: trial.apk, icon: other.png, labels: {de: Boote}, assets: assets,
              permissions: [android.permission.CAMERA], sign: phone, lowest: 26}
          """;
      v.write("zugabe.yaml", finished);
      Keys.make(v, "phone", "android", "rsa-2048");
      Program.Result r = Keys.ok(v, "build");
      assertThat(r.err().replaceAll("\\s+", " "))
          .contains(
              "note Z5314 trial.apk The manifest said debuggable and testOnly; the package doesn't.",
              "warning Z5313 trial.apk entry classes.dex It holds the text example.gannet.tally.boats, which follows the new id in the manifest.");
      String made = "out/boats-2.0.0.apk";
      assertThat(v.program().run("androguard", "axml", v.path(made).toString()).out())
          .contains(
              "package=\"example.gannet.boats\"",
              "android:versionCode=\"2000000\"",
              "android:name=\"example.gannet.tally.TallyActivity\"",
              "android:authorities=\"example.gannet.boats.boats\"",
              "<permission android:name=\"example.gannet.boats.READ\"",
              "android.permission.CAMERA",
              "android.permission.INTERNET",
              "android:minSdkVersion=\"26\"")
          .doesNotContain("debuggable", "testOnly", "Trial");
      // resources keep their numbers and their package's name; label and icons are new ones beside
      // them
      String resolved =
          Phones.resolved(
              v, made, "de", 320, false, "string/hello", "string/app_label", "mipmap/app_icon");
      assertThat(resolved).contains("\"Hello\"", "\"Boote\"", "res/mipmap-anydpi-v26/app_icon.xml");
      ApkSignatures.verified(Files.readAllBytes(v.path(made)));
      try (ZipFile zip = new ZipFile(v.path(made).toFile())) {
        assertThat(zip.getEntry("assets/harbours.txt")).isNotNull();
        assertThat(zip.getEntry("classes.dex")).isNotNull();
      }
      v.replace("zugabe.yaml", "assets: assets,", "activities: {.Other: {}}, code: classes.dex,");
      assertThat(Keys.run(v, "check").err().replaceAll("\\s+", " "))
          .contains(
              "error Z5315",
              "code: can't be said beside package:.",
              "activities: can't be said beside package:.");
      v.write("trial.apk", "no package");
      v.write("zugabe.yaml", finished.replace(", sign: phone", ""));
      assertThat(Keys.run(v, "check").err())
          .contains("It isn't a package for phones that can be taken apart");
    }
  }
}
