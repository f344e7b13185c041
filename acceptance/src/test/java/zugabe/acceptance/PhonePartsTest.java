package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.Collections;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What the platform makes of an application's classes by its manifest and its layouts. */
public final class PhonePartsTest extends PhoneWorkspace {
  private static final String ID = "example.gannet.tally.";
  private static final String ACTIVITY = ID + "TallyActivity";

  private void manifest(String application, String inside) throws Exception {
    w.write(
        "manifest.xml",
        """
        <manifest xmlns:android="http://schemas.android.com/apk/res/android">
          <application %s>
            %s
          </application>
        </manifest>
        """
            .formatted(application, inside));
    w.write("zugabe.yaml", Phones.recipe("manifest: manifest.xml\n"));
  }

  /** Nothing of an application runs before its own class for the whole of it. */
  @Test
  public void classesOfTheWholeApplication() throws Exception {
    manifest("android:name=\".Tally\" android:backupAgent=\".Saving\"", "");
    assertThat(check())
        .contains(
            "error Z5304",
            "declares the application example.gannet.tally.Tally, and no byte code holds that class.",
            "declares the backup agent example.gannet.tally.Saving, and");
    Phones.dex(w, "classes.dex", ACTIVITY, ID + "Tally extends android.app.Application");
    manifest("android:name=\".Tally\"", "");
    assertThat(check()).doesNotContain("Z5304", "Z532");
    w.write("zugabe.yaml", Phones.recipe("application: .Tally\n"));
    assertThat(check()).doesNotContain("Z5304", "Z532");
    assertThat(w.program().zugabe("build").exit()).isZero();
    assertThat(
            w.program().run("androguard", "axml", w.path("out/tally-1.2.3.apk").toString()).out())
        .contains("<application android:label=\"Tally\"")
        .contains("android:name=\"example.gannet.tally.Tally\"");
    w.write("zugabe.yaml", Phones.recipe("application: .TallyActivity\n"));
    assertThat(check())
        .contains("that class comes from android.app.Activity, not from android.app.Application.");
  }

  @DataProvider
  public Object[][] unfit() {
    return new Object[][] {
      {"", "comes from java.lang.Object, not from android.app.Service"},
      {
        "extends android.content.BroadcastReceiver", "comes from android.content.BroadcastReceiver,"
      },
      {"abstract extends android.app.Service", "is abstract."},
      {"extends android.app.Service:public Counting(int n) {}", "has no constructor without"},
      {"extends example.gannet.tally.Base", "comes from android.app.Activity, not from"},
    };
  }

  @Test(dataProvider = "unfit")
  public void classesThatAreSomethingElse(String counting, String fault) throws Exception {
    Phones.dex(
        w,
        "classes.dex",
        ACTIVITY,
        ID + "Base extends android.app.Activity",
        ID + "Counting " + counting);
    w.write("zugabe.yaml", Phones.recipe("services: {.Counting: {}}\n"));
    assertThat(check())
        .contains(
            "error Z5324 zugabe.yaml:8:27 deliverables.phone.services..Counting The manifest declares the service example.gannet.tally.Counting, and that class "
                + fault);
  }

  /** What a class comes from isn't known where one above it isn't there: that is told otherwise. */
  @Test
  public void classesWithoutWhatTheyExtend() throws Exception {
    Phones.dexOf(
        w,
        "classes.dex",
        "example/gannet/tally",
        ACTIVITY,
        "example.kelp.Basis extends android.app.Service",
        ID + "Counting extends example.kelp.Basis");
    w.write("zugabe.yaml", Phones.recipe("services: {.Counting: {}}\n"));
    assertThat(check()).contains("Z5318", "example.kelp.Basis").doesNotContain("Z5324");
  }

