package zugabe.formats.macho;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.ByteOrder;
import java.util.List;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.bytes.ByteReader;
import zugabe.bytes.Structure;

/** What is encoded is decoded again, in both byte orders, and takes the bytes that it says. */
public final class MachOStructuresTest {
  private static final Random RANDOM = new Random(17);

  private static int u2() {
    return RANDOM.nextInt(1 << 16);
  }

  private static long u4() {
    return RANDOM.nextInt() & 0xFFFFFFFFL;
  }

  private static long word(boolean wide) {
    return wide ? RANDOM.nextLong() >>> 1 : u4();
  }

  @DataProvider
  public Object[][] orders() {
    return new Object[][] {{ByteOrder.LITTLE_ENDIAN}, {ByteOrder.BIG_ENDIAN}};
  }

  private static ByteReader read(Structure s, ByteOrder order) {
    byte[] bytes = s.encoded(order);
    assertThat(bytes).hasSize(s.size());
    return ByteReader.of(bytes, order);
  }

  @Test(dataProvider = "orders")
  public void everyStructureComesBack(ByteOrder order) {
    for (int i = 0; i < 200; i++) {
      FatArch part = new FatArch(u4(), u4(), u4(), word(false), u4());
      assertThat(FatArch.decode(read(part, order))).isEqualTo(part);
      for (long magic : List.of(MachHeader.MH_MAGIC, MachHeader.MH_MAGIC_64)) {
        MachHeader header = new MachHeader(magic, u4(), u4(), u2(), u4(), u4(), u4());
        assertThat(MachHeader.decode(read(header, order))).isEqualTo(header);
      }
      LoadCommand command = new LoadCommand(u4(), u4(), u4(), u4());
      assertThat(LoadCommand.decode(read(command, order))).isEqualTo(command);
    }
  }
}
