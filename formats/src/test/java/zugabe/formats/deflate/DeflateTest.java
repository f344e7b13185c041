package zugabe.formats.deflate;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.util.Arrays;
import java.util.Random;
import java.util.zip.Inflater;
import java.util.zip.InflaterInputStream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public final class DeflateTest {
  @DataProvider
  public Object[][] blocks() {
    return new Object[][] {{1, 10}, {3, 100}, {4, 65536}, {7, 40000}, {2, 0}};
  }

  /** Blocks that were packed by themselves are one stream to any reader. */
  @Test(dataProvider = "blocks")
  public void blocksJoinToOneStream(int count, int size) throws Exception {
    byte[] content = text(count * size);
    ByteArrayOutputStream joined = new ByteArrayOutputStream();
    byte[] previous = new byte[0];
    for (int i = 0; i < count; i++) {
      byte[] block = Arrays.copyOfRange(content, i * size, (i + 1) * size);
      joined.write(new Deflate().pack(previous, block, block.length, i == count - 1));
      previous = block;
    }
    byte[] unpacked =
        new InflaterInputStream(new ByteArrayInputStream(joined.toByteArray()), new Inflater(true))
            .readAllBytes();
    assertThat(unpacked).isEqualTo(content);
  }

  @Test
  public void theDictionaryOfTheBlockBeforeIsUsed() {
    byte[] block = new byte[20000];
    new Random(1).nextBytes(block);
    int alone = new Deflate().pack(new byte[0], block, block.length, true).length;
    int behind = new Deflate().pack(block, block, block.length, true).length;
    assertThat(behind).isLessThan(alone / 10);
  }

  @Test
  public void noiseGrowsLittle() {
    byte[] noise = new byte[512 * 1024];
    new Random(2).nextBytes(noise);
    assertThat(new Deflate().pack(new byte[0], noise, noise.length, false).length)
        .isLessThan(noise.length + noise.length / 1000 + 64);
  }

  @Test
  public void theFingerprintIsStable() {
    assertThat(Deflate.fingerprint()).matches("[0-9a-f]{16}").isEqualTo(Deflate.fingerprint());
  }

  private static byte[] text(int size) {
    Random random = new Random(3);
    byte[] bytes = new byte[size];
    for (int i = 0; i < size; i++) {
      bytes[i] = (byte) "tides and harbours ".charAt(random.nextInt(19));
    }
    return bytes;
  }
}
