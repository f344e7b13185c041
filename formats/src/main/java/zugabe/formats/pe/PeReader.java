package zugabe.formats.pe;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.function.ToLongFunction;
import zugabe.bytes.Access;
import zugabe.bytes.ByteReader;
import zugabe.bytes.Fields;
import zugabe.bytes.MalformedException;
import zugabe.formats.pe.OptionalHeader.DataDirectory;

/** Reads the headers and the import tables: what an image is for, and what it needs. */
public final class PeReader {
  private static final int MAX_SECTIONS = 256;
  private static final int MAX_IMPORTS = 1024;
  private static final int MAX_NAME = 512;

  /** Where the first header says where the signature is ({@code e_lfanew}). */
  private static final int E_LFANEW = 0x3C;

  private static final String SIGNATURE = "PE\0\0";

  private final Fields in;
  private final CoffHeader coff;
  private final OptionalHeader optional;
  private final List<SectionHeader> sections = new ArrayList<>();

  private PeReader(Fields in, CoffHeader coff, OptionalHeader optional) {
    this.in = in;
    this.coff = coff;
    this.optional = optional;
  }

  /** Whether a file has the header that all of them have; many old programs have it as well. */
  public static boolean mayBePe(byte[] start) {
    return start.length >= 64 && start[0] == 'M' && start[1] == 'Z';
  }

  /**
   * Reads one.
   *
   * @throws MalformedException when it is damaged, or a program for older systems
   */
  public static Pe read(Access access) throws IOException {
    Fields in = new Fields(access, false);
    if (!in.starts(0, "MZ")) {
      throw new MalformedException("it doesn't start like a portable executable", 0);
    }
    long signature = in.u4(E_LFANEW);
    if (!in.starts(signature, SIGNATURE)) {
      throw new MalformedException("it is a program for systems before Windows NT", signature);
    }
    long at = signature + SIGNATURE.length();
    CoffHeader coff = CoffHeader.decode(in.structure(at, CoffHeader.SIZE));
    long optionalAt = at + CoffHeader.SIZE;
    int magic = in.u2(optionalAt);
    if (magic != OptionalHeader.PE32 && magic != OptionalHeader.PE32_PLUS) {
      throw new MalformedException("its optional header is of no known kind", optionalAt);
    }
    int least = OptionalHeader.fixedSize(magic == OptionalHeader.PE32_PLUS);
    int size = Math.max(least, coff.sizeOfOptionalHeader());
    OptionalHeader optional = OptionalHeader.decode(in.structure(optionalAt, size));
    return new PeReader(in, coff, optional).read(optionalAt + coff.sizeOfOptionalHeader());
  }

  private Pe read(long sectionTable) throws IOException {
    for (int i = 0; i < Math.min(coff.numberOfSections(), MAX_SECTIONS); i++) {
      long at = sectionTable + (long) SectionHeader.SIZE * i;
      sections.add(SectionHeader.decode(in.structure(at, SectionHeader.SIZE)));
    }
    List<String> needed = new ArrayList<>();
    imports(
        optional.address(DataDirectory.IMPORT_TABLE),
        ImportDirectory.SIZE,
        line -> ImportDirectory.decode(line).name(),
        needed);
    imports(
        optional.address(DataDirectory.DELAY_IMPORT_DESCRIPTOR),
        ImportDirectory.DelayLoad.SIZE,
        line -> ImportDirectory.DelayLoad.decode(line).name(),
        needed);
    return new Pe(
        optional.isWide() ? 64 : 32,
        machine(coff.machine()),
        coff.isDll(),
        subsystem(optional.subsystem()),
        optional.majorSubsystemVersion() + "." + optional.minorSubsystemVersion(),
        List.copyOf(needed),
        optional.address(DataDirectory.CLR_RUNTIME_HEADER) != 0,
        optional.address(DataDirectory.CERTIFICATE_TABLE) != 0);
  }

  /**
   * Names in a table of imports.
   *
   * @param size of a line
   * @param name where a line says that its name is
   */
  private void imports(long address, int size, ToLongFunction<ByteReader> name, List<String> needed)
      throws IOException {
    if (address == 0) {
      return;
    }
    long at = offset(address);
    for (int i = 0; i < MAX_IMPORTS; i++) {
      long nameAt = name.applyAsLong(in.structure(at + (long) size * i, size));
      if (nameAt == 0) {
        return;
      }
      String text = in.text(offset(nameAt), MAX_NAME);
      if (!needed.contains(text)) {
        needed.add(text);
      }
    }
  }

  private long offset(long address) throws MalformedException {
    for (SectionHeader section : sections) {
      if (section.holds(address)) {
        return section.pointerToRawData() + address - section.virtualAddress();
      }
    }
    throw new MalformedException("address " + address + " is in no section", 0);
  }

  private static String machine(int machine) {
    return switch (machine) {
      case 0x14C -> "x86";
      case 0x8664 -> "x86-64";
      case 0x1C0, 0x1C4 -> "arm";
      case 0xAA64 -> "arm64";
      default -> "machine " + machine;
    };
  }

  private static String subsystem(int subsystem) {
    return switch (subsystem) {
      case 1 -> "native";
      case 2 -> "window";
      case 3 -> "console";
      case 10, 11, 12, 13 -> "firmware";
      default -> "subsystem " + subsystem;
    };
  }
}
