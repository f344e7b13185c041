package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.zip.ZipFile;
import org.testng.annotations.Test;

/** Byte code held against what the platform has from which level on. */
public final class PhonePlatformTest extends PhoneWorkspace {
  private static final String CHANNEL =
      "android.app.NotificationChannel:public NotificationChannel(String a, CharSequence b, int c) {}";
  private static final String VERSION =
      "android.os.Build:public static class VERSION { public static int SDK_INT = 1; }";
  private static final String MAKES =
      "public Object channel() { return new android.app.NotificationChannel(\"a\", \"b\", 1); }";

  private String check(String more, String... classes) throws Exception {
    String[] all = new String[classes.length + 2];
    all[0] = CHANNEL;
    all[1] = VERSION;
    System.arraycopy(classes, 0, all, 2, classes.length);
    Phones.dexOf(w, "classes.dex", "example", all);
    w.write("zugabe.yaml", Phones.recipe(more));
    return w.program().zugabe("check").all().replaceAll("\\s+", " ");
  }

  @Test
  public void whatCameLaterThanTheLowestPlatform() throws Exception {
    String activity = "example.gannet.tally.TallyActivity:" + MAKES;
    assertThat(check("", activity))
        .contains(
            "warning Z5320 classes.dex It uses what came with level 26, and lowest: is 24: NotificationChannel in example.gannet.tally.TallyActivity. To do: Write lowest: 26, or ask for Build.VERSION.SDK_INT before it is used.");
    assertThat(check("lowest: 26\n", activity)).doesNotContain("Z5320");
    assertThat(check("lowest: 23\n", activity)).contains("and lowest: is 23: NotificationChannel");
  }

  @Test
  public void javasOwnClassesAreKnownFromLevelToLevel() throws Exception {
    String time = "public Object now() { return java.time.Instant.now(); }";
    String text = "public Object join() { return String.join(\",\", \"a\", \"b\"); }";
    String activity = "example.gannet.tally.TallyActivity:" + time + text;
    assertThat(check("", activity))
        .contains(
            "came with level 25 or 26, and lowest: is 24: Instant, String.join in example.gannet.tally.TallyActivity.");
    assertThat(check("lowest: 26\n", activity)).doesNotContain("Z5320");
  }

  @Test
  public void codeThatAsksForTheLevelIsPrepared() throws Exception {
    String asks = "public boolean is() { return android.os.Build.VERSION.SDK_INT >= 26; }";
    assertThat(check("", "example.gannet.tally.TallyActivity:" + asks + MAKES))
        .doesNotContain("Z5320");
    // what lies inside of a class is only reached through it
    String inner = asks + " public static class Newer { " + MAKES + " }";
    assertThat(check("", "example.gannet.tally.TallyActivity:" + inner)).doesNotContain("Z5320");
    assertThat(
            check(
                "",
                "example.gannet.tally.TallyActivity:" + asks,
                "example.gannet.tally.Other:" + MAKES))
        .contains("NotificationChannel in example.gannet.tally.Other.");
  }

  @Test
  public void manyAreToldAsAFew() throws Exception {
    String[] classes = new String[8];
    classes[0] = "example.gannet.tally.TallyActivity";
    for (int i = 1; i < classes.length; i++) {
      classes[i] = "example.gannet.tally.Part" + i + ":" + MAKES;
    }
    assertThat(check("", classes))
        .contains("NotificationChannel in example.gannet.tally.Part5; and in 2 more.")
        .doesNotContain("Part6");
  }

  @Test
  public void aFinishedPackageIsHeldAgainstItsOwnLevel() throws Exception {
    Phones.dexOf(
        w,
        "classes.dex",
        "example",
        CHANNEL,
        VERSION,
        "example.gannet.tally.TallyActivity:" + MAKES);
    w.write("zugabe.yaml", Phones.recipe("lowest: 26\n"));
    Keys.ok(w, "build");
    w.write(
        "zugabe.yaml",
        "app: {name: Tally, version: 1.2.3}\ndeliverables: {phone: {kind: apk, package: out/tally-1.2.3.apk, file: again.apk}}\n");
    assertThat(w.program().zugabe("check").all()).doesNotContain("Z5320");
  }

  /** What came after the level that Debian has: names, numbers and names of values. */
  @Test
  public void resourcesOfNewerPlatformsAreKnown() throws Exception {
    try (Workspace own = Phones.workspace("")) {
      own.write(
          "zugabe.yaml",
          Phones.recipe("manifest: manifest.xml\n")
              .replace("activities: {.TallyActivity: {}}", ""));
      own.write(
          "res/xml/rules.xml", "<data-extraction-rules><cloud-backup/></data-extraction-rules>");
      own.write(
          "res/values/theme.xml",
          """
          <resources><style name="Tally" parent="android:Theme.Material">
            <item name="android:windowSplashScreenBackground">#2a6f97</item>
          </style></resources>
          """);
      own.write(
          "manifest.xml",
          """
          <manifest xmlns:android="http://schemas.android.com/apk/res/android">
            <uses-permission android:name="android.permission.BLUETOOTH_SCAN"
                android:usesPermissionFlags="neverForLocation"/>
            <application android:dataExtractionRules="@xml/rules" android:theme="@style/Tally"
                android:enableOnBackInvokedCallback="true">
              <activity android:name=".TallyActivity" android:exported="true"
                  android:launchMode="singleInstancePerTask" android:configChanges="grammaticalGender">
                <intent-filter><action android:name="android.intent.action.MAIN"/>
                  <category android:name="android.intent.category.LAUNCHER"/></intent-filter>
              </activity>
            </application>
          </manifest>
          """);
      Program.Result r = Keys.ok(own, "build");
      assertThat(r.all()).doesNotContain("Z5205").doesNotContain("Z5204");
      try (ZipFile zip = new ZipFile(own.path("out/tally-1.2.3.apk").toFile())) {
        byte[] manifest = zip.getInputStream(zip.getEntry("AndroidManifest.xml")).readAllBytes();
        String hex = java.util.HexFormat.of().formatHex(manifest);
        // numbers of dataExtractionRules, usesPermissionFlags, and launchMode's newest value
        assertThat(hex).contains("3e060101", "44060101", "0800001004000000");
      }
    }
  }
}
