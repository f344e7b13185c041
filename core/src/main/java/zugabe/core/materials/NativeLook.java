package zugabe.core.materials;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import zugabe.bytes.Access;
import zugabe.formats.elf.Elf;
import zugabe.formats.elf.ElfReader;
import zugabe.formats.macho.MachO;
import zugabe.formats.macho.MachOReader;
import zugabe.formats.pe.Pe;
import zugabe.formats.pe.PeReader;

/** Native programs and libraries, and the platforms that the recipe would name for them. */
final class NativeLook {
  private NativeLook() {}

  static Recognition elf(Access access) throws IOException {
    Elf elf = ElfReader.read(access);
    Nature nature =
        switch (elf.type()) {
          case PROGRAM -> Nature.PROGRAM;
          case LIBRARY -> Nature.NATIVE_LIBRARY;
          case OBJECT -> Nature.OBJECT_FILE;
          case CORE -> Nature.CORE_DUMP;
        };
    boolean android =
        elf.interpreter().startsWith("/system/") || elf.needed().contains("liblog.so");
    String processor = processor(elf.machine(), elf.bits());
    List<String> platforms =
        android
            ? List.of("android")
            : processor.isEmpty() ? List.of() : List.of("linux-" + processor);
    return Recognition.of(nature, "ELF")
        .with("processor", elf.machine() + ", " + elf.bits() + " bits")
        .with("needs", elf.libc() + (elf.glibc().isEmpty() ? "" : " " + elf.glibc()))
        .with("name", elf.name())
        .with("linked to", String.join(", ", elf.needed()))
        .with("searched in", String.join(":", elf.searched()))
        .with("interpreter", elf.interpreter())
        .on(platforms);
  }

  static Recognition pe(Access access) throws IOException {
    Pe pe = PeReader.read(access);
    String processor = pe.machine().equals("x86") ? "x86" : processor(pe.machine(), pe.bits());
    return Recognition.of(pe.library() ? Nature.NATIVE_LIBRARY : Nature.PROGRAM, "PE")
        .with("processor", pe.machine() + ", " + pe.bits() + " bits")
        .with("surface", pe.library() ? "" : pe.subsystem())
        .with("needs", "Windows " + pe.system())
        .with("runs on", pe.managed() ? "a common language runtime" : "")
        .with("linked to", String.join(", ", pe.needed()))
        .with("signature", pe.signed() ? "there is one (not verified)" : "")
        .on(processor.isEmpty() ? List.of() : List.of("windows-" + processor));
  }

  static Recognition machO(Access access) throws IOException {
    List<MachO> parts = MachOReader.read(access);
    List<String> platforms = new ArrayList<>();
    List<String> processors = new ArrayList<>();
    for (MachO part : parts) {
      String processor = processor(part.machine(), part.bits());
      processors.add(part.machine() + ", " + part.bits() + " bits");
      if (part.target().name().startsWith("iOS")) {
        platforms.add("ios");
      } else if (!processor.isEmpty()) {
        platforms.add("macos-" + processor);
      }
    }
    if (parts.isEmpty()) {
      return Recognition.of(Nature.DATA, "");
    }
    MachO first = parts.get(0);
    Nature nature =
        switch (first.type()) {
          case PROGRAM -> Nature.PROGRAM;
          case LIBRARY -> Nature.NATIVE_LIBRARY;
          case OBJECT -> Nature.OBJECT_FILE;
        };
    return Recognition.of(nature, "Mach-O")
        .with("processor", String.join("; ", processors))
        .with("needs", (first.target().name() + " " + first.target().least()).strip())
        .with("name", first.name())
        .with("linked to", String.join(", ", first.links().needed()))
        .with("may be missing", String.join(", ", first.links().optional()))
        .with("searched in", String.join(":", first.links().searched()))
        .with("signature", first.signed() ? "there is one (not verified)" : "")
        .on(platforms.stream().distinct().toList());
  }

  private static String processor(String machine, int bits) {
    return machine.equals("x86-64") && bits == 64
        ? "x64"
        : machine.equals("arm64") && bits == 64 ? "arm64" : "";
  }
}
