package zugabe.formats.natives;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.bytes.Access;
import zugabe.bytes.Content;
import zugabe.bytes.MalformedException;
import zugabe.formats.beam.Beam;
import zugabe.formats.dex.Dex;
import zugabe.formats.elf.Elf;
import zugabe.formats.elf.ElfReader;
import zugabe.formats.macho.MachO;
import zugabe.formats.macho.MachOReader;
import zugabe.formats.pe.Pe;
import zugabe.formats.pe.PeReader;

/** What native files of each width and byte order say of themselves. */
public final class NativesTest {
  private static Access access(byte[] bytes) throws IOException {
    return Content.of(bytes).access();
  }

  @DataProvider
  Object[][] elves() {
    return new Object[][] {
      {true, false, 62, "x86-64"},
      {true, true, 21, "powerpc64"},
      {false, false, 3, "x86"},
      {false, true, 8, "mips"},
      {true, false, 183, "arm64"},
      {true, false, 4711, "machine 4711"},
    };
  }

  @Test(dataProvider = "elves")
  public void elf(boolean wide, boolean big, int machine, String name) throws Exception {
    byte[] bytes = Natives.elf(wide, big, machine);
    assertThat(ElfReader.isElf(bytes)).isTrue();
    Elf elf = ElfReader.read(access(bytes));
    assertThat(elf.bits()).isEqualTo(wide ? 64 : 32);
    assertThat(elf.machine()).isEqualTo(name);
    assertThat(elf.type()).isEqualTo(Elf.Type.LIBRARY);
    assertThat(elf.name()).isEqualTo("libtide.so.1");
    assertThat(elf.needed()).containsExactly("libm.so.6", "libc.so.6");
    assertThat(elf.searched()).containsExactly("$ORIGIN", "/opt/quay");
    // compared as numbers: 17 is more than 4
    assertThat(elf.glibc()).isEqualTo("2.17");
    assertThat(elf.libc()).isEqualTo("glibc");
    assertThat(elf.interpreter()).isEmpty();
  }

  @Test
  public void damagedElves() throws Exception {
    byte[] bytes = Natives.elf(true, false, 62);
    byte[] order = bytes.clone();
    order[5] = 7;
    assertThatThrownBy(() -> ElfReader.read(access(order)))
        .isInstanceOf(MalformedException.class)
        .hasMessageContaining("byte order");
    byte[] shorter = java.util.Arrays.copyOf(bytes, 0x310);
    assertThatThrownBy(() -> ElfReader.read(access(shorter)))
        .isInstanceOf(MalformedException.class);
    assertThatThrownBy(() -> ElfReader.read(access(new byte[100])))
        .hasMessageContaining("doesn't start like an ELF file");
  }

  @DataProvider
  Object[][] executables() {
    return new Object[][] {
      {true, 0x8664, 0x2022, 3, "x86-64", true, "console"},
      {false, 0x14C, 0x102, 2, "x86", false, "window"},
      {true, 0xAA64, 0x22, 10, "arm64", false, "firmware"},
      {true, 0x1234, 0x22, 99, "machine 4660", false, "subsystem 99"},
    };
  }

  @Test(dataProvider = "executables")
  public void portableExecutable(
      boolean wide,
      int machine,
      int characteristics,
      int subsystem,
      String name,
      boolean library,
      String surface)
      throws Exception {
    byte[] bytes = Natives.pe(wide, machine, characteristics, subsystem);
    assertThat(PeReader.mayBePe(bytes)).isTrue();
    Pe pe = PeReader.read(access(bytes));
    assertThat(pe)
        .isEqualTo(
            new Pe(
                wide ? 64 : 32,
                name,
                library,
                surface,
                "6.1",
                List.of("KERNEL32.dll", "tidecalc.dll"),
                false,
                false));
  }

