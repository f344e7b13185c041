package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.InputStream;
import java.util.List;
import java.util.zip.ZipFile;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.core.android.PackageManifest;
import zugabe.core.android.Permissions;
import zugabe.formats.androidxml.XmlAttribute;

/** What an application asks for, held against what the platform has and what its code calls. */
public final class PhonePermissionTest extends PhoneWorkspace {
  private static final String ACTIVITY = "example.gannet.tally.TallyActivity:";
  private static final String[] PLATFORM = {
    "android.app.Service:",
    "android.content.Context:public int checkSelfPermission(String name) { return 0; }",
    "android.os.Vibrator:public void vibrate(long millis) {}",
    "android.location.Location:",
    "android.location.LocationManager:public Location getLastKnownLocation(String by) { return null; }",
    "android.bluetooth.BluetoothAdapter:public String getName() { return null; }",
  };
  private static final String BUZZ = "public void buzz(android.os.Vibrator v) { v.vibrate(40); }";
  private static final String WHERE =
      "public Object where(android.location.LocationManager m) { return m.getLastKnownLocation(\"gps\"); }";
  private static final String NAME =
      "public String name(android.bluetooth.BluetoothAdapter a) { return a.getName(); }";
  private static final String OPENS =
      "public Object opens() throws Exception { return new java.net.URL(\"https://tides.example\").openStream(); }";

  private String check(String more, String... classes) throws Exception {
    String[] all = new String[classes.length + PLATFORM.length];
    System.arraycopy(PLATFORM, 0, all, 0, PLATFORM.length);
    System.arraycopy(classes, 0, all, PLATFORM.length, classes.length);
    Phones.dexOf(w, "classes.dex", "example", all);
    w.write("zugabe.yaml", Phones.recipe(more));
    return check();
  }

  @DataProvider
  public Object[][] needs() {
    return new Object[][] {
      {BUZZ, "android.permission.VIBRATE", "Vibrator.vibrate"},
      {
        WHERE,
        "android.permission.ACCESS_COARSE_LOCATION or android.permission.ACCESS_FINE_LOCATION",
        "LocationManager.getLastKnownLocation"
      },
      {NAME, "android.permission.BLUETOOTH_CONNECT", "BluetoothAdapter.getName"},
      {OPENS, "android.permission.INTERNET", "URL.openStream"},
    };
  }

  @Test(dataProvider = "needs")
  public void whatCodeCallsHasToBeAskedFor(String code, String needed, String call)
      throws Exception {
    assertThat(check("", ACTIVITY + code))
        .contains(
            "warning Z5323 classes.dex It needs "
                + needed
                + ", which isn't asked for: "
                + call
                + " in example.gannet.tally.TallyActivity. To do: Add it to permissions:, or see that nothing comes to that place.");
    String last = needed.substring(needed.lastIndexOf(' ') + 1);
    assertThat(check("permissions: " + last + "\n", ACTIVITY + code)).doesNotContain("Z532");
  }

  /** It came with level 31; what is made for older platforms needs another one. */
  @Test
  public void permissionsOfNewerPlatformsAreNotNeededByWhatIsMadeForOlderOnes() throws Exception {
    assertThat(check("target: 30\n", ACTIVITY + NAME)).doesNotContain("Z5323");
    assertThat(check("target: 31\n", ACTIVITY + NAME)).contains("Z5323");
  }

  @Test
  public void librariesAreJudgedByWhatTheyAreFor() throws Exception {
    assertThat(check("", ACTIVITY, "example.kelp.Reader:" + OPENS)).doesNotContain("Z5323");
    assertThat(check("", ACTIVITY, "example.kelp.Bell:" + BUZZ))
        .contains("Vibrator.vibrate in example.kelp.Bell.");
    String asks =
        "public int may(android.content.Context c) { return c.checkSelfPermission(\"a\"); }";
    assertThat(check("", ACTIVITY, "example.kelp.May:" + asks, "example.kelp.Bell:" + BUZZ))
        .doesNotContain("Z5323");
    // a question about what nobody asks for is always answered by no
    assertThat(check("", ACTIVITY + asks + BUZZ)).contains("Z5323");
  }

