package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Icons: what files hold, and others made of them, as other programs read them. */
public final class IconTest {
  private static final String DRAWING =
      "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 10 10'>%s</svg>";
  private static final String SHAPE = "<circle cx='5' cy='5' r='4' fill='#08c'/>";

  private Workspace w;

  @BeforeClass
  public void pictures() throws Exception {
    w = Workspace.create();
    BufferedImage round = new BufferedImage(600, 600, BufferedImage.TYPE_INT_ARGB);
    for (int y = 0; y < 600; y++) {
      for (int x = 0; x < 600; x++) {
        boolean inside = Math.hypot(x - 300, y - 300) < 280;
        round.setRGB(x, y, inside ? 0xFF2080C0 | ((x / 3) << 16) : 0);
      }
    }
    ImageIO.write(round, "png", w.path("round.png").toFile());
    w.write("drawing.svg", DRAWING.formatted(SHAPE));
  }

  @AfterClass(alwaysRun = true)
  public void remove() throws Exception {
    w.close();
  }

  private Program.Result ok(String... arguments) throws Exception {
    Program.Result r = w.program().zugabe(arguments);
    assertThat(r.exit()).as(r.all()).isZero();
    assertThat(r.err()).isEmpty();
    return r;
  }

  private String tool(String... command) throws Exception {
    Program.Result r = w.program().run(command);
    assertThat(r.exit()).as(r.all()).isZero();
    return r.out();
  }

  /** Colours at some places, as ImageMagick sees them. */
  private void looksRound(String picture, int side) throws Exception {
    BufferedImage image = ImageIO.read(w.path(picture).toFile());
    assertThat(image.getWidth()).isEqualTo(side);
    assertThat(image.getHeight()).isEqualTo(side);
    assertThat(image.getRGB(0, 0) >>> 24).isZero();
    assertThat(image.getRGB(side / 2, side / 2) >>> 24).isEqualTo(0xFF);
    assertThat(image.getRGB(side / 2, side / 2) & 0xFF).isBetween(0xB8, 0xD0);
  }

  @Test
  public void anIconOfWindowsIsMadeAndRead() throws Exception {
    Program.Result r = ok("icon", "round.png", "--to", "round.ico");
    assertThat(r.out()).contains("round.png: PNG", "600x600", "Written: round.ico");
    assertThat(tool("identify", "round.ico")).contains("16x16", "48x48", "256x256");
    assertThat(ok("icon", "round.ico").out())
        .contains("Windows icon", "16x16    bitmap", "256x256  PNG");
    for (int side : List.of(16, 48, 256)) {
      ok("icon", "round.ico", "--to", "back.png", "--side", "" + side);
      looksRound("back.png", side);
    }
  }

  /** One of others, with few colours and a mask. */
  @Test
  public void iconsOfOthersAreRead() throws Exception {
    tool(
        "convert",
        "round.png",
        "-resize",
        "32x32",
        "-channel",
        "A",
        "-threshold",
        "50%",
        "+channel",
        "-colors",
        "8",
        "few.ico");
    ok("icon", "few.ico", "--to", "few.png", "--side", "32");
    looksRound("few.png", 32);
  }

  @Test
  public void anIconOfMacOsIsMadeAndRead() throws Exception {
    ok("icon", "round.png", "--to", "round.icns");
    assertThat(ok("icon", "round.icns").out())
        .contains("macOS icon", "is32", "ic08, PNG", "ic09, PNG")
        .doesNotContain("ic10");
    tool("icns2png", "-x", "round.icns");
    looksRound("round_16x16x32.png", 16);
    looksRound("round_32x32x32.png", 32);
    looksRound("round_256x256x32.png", 256);
    ok("icon", "round.icns", "--to", "back.png", "--side", "128");
    looksRound("back.png", 128);
  }

  @Test
  public void aDrawingIsDrawnInEverySize() throws Exception {
    for (int side : List.of(16, 333)) {
      ok("icon", "drawing.svg", "--to", "drawn.png", "--side", "" + side);
      looksRound("drawn.png", side);
    }
    ok("icon", "drawing.svg", "--to", "drawn.icns");
    assertThat(ok("icon", "drawn.icns").out()).contains("1024x1024");
  }

  @Test
  public void setsHaveAllSizes() throws Exception {
    ok("icon", "drawing.svg", "--set", "desktop", "--to", "desktop");
    looksRound("desktop/22x22/icon.png", 22);
    looksRound("desktop/512x512/icon.png", 512);
    ok("icon", "drawing.svg", "--set", "phone", "--to", "phone");
    looksRound("phone/android/mipmap-xxhdpi/icon.png", 144);
    looksRound("phone/ios/icon-1024.png", 1024);
    try (Stream<Path> all = Files.walk(w.path("phone"))) {
      assertThat(all.filter(Files::isRegularFile)).hasSize(19);
    }
  }