  @Test
  public void programsForOlderSystems() {
    byte[] old = new byte[128];
    old[0] = 'M';
    old[1] = 'Z';
    assertThat(PeReader.mayBePe(old)).isTrue();
    assertThatThrownBy(() -> PeReader.read(access(old)))
        .isInstanceOf(MalformedException.class)
        .hasMessageContaining("before Windows NT");
    byte[] strange = Natives.pe(true, 0x8664, 0, 3);
    strange[0x80 + 24] = 9;
    assertThatThrownBy(() -> PeReader.read(access(strange)))
        .hasMessageContaining("optional header is of no known kind");
  }

  @DataProvider
  Object[][] machOs() {
    return new Object[][] {
      {true, false, 0x0100000CL, 6, "arm64", MachO.Type.LIBRARY},
      {true, false, 0x01000007L, 2, "x86-64", MachO.Type.PROGRAM},
      {false, true, 18L, 1, "powerpc", MachO.Type.OBJECT},
    };
  }

  @Test(dataProvider = "machOs")
  public void machO(
      boolean wide, boolean big, long cpu, int type, String machine, MachO.Type expected)
      throws Exception {
    byte[] bytes = Natives.machO(wide, big, cpu, type);
    assertThat(MachOReader.isMachO(bytes)).isTrue();
    assertThat(MachOReader.read(access(bytes)))
        .containsExactly(
            new MachO(
                wide ? 64 : 32,
                machine,
                expected,
                new MachO.Target("macOS", "11.0.1"),
                "@rpath/libtide.1.dylib",
                new MachO.Links(
                    List.of("/usr/lib/libSystem.B.dylib", "@rpath/libchart.dylib"),
                    List.of("@rpath/libchart.dylib"),
                    List.of("@loader_path/../lib")),
                true));
  }

  @Test
  public void oneFileForSeveralProcessors() throws Exception {
    byte[] bytes = Natives.fat();
    assertThat(MachOReader.isMachO(bytes)).isTrue();
    assertThat(MachOReader.read(access(bytes)))
        .extracting(MachO::machine)
        .containsExactly("x86-64", "arm64");
    // a class file starts alike, and has its version there
    byte[] classFile = {(byte) 0xCA, (byte) 0xFE, (byte) 0xBA, (byte) 0xBE, 0, 0, 0, 61};
    assertThat(MachOReader.isMachO(classFile)).isFalse();
    bytes[7] = 99;
    assertThatThrownBy(() -> MachOReader.read(access(bytes)))
        .hasMessageContaining("more parts than there are processors");
    byte[] head = Natives.machO(true, false, 12, 6);
    head[32 + 4] = 3;
    assertThatThrownBy(() -> MachOReader.read(access(head)))
        .hasMessageContaining("shorter than its own head");
  }

  @Test
  public void dalvikExecutables() throws Exception {
    byte[] bytes = Natives.dex("039", 12, 4000);
    assertThat(Dex.isDex(bytes)).isTrue();
    Dex dex = Dex.read(access(bytes));
    assertThat(dex).isEqualTo(new Dex(39, 12, 4000));
    assertThat(dex.leastApi()).isEqualTo(28);
    assertThat(new Dex(35, 0, 0).leastApi()).isEqualTo(1);
    assertThat(new Dex(41, 0, 0).leastApi()).isEqualTo(35);
    assertThatThrownBy(() -> Dex.read(access(Natives.dex("0x9", 1, 1))))
        .hasMessageContaining("isn't a number");
    byte[] longer = bytes.clone();
    longer[33] = 9;
    assertThatThrownBy(() -> Dex.read(access(longer))).hasMessageContaining("shorter than");
  }

  @Test
  public void compiledModules() throws Exception {
    byte[] bytes = Natives.beam();
    assertThat(Beam.isBeam(bytes)).isTrue();
    Beam beam = Beam.read(access(bytes));
    assertThat(beam.module()).isEqualTo("tide");
    assertThat(beam.calls()).containsExactly("ets", "lists");
    byte[] none = java.util.Arrays.copyOf(bytes, 12);
    assertThatThrownBy(() -> Beam.read(access(none))).hasMessageContaining("names no module");
  }
}
