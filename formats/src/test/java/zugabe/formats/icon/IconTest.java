package zugabe.formats.icon;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.util.Random;
import javax.imageio.ImageIO;
import org.testng.annotations.Test;
import zugabe.bytes.Access;
import zugabe.bytes.Content;
import zugabe.bytes.MalformedException;
import zugabe.formats.picture.Picture;

public final class IconTest {
  private static final int WHITE = 0xFFFFFFFF;
  private static final int BLACK = 0xFF000000;

  private static Pixels random(int width, int height) {
    Random random = new Random(20261128);
    return new Pixels(width, height, random.ints((long) width * height).toArray());
  }

  /** By another reader than the one that writes. */
  @Test
  public void aPngHasItsPixels() throws Exception {
    Pixels some = random(37, 23);
    BufferedImage image = ImageIO.read(new ByteArrayInputStream(Icon.png(some)));
    assertThat(image.getRGB(0, 0, 37, 23, null, 0, 37)).isEqualTo(some.argb());
    Pixels back = Pixels.decode(Icon.png(some));
    assertThat(back.argb()).isEqualTo(some.argb());
  }

  /** Half of the light is 188 of 255 (IEC 61966-2-1), not 128. */
  @Test
  public void lightIsMixedAsLight() {
    Pixels board = new Pixels(2, 2, new int[] {WHITE, BLACK, BLACK, WHITE});
    assertThat(board.scaled(1, 1).argb()).containsExactly(0xFFBCBCBC);
    assertThat(new Pixels(3, 1, new int[] {WHITE, WHITE, WHITE}).scaled(2, 1).argb())
        .containsExactly(WHITE, WHITE);
  }

  /** The colour of what can't be seen doesn't show at edges. */
  @Test
  public void edgesHaveNoHalo() {
    int red = 0xFFFF0000;
    int invisibleWhite = 0x00FFFFFF;
    Pixels edge = new Pixels(2, 1, new int[] {red, invisibleWhite});
    assertThat(edge.scaled(1, 1).argb()).containsExactly(0x80FF0000);
    assertThat(new Pixels(1, 1, new int[] {invisibleWhite}).scaled(2, 2).argb()).containsOnly(0);
  }

  @Test
  public void everySizeIsThereThatThePictureHas() throws Exception {
    try (Access access = Content.of(Icon.of(random(100, 100)).file()).access()) {
      Picture read = Picture.read(access).orElseThrow();
      assertThat(read.format()).isEqualTo("ICO");
      assertThat(read.sizes().stream().map(Picture.Size::width))
          .containsExactly(16L, 20L, 24L, 32L, 40L, 48L, 64L);
    }
    assertThat(Icon.of(random(5, 5)).images()).hasSize(1);
    // what the bitmap of the smallest says of itself (BITMAPINFOHEADER)
    byte[] small = Icon.of(random(16, 16)).images().get(0).bytes();
    assertThat(small).hasSize(40 + 16 * 16 * 4 + 4 * 16).startsWith(40, 0, 0, 0, 16, 0, 0, 0, 32);
  }

  @Test
  public void whatIsNoPngIsRefused() {
    assertThatThrownBy(() -> Pixels.decode(new byte[50])).isInstanceOf(MalformedException.class);
    byte[] cut = java.util.Arrays.copyOf(Icon.png(random(64, 64)), 400);
    assertThatThrownBy(() -> Pixels.decode(cut)).isInstanceOf(MalformedException.class);
    byte[] giant = Icon.png(random(64, 64));
    giant[18] = 127;
    assertThatThrownBy(() -> Pixels.decode(giant)).isInstanceOf(MalformedException.class);
  }
}
