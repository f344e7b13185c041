package zugabe.formats.natives;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.ByteOrder;
import java.util.Random;
import org.testng.annotations.DataProvider;
import zugabe.bytes.ByteReader;
import zugabe.bytes.Structure;

/** What tests of structures share: random fields, both byte orders, and the size that is stated. */
public abstract class StructuresCheck {
  private final Random random = new Random(17);

  protected final int u2() {
    return random.nextInt(1 << 16);
  }

  protected final long u4() {
    return random.nextInt() & 0xFFFFFFFFL;
  }

  protected final long word(boolean wide) {
    return wide ? random.nextLong() >>> 1 : u4();
  }

  @DataProvider
  public Object[][] orders() {
    return new Object[][] {{ByteOrder.LITTLE_ENDIAN}, {ByteOrder.BIG_ENDIAN}};
  }

  /** It encoded, to be decoded again. */
  protected static ByteReader read(Structure s, ByteOrder order) {
    byte[] bytes = s.encoded(order);
    assertThat(bytes).hasSize(s.size());
    return ByteReader.of(bytes, order);
  }
}
