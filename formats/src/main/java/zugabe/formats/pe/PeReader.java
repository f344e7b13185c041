package zugabe.formats.pe;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import zugabe.bytes.Access;
import zugabe.bytes.Fields;
import zugabe.bytes.MalformedException;

/**
 * Reads the headers and the import tables.
 *
 * <pre>
 * from the signature     from the optional header
 *  0 4 "PE"               0 2 Magic: 10B, 20B
 *  4 2 Machine           48 2 MajorSubsystemVersion
 *  6 2 NumberOfSections  50 2 MinorSubsystemVersion
 * 20 2 SizeOfOptional    68 2 Subsystem
 * 22 2 Characteristics   92 or 108  NumberOfRvaAndSizes, then the data directories
 * </pre>
 */
public final class PeReader {
  private static final int DLL = 0x2000;
  private static final int MAX_SECTIONS = 256;
  private static final int MAX_IMPORTS = 1024;
  private static final int MAX_NAME = 512;
  private static final int IMPORTS = 1;
  private static final int SIGNATURES = 4;
  private static final int LATE_IMPORTS = 13;
  private static final int MANAGED = 14;

  private final Fields in;
  private final long pe;
  private final long optional;
  private final boolean wide;
  private final List<long[]> sections = new ArrayList<>();

  private PeReader(Fields in, long pe, boolean wide) {
    this.in = in;
    this.pe = pe;
    this.optional = pe + 24;
    this.wide = wide;
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
    long pe = in.u4(0x3C);
    if (!in.starts(pe, "PE\0\0")) {
      throw new MalformedException("it is a program for systems before Windows NT", pe);
    }
    int magic = in.u2(pe + 24);
    if (magic != 0x10B && magic != 0x20B) {
      throw new MalformedException("its optional header is of no known kind", pe + 24);
    }
    return new PeReader(in, pe, magic == 0x20B).read();
  }

  private Pe read() throws IOException {
    int count = in.u2(pe + 6);
    long at = optional + in.u2(pe + 20);
    for (int i = 0; i < Math.min(count, MAX_SECTIONS); i++) {
      long section = at + 40L * i;
      long virtual = in.u4(section + 8);
      long raw = in.u4(section + 16);
      sections.add(new long[] {in.u4(section + 12), Math.max(virtual, raw), in.u4(section + 20)});
    }
    List<String> needed = new ArrayList<>();
    imports(directory(IMPORTS), 20, 12, needed);
    imports(directory(LATE_IMPORTS), 32, 4, needed);
    return new Pe(
        wide ? 64 : 32,
        machine(in.u2(pe + 4)),
        (in.u2(pe + 22) & DLL) != 0,
        subsystem(in.u2(optional + 68)),
        in.u2(optional + 48) + "." + in.u2(optional + 50),
        List.copyOf(needed),
        directory(MANAGED) != 0,
        directory(SIGNATURES) != 0);
  }

  /** The address in a data directory; 0 when there is none. */
  private long directory(int index) throws IOException {
    long count = in.u4(optional + (wide ? 108 : 92));
    long at = optional + (wide ? 112 : 96) + 8L * index;
    return index < count && in.u4(at + 4) != 0 ? in.u4(at) : 0;
  }

  private void imports(long address, int each, int nameAt, List<String> needed) throws IOException {
    if (address == 0) {
      return;
    }
    long at = offset(address);
    for (int i = 0; i < MAX_IMPORTS; i++) {
      long name = in.u4(at + (long) each * i + nameAt);
      if (name == 0) {
        return;
      }
      String text = in.text(offset(name), MAX_NAME);
      if (!needed.contains(text)) {
        needed.add(text);
      }
    }
  }

  private long offset(long address) throws MalformedException {
    for (long[] section : sections) {
      if (address >= section[0] && address - section[0] < section[1]) {
        return section[2] + address - section[0];
      }
    }
    throw new MalformedException("address " + address + " is in no section", optional);
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
