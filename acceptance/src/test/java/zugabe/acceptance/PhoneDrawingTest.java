package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.Color;
import java.awt.image.BufferedImage;
import javax.imageio.ImageIO;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

/** Drawings of phones, with resources that stand in them: compiled, and drawn by the launcher. */
public final class PhoneDrawingTest {
  private static final String APK = "out/tally-1.2.3.apk";
  private static final String INLINE = "http://schemas.android.com/aapt";
  private static final String SPACES =
      " xmlns:android=\"http://schemas.android.com/apk/res/android\" xmlns:in=\"" + INLINE + "\"";
  private Workspace w;

  @BeforeClass
  public void make() throws Exception {
    w = Phones.workspace("manifest: AndroidManifest.xml\nlowest: 26\nsign: phone\n");
    w.replace("zugabe.yaml", ", icon: icon.png", "");
    w.replace("zugabe.yaml", "    activities: {.TallyActivity: {}}\n", "");
    w.write(
        "AndroidManifest.xml",
        """
        <manifest xmlns:android="http://schemas.android.com/apk/res/android">
          <application android:icon="@mipmap/mark">
            <activity android:name=".TallyActivity" android:exported="true"><intent-filter>
              <action android:name="android.intent.action.MAIN"/>
              <category android:name="android.intent.category.LAUNCHER"/>
            </intent-filter></activity>
          </application>
        </manifest>
        """);
    w.write(
        "res/mipmap-anydpi-v26/mark.xml",
        "<adaptive-icon xmlns:android=\"http://schemas.android.com/apk/res/android\">"
            + "<background android:drawable=\"@drawable/back\"/>"
            + "<foreground android:drawable=\"@drawable/front\"/></adaptive-icon>");
    w.write("res/values/colors.xml", "<resources><color name=\"buoy\">#cc2200</color></resources>");
    // from left to right, green to blue
    drawing(
        "back",
        """
        <path android:pathData="M0,0h108v108H0z"><in:attr name="android:fillColor">
          <gradient android:endX="108" android:type="linear">
            <item android:offset="0" android:color="#00ff00"/>
            <item android:offset="1" android:color="#0000ff"/>
          </gradient></in:attr></path>
        """);
    // a ring of arcs around a disc, a bar that is turned upright, and what is cut away
    drawing(
        "front",
        """
        <path android:strokeColor="#ffffff" android:strokeWidth="6"
          android:pathData="M36,54a18,18 0 1,0 36,0a18,18 0 1,0-36,0z">
          <in:attr name="android:fillColor"><gradient android:type="radial"
            android:centerX="54" android:centerY="54" android:gradientRadius="18"
            android:startColor="@color/buoy" android:endColor="@color/buoy"/></in:attr></path>
        <group android:rotation="90" android:pivotX="54" android:pivotY="54">
          <path android:fillColor="#000000" android:pathData="M20,52h10v4h-10z"/></group>
        <group><clip-path android:pathData="M0,0h10v10h-10z"/>
          <path android:fillColor="#ffff00" android:pathData="M0,0h108v108h-108z"/></group>
        """);
    w.write(
        "res/drawable/moving.xml",
        "<animated-vector"
            + SPACES
            + """
            ><in:attr name="android:drawable"><vector android:width="24dp" android:height="24dp"
              android:viewportWidth="24" android:viewportHeight="24"><path android:name="p"
              android:pathData="M0,0h9v9z"><in:attr name="android:fillColor">
              <gradient android:startColor="#000" android:endColor="#fff" android:endX="9"/>
              </in:attr></path></vector></in:attr>
            <target android:name="p"><in:attr name="android:animation"><objectAnimator
              android:propertyName="fillAlpha" android:valueTo="0" android:valueType="floatType"
              android:duration="300"/></in:attr></target></animated-vector>
            """);
    Keys.make(w, "phone", "android", "ec-p256");
    Keys.ok(w, "build");
  }

  private void drawing(String name, String paths) throws Exception {
    w.write(
        "res/drawable/" + name + ".xml",
        "<vector"
            + SPACES
            + " android:width=\"108dp\" android:height=\"108dp\" android:viewportWidth=\"108\" android:viewportHeight=\"108\">"
            + paths
            + "</vector>");
  }

  @AfterClass(alwaysRun = true)
  public void remove() throws Exception {
    w.close();
  }

