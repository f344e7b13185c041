package zugabe.formats.macho;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.ByteOrder;
import java.util.List;
import org.testng.annotations.Test;
import zugabe.formats.natives.StructuresCheck;

/** What is encoded is decoded again, in both byte orders, and takes the bytes that it says. */
public final class MachOStructuresTest extends StructuresCheck {
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