  @DataProvider
  public Object[][] drawings() {
    return new Object[][] {
      {"<script>1</script>", "the element script"},
      {
        "<image href='http://pictures.example/a.png'/>",
        "a reference to http://pictures.example/a.png"
      },
      {"<image href='file:///etc/passwd'/>", "a reference to file:///etc/passwd"},
      {"<rect onload='x()'/>", "a script in onload"},
      {"<style>@import 'a.css';</style>", "an import of styles"},
      {"<rect fill='url(http://a.example/b)'/>", "a reference to http://a.example/b"},
      {"<foreignObject/>", "the element foreignobject"},
    };
  }

  @Test(dataProvider = "drawings")
  public void drawingsHoldNothingElse(String more, String told) throws Exception {
    w.write("art/icon.svg", DRAWING.formatted(SHAPE + more));
    Program.Result r = w.program().zugabe("icon", "art/icon.svg", "--to", "never.png");
    assertThat(r.exit()).isEqualTo(1);
    assertThat(r.err()).contains("error Z0402", "The drawing holds " + told + ".");
    assertThat(w.path("never.png")).doesNotExist();
  }

  @DataProvider
  public Object[][] poor() {
    return new Object[][] {
      {300, 200, BufferedImage.TYPE_INT_ARGB, 0x80FFFFFF, "it isn't square"},
      {64, 64, BufferedImage.TYPE_INT_ARGB, 0x80FFFFFF, "and it has 64"},
      {256, 256, BufferedImage.TYPE_INT_RGB, 0xFFFFFFFF, "nothing of it is seen through"},
      {256, 256, BufferedImage.TYPE_BYTE_GRAY, 0xFF808080, "nothing of it is seen through"},
      {256, 256, BufferedImage.TYPE_INT_ARGB, 0, "nothing of it is seen."},
    };
  }

  @Test(dataProvider = "poor")
  public void poorOnesAreTold(int width, int height, int type, int argb, String why)
      throws Exception {
    BufferedImage image = new BufferedImage(width, height, type);
    for (int i = 0; i < width * height; i++) {
      image.setRGB(i % width, i / width, argb);
    }
    Files.createDirectories(w.path("art"));
    ImageIO.write(image, "png", w.path("art/icon.png").toFile());
    Program.Result r = w.program().zugabe("icon", "art/icon.png");
    assertThat(r.exit()).as(r.all()).isZero();
    assertThat(r.err().replaceAll("\\s+", " "))
        .contains("warning Z0403 art/icon.png", "It makes a poor icon: ", why);
  }

  @Test
  public void whatIsEnlargedIsTold() throws Exception {
    Program.Result r =
        w.program().zugabe("icon", "round.png", "--to", "large.png", "--side", "700");
    assertThat(r.err()).contains("warning Z0403", "700 pixels are made of 600");
    looksRound("large.png", 700);
  }

  @DataProvider
  public Object[][] wrong() {
    return new Object[][] {
      {"icon round.png --to a.gif", 2, "ends with .ico, .icns or .png"},
      {"icon round.png --side 20", 2, "--to FILE"},
      {"icon round.png --to a.ico --side 20", 2, "is for a .png"},
      {"icon round.png --to a.png --side 9999", 2, "1 to 4096"},
      {"icon round.png --to a --set car", 2, "desktop or phone"},
      {"icon none.png", 1, "error Z2003"},
      {"icon .", 1, "It is a folder"},
    };
  }

  @Test(dataProvider = "wrong")
  public void slipsAreTold(String line, int exit, String told) throws Exception {
    Program.Result r = w.program().zugabe(line.split(" "));
    assertThat(r.exit()).as(r.all()).isEqualTo(exit);
    assertThat(r.err()).contains(told);
  }

  /** A hostile file is no picture; a giant one isn't unpacked. */
  @Test
  public void damagedOnesAreRefused() throws Exception {
    byte[] ico = {0, 0, 1, 0, 1, 0, 16, 16, 0, 0, 1, 0, 32, 0, 9, 0, 0, 0, 22, 0, 0, 0};
    byte[] icns = {'i', 'c', 'n', 's', 0, 0, 0, 16, 'i', 'c', '0', '8', 127, 0, 0, 0};
    for (byte[] bytes : List.of(ico, icns, new byte[0], "<svg".getBytes(StandardCharsets.UTF_8))) {
      Files.createDirectories(w.path("art"));
      Files.write(w.path("art/icon.png"), bytes);
      Program.Result r = w.program().zugabe("icon", "art/icon.png");
      assertThat(r.exit()).as(r.all()).isEqualTo(1);
      assertThat(r.err()).contains("error Z0401  art/icon.png", "It can't be read as a picture: ");
    }
  }
}