  /** Whatever has a component of the application is its own, whoever else's name it bears. */
  @Test
  public void packagesOfComponentsAreItsOwn() throws Exception {
    String[] classes = {
      ACTIVITY,
      "example.kelp.ui.Screen extends android.app.Service:" + OPENS,
      "example.kelp.Reader:" + OPENS
    };
    assertThat(check("services: {example.kelp.ui.Screen: {}}\n", classes))
        .contains("URL.openStream in example.kelp.ui.Screen. To do:")
        .doesNotContain("Reader");
  }

  @Test
  public void manyPlacesAreToldAsAFew() throws Exception {
    String[] classes = new String[8];
    classes[0] = ACTIVITY;
    for (int i = 1; i < classes.length; i++) {
      classes[i] = "example.gannet.tally.Part" + i + ":" + BUZZ;
    }
    assertThat(check("", classes))
        .contains("Vibrator.vibrate in example.gannet.tally.Part5; and 2 more.")
        .doesNotContain("Part6");
  }

  @DataProvider
  public Object[][] names() {
    return new Object[][] {
      {
        "permissions: android.permission.INTERNT\n",
        "The platform has no permission android.permission.INTERNT, as of level 36. To do: Write android.permission.INTERNET, or leave it out."
      },
      {
        "permissions: android.permission.Camera\n",
        "no permission android.permission.Camera, as of level 36. To do: Write android.permission.CAMERA, or leave it out."
      },
      {
        "permissions: android.permission.SQUAWK_LOUDLY_AT_DAWN\n",
        "To do: Mend the name, or leave it out. Nothing, if a later level has it."
      },
      {
        "permissions: android.permission.REBOOT\n",
        "Phones give the permission android.permission.REBOOT to the system's own applications only. To do: Leave it out, unless the application is a part of the system."
      },
      {
        "features: {android.hardware.camra: true}\n",
        "The platform has no feature android.hardware.camra, as of level 36. To do: Write android.hardware.camera, or leave it out."
      },
    };
  }

  @Test(dataProvider = "names")
  public void namesThatThePlatformDoesNotKnow(String more, String told) throws Exception {
    assertThat(check(more, ACTIVITY)).contains("warning Z5322", told);
  }

  @DataProvider
  public Object[][] good() {
    return new Object[][] {
      {"permissions: [android.permission.INTERNET, android.permission.POST_NOTIFICATIONS]\n"},
      // a user gives it in the settings
      {"permissions: android.permission.SYSTEM_ALERT_WINDOW\n"},
      // somebody else's
      {"permissions: example.kelp.permission.SHARE\n"},
      {"features: {android.hardware.camera.any: false, example.kelp.depth: true}\n"},
    };
  }

  @Test(dataProvider = "good")
  public void namesThatAreKnownOrOthersAreFine(String more) throws Exception {
    assertThat(check(more, ACTIVITY)).doesNotContain("Z532");
  }

  /** Another source than the table's: the platform's own package, as Debian has it. */
  @Test
  public void permissionsOfThePlatformsOwnPackageAreKnown() throws Exception {
    PackageManifest platform;
    try (ZipFile apk = new ZipFile(Phones.framework().toFile());
        InputStream in = apk.getInputStream(apk.getEntry(PackageManifest.PATH))) {
      platform = PackageManifest.read(in.readAllBytes());
    }
    List<String> names =
        platform.root().children("permission").stream()
            .flatMap(p -> p.attributes().stream())
            .filter(a -> a.name().equals("name"))
            .map(XmlAttribute::shown)
            .filter(n -> n.startsWith("android.permission."))
            .toList();
    assertThat(names).hasSizeGreaterThan(300);
    assertThat(Permissions.known().names()).containsAll(names);
  }
}
