package zugabe.formats.picture;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import javax.imageio.ImageIO;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.bytes.Content;
import zugabe.formats.icon.Icon;
import zugabe.formats.icon.Pixels;

/** Pictures that the runtime wrote, icons that we wrote, and texts that only look like some. */
public final class PictureTest {
  private static byte[] written(String format, int width, int height) throws Exception {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
    assertThat(ImageIO.write(image, format, out)).isTrue();
    return out.toByteArray();
  }

  private static Optional<Picture> read(byte[] bytes) throws Exception {
    return Picture.read(Content.of(bytes).access());
  }

  @DataProvider
  Object[][] formats() {
    return new Object[][] {{"png", "PNG"}, {"jpg", "JPEG"}, {"gif", "GIF"}, {"bmp", "BMP"}};
  }

  @Test(dataProvider = "formats")
  public void sizesOfWhatTheRuntimeWrote(String format, String name) throws Exception {
    Picture picture = read(written(format, 40, 30)).orElseThrow();
    assertThat(picture.format()).isEqualTo(name);
    assertThat(picture.sizes()).containsExactly(new Picture.Size(40, 30));
    assertThat(picture.largest()).hasToString("Optional[40x30]");
  }

  @Test
  public void iconsHoldTheirPicture() throws Exception {
    byte[] ico = Icon.of(Pixels.decode(written("png", 40, 20))).file();
    Picture picture = read(ico).orElseThrow();
    assertThat(picture.format()).isEqualTo("ICO");
    assertThat(picture.sizes())
        .containsExactly(
            new Picture.Size(16, 16),
            new Picture.Size(20, 20),
            new Picture.Size(24, 24),
            new Picture.Size(32, 32),
            new Picture.Size(40, 40));
    // what it says lies behind its end
    ico[14] = 127;
    ico[15] = 127;
    assertThat(read(ico)).isEmpty();
  }

  @Test
  public void drawingsAndTexts() throws Exception {
    String svg = "<?xml version=\"1.0\"?>\n<svg xmlns=\"http://www.w3.org/2000/svg\"/>";
    assertThat(read(svg.getBytes(StandardCharsets.UTF_8)).orElseThrow().format()).isEqualTo("SVG");
    assertThat(read("<html><p>svg</p></html>".getBytes(StandardCharsets.UTF_8))).isEmpty();
    assertThat(read("BM is no picture, and long enough to be one".getBytes(StandardCharsets.UTF_8)))
        .isEmpty();
    assertThat(read(new byte[4])).isEmpty();
  }

  @Test
  public void impossibleSizes() throws Exception {
    byte[] png = written("png", 4, 4);
    for (int i = 16; i < 20; i++) {
      png[i] = 0;
    }
    assertThat(read(png)).isEmpty();
    png[16] = (byte) 0xFF;
    assertThat(read(png)).isEmpty();
  }
}
