package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import org.testng.annotations.Test;

/** Applications for phones that start in native code. */
public final class PhoneNativeTest extends PhoneWorkspace {
  /** A package without byte code starts classes of the platform, and no others. */
  @Test
  public void withoutByteCode() throws Exception {
    w.replace("zugabe.yaml", "    code: classes.dex\n", "    natives: {x86_64: x64/*.so}\n");
    Files.createDirectories(w.path("x64"));
    Files.write(w.path("x64/libtally.so"), Phones.library(62));
    assertThat(check())
        .contains(
            "error Z5304",
            "The manifest declares the activity example.gannet.tally.TallyActivity, and there is no byte code.",
            "warning Z5308",
            "Its native libraries are for x86_64 only, and nearly all phones have arm64-v8a.");
    w.replace("zugabe.yaml", ".TallyActivity", "android.app.NativeActivity");
    assertThat(check())
        .contains("error Z5316", "android.app.NativeActivity loads libmain.so, which isn't there.")
        .doesNotContain("Z5304");
    Files.write(w.path("x64/libmain.so"), Phones.library(62));
    assertThat(check()).doesNotContain("error");
  }

  /** Which library the platform loads may be said in the manifest. */
  @Test
  public void nativeStartsThatAreSaid() throws Exception {
    w.write(
        "zugabe.yaml",
        Phones.recipe(
                """
        manifest: AndroidManifest.xml
        natives: {x86_64: x64/*.so, arm64-v8a: arm/*.so}
        """)
            .replace("    activities: {.TallyActivity: {}}\n", ""));
    w.write(
        "AndroidManifest.xml",
        """
        <manifest xmlns:android="http://schemas.android.com/apk/res/android"><application>
          <activity android:name="android.app.NativeActivity" android:exported="true">
            <meta-data android:name="android.app.lib_name" android:value="tally"/>
            <intent-filter><action android:name="android.intent.action.MAIN"/>
              <category android:name="android.intent.category.LAUNCHER"/></intent-filter>
          </activity></application></manifest>
        """);
    Files.createDirectories(w.path("x64"));
    Files.createDirectories(w.path("arm"));
    Files.write(w.path("x64/libtally.so"), Phones.library(62));
    Files.write(w.path("arm/libother.so"), Phones.library(183));
    assertThat(check())
        .contains("android.app.NativeActivity loads libtally.so, which isn't there for arm64-v8a.");
    Files.write(w.path("arm/libtally.so"), Phones.library(183));
    Files.write(w.path("x64/libother.so"), Phones.library(62));
    assertThat(check()).doesNotContain("Z5316");
  }

  /** A phone refuses it, and what can be done is said. */
  @Test
  public void rehearsedOnAPhoneThatRefuses() throws Exception {
    Keys.make(w, "phone", "android", "ec-p256");
    w.replace(
        "zugabe.yaml",
        "    code: classes.dex\n",
        "    code: classes.dex\n    natives: {x86_64: x64/*.so}\n    sign: phone\n");
    Files.createDirectories(w.path("x64"));
    Files.write(w.path("x64/libtally.so"), Phones.library(62));
    Keys.ok(w, "build");
    Program.Result r = w.program().zugabe("rehearse");
    assertThat(r.exit()).isEqualTo(1);
    assertThat(r.err().replaceAll("\\s+", " "))
        .contains(
            "error Z6002 out/tally-1.2.3.apk",
            "its native libraries are for x86_64",
            "To do: Mend what the phone says; or see what another one says: zugabe stand-in phone install out/tally-1.2.3.apk --profile phone.yaml");
    w.write("phone.yaml", "processors: [x86_64]\n");
    Keys.ok(w, "stand-in", "phone", "install", "out/tally-1.2.3.apk", "--profile", "phone.yaml");
  }
}
