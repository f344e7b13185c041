package zugabe.formats.pe;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.ByteOrder;
import java.util.List;
import org.testng.annotations.Test;
import zugabe.formats.natives.StructuresCheck;
import zugabe.formats.pe.OptionalHeader.DataDirectory;

/** What is encoded is decoded again, in both byte orders, and takes the bytes that it says. */
public final class PeStructuresTest extends StructuresCheck {
  @Test(dataProvider = "orders")
  public void everyStructureComesBack(ByteOrder order) {
    for (int i = 0; i < 200; i++) {
      CoffHeader coff = new CoffHeader(u2(), u2(), u4(), u4(), u4(), u2(), u2());
      assertThat(CoffHeader.decode(read(coff, order))).isEqualTo(coff);
      for (boolean wide : List.of(false, true)) {
        int magic = wide ? OptionalHeader.PE32_PLUS : OptionalHeader.PE32;
        List<DataDirectory> directories =
            List.of(new DataDirectory(u4(), u4()), new DataDirectory(word(false), 0));
        OptionalHeader optional = new OptionalHeader(magic, u2(), u2(), u2(), directories);
        assertThat(OptionalHeader.decode(read(optional, order))).isEqualTo(optional);
      }
      SectionHeader section = new SectionHeader(".tide", u4(), u4(), u4(), u4(), u4());
      assertThat(SectionHeader.decode(read(section, order))).isEqualTo(section);
      ImportDirectory line = new ImportDirectory(u4(), u4(), u4(), u4(), u4());
      assertThat(ImportDirectory.decode(read(line, order))).isEqualTo(line);
      ImportDirectory.DelayLoad late = new ImportDirectory.DelayLoad(u4(), u4());
      assertThat(ImportDirectory.DelayLoad.decode(read(late, order))).isEqualTo(late);
    }
  }
}
