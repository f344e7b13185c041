package zugabe.core.materials;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.bytes.Access;
import zugabe.bytes.Content;

/** A look at the first bytes tells what a look at all of them tells, as far as it goes. */
public final class GlanceTest {
  private static final int MANY = 5000;

  private static byte[] text(String text) {
    return text.getBytes(StandardCharsets.UTF_8);
  }

  @DataProvider
  public Object[][] contents() {
    byte[] long16 = text("tide\n".repeat(MANY));
    return new Object[][] {
      {"run.sh", text("#!/bin/sh\r\necho tide\r\n")},
      {"tides.txt", text("Höhe 4,2 m\n")},
      {"long.txt", long16},
      {"page.html", text("<!DOCTYPE html><html><body>tide</body></html>")},
      {"settings.properties", text("quay = 4\n")},
      {"noise.bin", noise(100)},
      {"noise", noise(70_000)},
      {"half.png", Arrays.copyOf(new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10}, 40)},
      {"elf", Arrays.copyOf(new byte[] {0x7F, 'E', 'L', 'F', 2, 1, 1}, 80)},
      {"nothing", new byte[0]},
    };
  }

  private static byte[] noise(int size) {
    byte[] noise = new byte[size];
    new Random(size).nextBytes(noise);
    noise[0] = 0;
    return noise;
  }

  @Test(dataProvider = "contents")
  public void aGlanceTellsTheSame(String name, byte[] bytes) throws IOException {
    Content content = Content.of(bytes);
    Recognition whole = Recogniser.recognise(name, content);
    for (int start : new int[] {bytes.length, 1 << 14, 4096}) {
      byte[] first = Arrays.copyOf(bytes, Math.min(start, bytes.length));
      Recognition glance = Recogniser.glance(name, first, content);
      assertThat(glance.nature()).isEqualTo(whole.nature());
      assertThat(glance.form()).isEqualTo(whole.form());
      assertThat(glance.fault()).isEqualTo(whole.fault());
    }
  }

  @Test
  public void theRestIsReadWhereItLies() throws IOException {
    byte[] bytes = noise(1000);
    Random random = new Random(7);
    for (int round = 0; round < 500; round++) {
      int known = random.nextInt(bytes.length + 1);
      try (Access access = new StartedAccess(Arrays.copyOf(bytes, known), Content.of(bytes))) {
        assertThat(access.size()).isEqualTo(bytes.length);
        int at = random.nextInt(bytes.length);
        byte[] some = access.readFully(at, random.nextInt(bytes.length - at + 1));
        assertThat(some).isEqualTo(Arrays.copyOfRange(bytes, at, at + some.length));
        assertThat(access.read(bytes.length, new byte[1], 0, 1)).isNegative();
      }
    }
  }
}
