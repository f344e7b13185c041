package zugabe.formats.icon;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import java.util.HexFormat;
import org.testng.annotations.Test;

/** Pictures that stretch in parts. */
public final class StretchingTest {
  private static final int BLACK = 0xFF00_0000;
  private static final int INK = 0xFF2A_6F97;

  /** Ten by eight inside of the border; columns 2 to 4 and rows 1 to 6 stretch. */
  private static Pixels source() {
    int[] argb = new int[12 * 10];
    for (int y = 1; y < 9; y++) {
      Arrays.fill(argb, y * 12 + 1, y * 12 + 11, INK);
    }
    argb[3] = BLACK;
    argb[4] = BLACK;
    for (int y = 2; y < 7; y++) {
      argb[y * 12] = BLACK;
    }
    for (int x = 2; x < 10; x++) {
      argb[9 * 12 + x] = BLACK;
    }
    return new Pixels(12, 10, argb);
  }

  @Test
  public void theBorderBecomesAChunk() throws Exception {
    byte[] png = Stretching.compiled(source());
    Pixels read = Pixels.decode(png);
    assertThat(read.width()).isEqualTo(10);
    assertThat(read.height()).isEqualTo(8);
    assertThat(Arrays.stream(read.argb()).distinct().toArray()).containsExactly(INK);
    String chunk =
        "6e705463" // npTc
            + "00020209" // two divisions each way, nine parts
            + "0000000000000000"
            + "0000000100000001" // content: 1 from the left, 1 from the right
            + "0000000100000002" // none said: as it stretches
            + "00000000"
            + "0000000200000004"
            + "0000000100000006"
            + "00000001".repeat(9);
    assertThat(HexFormat.of().formatHex(png)).contains(chunk);
  }

  @Test
  public void otherBordersAreRefused() {
    Pixels coloured = source();
    coloured.argb()[5] = INK;
    assertThatThrownBy(() -> Stretching.compiled(coloured))
        .hasMessageContaining("its top border has a pixel that is neither black nor clear");
    assertThatThrownBy(() -> Stretching.compiled(new Pixels(12, 10, new int[120])))
        .hasMessageContaining("marks nothing that stretches");
    assertThatThrownBy(() -> Stretching.compiled(new Pixels(2, 9, new int[18])))
        .hasMessageContaining("no room");
  }
}
