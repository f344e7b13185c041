package zugabe.formats.natives;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.Arrays;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.bytes.Access;
import zugabe.bytes.Content;
import zugabe.bytes.MalformedException;
import zugabe.formats.beam.Beam;
import zugabe.formats.dex.Dex;
import zugabe.formats.elf.ElfReader;
import zugabe.formats.macho.MachOReader;
import zugabe.formats.pe.PeReader;
import zugabe.formats.picture.Picture;

/**
 * Spoilt files: whatever they say, a reader ends soon, with what it could read or a message;
 * nothing is allocated because a field says so.
 */
public final class FuzzedNativesTest {
  private static final int ROUNDS = 4_000;
  private static final long LIMIT_MILLIS = 30_000;

  /** Something that reads. */
  private interface Reader {
    Object read(Access access) throws IOException;
  }

  private static Object[] row(String name, byte[] bytes, Reader reader) {
    return new Object[] {name, bytes, reader};
  }

  @DataProvider
  Object[][] files() {
    return new Object[][] {
      row("ELF, 64 bits", Natives.elf(true, false, 62), ElfReader::read),
      row("ELF, 32 bits, big-endian", Natives.elf(false, true, 8), ElfReader::read),
      row("PE, 64 bits", Natives.pe(true, 0x8664, 0x22, 3), PeReader::read),
      row("PE, 32 bits", Natives.pe(false, 0x14C, 0x102, 2), PeReader::read),
      row("Mach-O", Natives.machO(true, false, 0x0100000C, 6), MachOReader::read),
      row("Mach-O, several processors", Natives.fat(), MachOReader::read),
      row("dex", Natives.dex("038", 1, 1), Dex::read),
      row("BEAM", Natives.beam(), Beam::read),
      row("ICNS", Bytes.big().text("icns").u4(32).text("ic09").u4(24).to(32).done(), Picture::read),
      row(
          "JPEG",
          Bytes.big()
              .u2(0xFFD8)
              .u2(0xFFE0)
              .u2(4)
              .u2(0)
              .u2(0xFFC0)
              .u2(11)
              .u1(8)
              .u2(20)
              .u2(30)
              .to(40)
              .done(),
          Picture::read),
    };
  }

  @Test(dataProvider = "files")
  public void spoiltFilesEndSoon(String name, byte[] bytes, Object reader) throws Exception {
    Random random = new Random(20260101);
    long start = System.nanoTime();
    int read = 0;
    for (int i = 0; i < ROUNDS; i++) {
      byte[] spoilt = bytes.clone();
      for (int j = 0; j <= i % 4; j++) {
        int at = random.nextInt(spoilt.length);
        // large and small numbers do more harm than others
        spoilt[at] = (byte) (j % 2 == 0 ? random.nextInt() : random.nextInt(2) * 0xFF);
      }
      int length = i % 8 == 0 ? random.nextInt(spoilt.length) : spoilt.length;
      try (Access access = Content.of(Arrays.copyOf(spoilt, length)).access()) {
        assertThat(((Reader) reader).read(access)).isNotNull();
        read++;
      } catch (MalformedException e) {
        assertThat(e.getMessage()).isNotBlank();
      }
    }
    assertThat(read).as(name + " that could be read all the same").isPositive();
    assertThat((System.nanoTime() - start) / 1_000_000).isLessThan(LIMIT_MILLIS);
  }
}