  /** The platform's runtime finds what stood in a document by its number. */
  @Test
  public void whatStandsInADocumentIsAResource() throws Exception {
    assertThat(
            Phones.resolved(
                w,
                APK,
                "en",
                160,
                false,
                "drawable/$front__0",
                "drawable/$moving__0",
                "drawable/$moving__1",
                "drawable/$moving__2"))
        .contains(
            "\"res/drawable/$front__0.xml\"",
            "\"res/drawable/$moving__0.xml\"",
            "\"res/drawable/$moving__1.xml\"",
            "\"res/drawable/$moving__2.xml\"");
    StringBuilder read = new StringBuilder();
    for (String name : "front $front__0 moving $moving__0 $moving__1 $moving__2".split(" ", -1)) {
      Program.Result r =
          w.program()
              .run(
                  "androguard",
                  "axml",
                  "-r",
                  "res/drawable/" + name + ".xml",
                  w.path(APK).toString());
      assertThat(r.exit()).as(r.all()).isZero();
      read.append(r.out());
    }
    assertThat(read.toString())
        .containsPattern("<path[^>]* android:fillColor=\"@7F\\w+\"")
        .containsPattern("<animated-vector[^>]* android:drawable=\"@7F\\w+\"")
        .containsPattern("<target[^>]* android:animation=\"@7F\\w+\"")
        .contains("<gradient", "<objectAnimator")
        .doesNotContain(INLINE, ":attr");
  }

  @Test
  public void theLauncherDrawsThem() throws Exception {
    for (String[] line :
        new String[][] {
          {"stand-in", "phone", "install", APK, "--at", "p"},
          {"stand-in", "phone", "picture", "launcher.png", "--at", "p"}
        }) {
      Program.Result r = w.program().zugabe(line);
      assertThat(r.exit()).as(r.all()).isZero();
    }
    BufferedImage picture = ImageIO.read(w.path("launcher.png").toFile());
    // the icon has 128 pixels from 26, 120 on, and shows the middle 72 of 108 units
    assertThat(at(picture, 54, 54)).as("disc").isEqualTo(new Color(0xcc2200));
    assertThat(at(picture, 54, 36)).as("ring").isEqualTo(Color.WHITE);
    assertThat(at(picture, 54, 25)).as("bar, turned upright").isEqualTo(Color.BLACK);
    assertThat(at(picture, 25, 54).getGreen()).as("left").isGreaterThan(180);
    assertThat(at(picture, 83, 54).getBlue()).as("right").isGreaterThan(180);
    assertThat(at(picture, 83, 54).getRed()).as("nothing yellow").isLessThan(20);
  }

  private static Color at(BufferedImage picture, double x, double y) {
    double unit = 128 / 72.0;
    return new Color(picture.getRGB((int) (26 + (x - 18) * unit), (int) (120 + (y - 18) * unit)));
  }

  @Test
  public void whatCantStandThere() throws Exception {
    try (Workspace other = Phones.workspace("")) {
      other.write(
          "res/xml/odd.xml",
          "<a"
              + SPACES
              + """
              >
              <b><in:attr><c/></in:attr></b>
              <b><in:attr name="android:text"></in:attr></b>
              <b><in:attr name="android:text"><c/><c/></in:attr></b>
              <b android:text="x"><in:attr name="android:text"><c/></in:attr></b>
              <b><in:attr name="android:nowhere"><c/></in:attr></b>
              <in:thing/>
              </a>
              """);
      Program.Result r = other.program().zugabe("check");
      assertThat(r.exit()).isEqualTo(1);
      assertThat(r.err().replaceAll("\\s+", " "))
          .contains(
              "error Z5201 res/xml/odd.xml:2 This element says of no attribute what it is.",
              "res/xml/odd.xml:3 The attribute text is no element.",
              "res/xml/odd.xml:4 The attribute text is several elements.",
              "res/xml/odd.xml:5 The attribute text is there twice: as text, and as an element.",
              "res/xml/odd.xml:6 There is no attribute nowhere of the platform.",
              "res/xml/odd.xml:7 Elements of the namespace " + INLINE + " aren't compiled.");
    }
  }

  /** A drawing as the application's picture: what is said to do about it is enough. */
  @Test
  public void aDrawingAsIcon() throws Exception {
    try (Workspace other = Phones.workspace("icon-plain: plain.svg\n")) {
      other.replace("zugabe.yaml", "icon.png", "mark.svg");
      String drawing =
          "<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 9 9\"><circle cx=\"4.5\" cy=\"4.5\" r=\"3\"/></svg>";
      other.write("mark.svg", drawing);
      other.write("plain.svg", drawing);
      assertThat(other.program().zugabe("check").err().replaceAll("\\s+", " "))
          .contains(
              "error Z2020",
              "mark.svg is a drawing (SVG). To do: Draw it once, and name what is made: zugabe icon mark.svg --to mark.png --side 512");
      Program.Result drawn =
          other.program().zugabe("icon", "mark.svg", "--to", "mark.png", "--side", "512");
      assertThat(drawn.exit()).as(drawn.all()).isZero();
      other.replace("zugabe.yaml", "mark.svg", "mark.png");
      assertThat(other.program().zugabe("check").err().replaceAll("\\s+", " "))
          .contains("error Z5307", "zugabe icon plain.svg --to plain.png --side 512")
          .doesNotContain("Z2020");
      Keys.ok(other, "icon", "plain.svg", "--to", "plain.png", "--side", "512");
      other.replace("zugabe.yaml", "plain.svg", "plain.png");
      Program.Result r = other.program().zugabe("check");
      assertThat(r.exit()).as(r.all()).isZero();
    }
  }
}