  @Test
  public void whatIsNotDeclaredIsTold() throws Exception {
    Phones.dex(
        w,
        "classes.dex",
        ACTIVITY,
        ID + "AboutActivity",
        ID + "Base abstract extends android.app.Service",
        ID + "Counting extends example.gannet.tally.Base",
        ID + "Tally extends android.app.Application",
        ID + "Boats extends android.content.ContentProvider",
        ID + "Told extends android.content.BroadcastReceiver");
    assertThat(check())
        .contains(
            "warning Z5328 zugabe.yaml:4:5 deliverables.phone These classes of activities aren't declared: example.gannet.tally.AboutActivity. To do: Add it by activities:, or see that nothing starts it.",
            "These classes of services aren't declared: example.gannet.tally.Counting.",
            "This class of a whole application isn't declared: example.gannet.tally.Tally. To do: Add it by application:,",
            "These classes of providers aren't declared: example.gannet.tally.Boats. To do: Declare it in a manifest")
        .doesNotContain("Told", "tally.Base");
    Files.delete(w.path("zugabe.yaml"));
    assertThat(w.program().zugabe("survey", "--draft").exit()).isZero();
    assertThat(Files.readString(w.path("zugabe.yaml")))
        .contains(
            "    application: .Tally\n    activities:\n", "    services:\n      .Counting: {}\n");
  }

  @DataProvider
  public Object[][] refused() {
    return new Object[][] {
      {
        "<provider android:name=\".Boats\" android:exported=\"false\"/>",
        "the provider example.gannet.tally.Boats doesn't say android:authorities"
      },
      {
        "<activity-alias android:name=\".Old\" android:targetActivity=\".Gone\"/>",
        "the alias example.gannet.tally.Old stands for example.gannet.tally.Gone, which isn't an activity of the manifest"
      },
      {
        "<activity-alias android:name=\".Old\"/>",
        "the alias example.gannet.tally.Old doesn't say android:targetActivity"
      },
      {"<service/>", "an element \"service\" doesn't say android:name"},
    };
  }

  @Test(dataProvider = "refused")
  public void manifestsThatPhonesRefuse(String inside, String fault) throws Exception {
    Phones.dex(w, "classes.dex", ACTIVITY, ID + "Boats extends android.content.ContentProvider");
    manifest("", inside);
    String place = fault.contains(ID) ? "manifest.xml:3 " : "zugabe.yaml:4:";
    assertThat(check())
        .contains("error Z5325 " + place, "Phones refuse the manifest: " + fault + ".");
  }

  /** What is installed is judged by the same rules, whoever made it. */
  @Test
  public void aPhoneRefusesThemAsWell() throws Exception {
    manifest(
        "", "<activity-alias android:name=\".Old\" android:targetActivity=\".TallyActivity\"/>");
    assertThat(w.program().zugabe("build").exit()).isZero();
    try (ZipFile made = new ZipFile(w.path("out/tally-1.2.3.apk").toFile());
        OutputStream file = Files.newOutputStream(w.path("other.apk"));
        ZipOutputStream other = new ZipOutputStream(file)) {
      for (ZipEntry entry : Collections.list(made.entries())) {
        byte[] bytes = made.getInputStream(entry).readAllBytes();
        if (entry.getName().equals("AndroidManifest.xml")) {
          // of the two texts that end so, the one of its own length
          String text = new String(bytes, StandardCharsets.ISO_8859_1);
          String target = "\u000e\0" + String.join("\0", ".TallyActivity".split(""));
          assertThat(text).contains(target);
          bytes =
              text.replace(target, target.replace('T', 'W')).getBytes(StandardCharsets.ISO_8859_1);
        }
        other.putNextEntry(new ZipEntry(entry.getName()));
        other.write(bytes);
      }
    }
    Program.Result r =
        w.program().zugabe("stand-in", "phone", "install", "other.apk", "--at", "phone");
    assertThat(r.exit()).isNotZero();
    assertThat(r.all().replaceAll("\\s+", " "))
        .contains(
            "of its manifest: the alias example.gannet.tally.Old stands for example.gannet.tally.WallyActivity, which isn't an activity of the manifest");
  }

  @Test
  public void levelsThatNoPhoneFits() throws Exception {
    w.write("zugabe.yaml", Phones.recipe("lowest: 300\ntarget: 300\n"));
    assertThat(check())
        .contains(
            "warning Z5329 zugabe.yaml:4:5 deliverables.phone It is for phones from level 300 on, and the newest that is known here is 36.");
    w.write("zugabe.yaml", Phones.recipe("lowest: 36\ntarget: 35\n"));
    assertThat(check())
        .contains(
            "It is for phones from level 36 on, and was made for level 35. To do: Write target: 36 or more, or lowest: 35 or less.");
    w.write("zugabe.yaml", Phones.recipe("lowest: 36\ntarget: 36\n"));
    assertThat(check()).doesNotContain("Z5329");
  }

