package zugabe.formats.elf;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.ByteOrder;
import java.util.List;
import org.testng.annotations.Test;
import zugabe.formats.natives.StructuresCheck;

/** What is encoded is decoded again, in both byte orders, and takes the bytes that it says. */
public final class ElfStructuresTest extends StructuresCheck {
  @Test(dataProvider = "orders")
  public void everyStructureComesBack(ByteOrder order) {
    for (int i = 0; i < 200; i++) {
      for (boolean wide : List.of(false, true)) {
        ElfIdent ident = new ElfIdent(wide ? 2 : 1, 1 + i % 2);
        assertThat(ElfIdent.decode(read(ident, order))).isEqualTo(ident);
        ElfHeader header = new ElfHeader(wide, u2(), u2(), word(wide), u2(), u2());
        assertThat(ElfHeader.decode(read(header, order), wide)).isEqualTo(header);
        ProgramHeader program =
            new ProgramHeader(wide, u4(), u4(), word(wide), word(wide), word(wide), word(wide));
        assertThat(ProgramHeader.decode(read(program, order), wide)).isEqualTo(program);
        DynamicEntry entry = new DynamicEntry(wide, u4(), word(wide));
        assertThat(DynamicEntry.decode(read(entry, order), wide)).isEqualTo(entry);
      }
      VersionNeed need = new VersionNeed(u2(), u4(), u4(), u4());
      assertThat(VersionNeed.decode(read(need, order))).isEqualTo(need);
      VersionNeed.Aux aux = new VersionNeed.Aux(u4(), u2(), u2(), u4(), u4());
      assertThat(VersionNeed.Aux.decode(read(aux, order))).isEqualTo(aux);
    }
  }
}