  @Test
  public void placeholdersOfOtherBuilds() throws Exception {
    manifest(
        "",
        "<provider android:name=\".Boats\" android:exported=\"false\" android:authorities=\"${applicationId}.boats\"/>");
    assertThat(check())
        .contains(
            "error Z5327 manifest.xml:3 Nothing fills in ${applicationId} of authorities. To do: Write what it stands for; {app.id}, {app.name} and {app.version} are those of the recipe.");
    Phones.dex(w, "classes.dex", ACTIVITY, ID + "Boats extends android.content.ContentProvider");
    w.replace("manifest.xml", "${applicationId}", "{app.id}");
    assertThat(check()).doesNotContain("error");
    assertThat(w.program().zugabe("build").exit()).isZero();
    assertThat(
            w.program().run("androguard", "axml", w.path("out/tally-1.2.3.apk").toString()).out())
        .contains("android:authorities=\"example.gannet.tally.boats\"");
  }

  private String layout(String... lines) throws Exception {
    w.write(
        "res/layout-land/screen.xml",
        "<FrameLayout xmlns:android=\"http://schemas.android.com/apk/res/android\" android:layout_width=\"match_parent\" android:layout_height=\"match_parent\">\n"
            + String.join("\n", lines)
                .replace("/>", " android:layout_width=\"1dp\" android:layout_height=\"1dp\"/>")
            + "\n</FrameLayout>\n");
    w.write("res/layout/screen.xml", "<TextView/>");
    return check();
  }

  @Test
  public void whatLayoutsName() throws Exception {
    Phones.dex(
        w,
        "classes.dex",
        ACTIVITY,
        ID
            + "Gauge extends android.view.View:public Gauge(android.content.Context c, android.util.AttributeSet a) { super(c, a); }",
        ID
            + "Plain extends android.view.View:public Plain(android.content.Context c) { super(c, null); }",
        ID + "Chart");
    assertThat(
            layout(
                "<example.gannet.tally.Gauge/>",
                "<example.gannet.tally.Guage/>",
                "<example.gannet.tally.Plain/>",
                "<TextVeiw/>",
                "<view class=\"example.gannet.tally.Chart\"/>",
                "<fragment android:name=\"example.gannet.tally.Gone\"/>",
                "<fragment class=\"example.gannet.tally.Gauge\"/>",
                "<WebView/>",
                "<SurfaceView/>",
                "<android.widget.Button/>"))
        .contains(
            "warning Z5326 res/layout-land/screen.xml:3 The layout names the view example.gannet.tally.Guage, and no byte code holds that class.",
            "res/layout-land/screen.xml:4 The layout names the view example.gannet.tally.Plain, and that class has no constructor that takes Context and AttributeSet.",
            "res/layout-land/screen.xml:5 The platform has no view \"TextVeiw\". To do: Did you mean \"TextView\"? A view of your own is named with its package.",
            "res/layout-land/screen.xml:6 The layout names the view example.gannet.tally.Chart, and that class comes from java.lang.Object, not from android.view.View.",
            "res/layout-land/screen.xml:7 The layout names the fragment example.gannet.tally.Gone, and no byte code holds that class.",
            "res/layout-land/screen.xml:8 The layout names the fragment example.gannet.tally.Gauge, and that class has no constructor without arguments.")
        .doesNotContain("screen.xml:2", "screen.xml:9", "WebView", "SurfaceView", "Button");
    w.write("res/layout-land/screen.xml", "<layout><TextView/></layout>");
    assertThat(check()).contains("It is a layout with expressions, which aren't compiled.");
  }

  /** Of texts for several products the one for all others is taken. */
  @Test
  public void textsForOtherProducts() throws Exception {
    w.write(
        "res/values/texts.xml",
        "<resources><string name=\"hello\" product=\"tablet\">Tablet</string><string name=\"hello\" product=\"default\">Phone</string></resources>");
    assertThat(check()).doesNotContain("Z5202");
    assertThat(w.program().zugabe("build").exit()).isZero();
    assertThat(Phones.resolved(w, "out/tally-1.2.3.apk", "en-US", 160, false, "string/hello"))
        .contains("Phone");
  }
}
