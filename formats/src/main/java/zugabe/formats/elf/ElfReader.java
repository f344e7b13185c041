package zugabe.formats.elf;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import zugabe.bytes.Access;
import zugabe.bytes.Fields;
import zugabe.bytes.MalformedException;

/**
 * Reads the header, the program headers and the dynamic section.
 *
 * <pre>
 * offset 32 64  name          offset 32 64  name
 *      0  4  4  magic              28 32    e_phoff
 *      4  1  1  EI_CLASS           42 54    e_phentsize
 *      5  1  1  EI_DATA            44 56    e_phnum
 *     16  2  2  e_type
 *     18  2  2  e_machine
 * </pre>
 */
public final class ElfReader {
  private static final int MAX_HEADERS = 512;
  private static final int MAX_DYNAMIC = 1024;
  private static final int MAX_NAME = 512;
  private static final int PT_LOAD = 1;
  private static final int PT_DYNAMIC = 2;
  private static final int PT_INTERP = 3;
  private static final int DT_NEEDED = 1;
  private static final int DT_STRTAB = 5;
  private static final int DT_SONAME = 14;
  private static final int DT_RPATH = 15;
  private static final int DT_RUNPATH = 29;
  private static final long DT_VERNEED = 0x6FFFFFFEL;
  private static final long DT_VERNEEDNUM = 0x6FFFFFFFL;
  private static final long DT_FLAGS_1 = 0x6FFFFFFBL;
  private static final long DF_1_PIE = 0x08000000L;

  private final Fields in;
  private final boolean wide;
  private final boolean big;
  private final List<long[]> loads = new ArrayList<>();
  private long dynamicAt = -1;
  private long dynamicBytes;
  private String interpreter = "";
  private long strings = -1;
  private long flags;
  private long versionsAt = -1;
  private long versions;
  private final List<Long> needed = new ArrayList<>();
  private long name = -1;
  private long paths = -1;
  private String glibc = "";

  private ElfReader(Fields in, boolean wide, boolean big) {
    this.in = in;
    this.big = big;
    this.wide = wide;
  }

  /** Whether a file starts like one. */
  public static boolean isElf(byte[] start) {
    return start.length >= 20
        && start[0] == 0x7F
        && start[1] == 'E'
        && start[2] == 'L'
        && start[3] == 'F';
  }

  /**
   * Reads one.
   *
   * @throws MalformedException when it is damaged
   */
  public static Elf read(Access access) throws IOException {
    Fields bytes = new Fields(access, false);
    if (!bytes.starts(0, "\177ELF")) {
      throw new MalformedException("it doesn't start like an ELF file", 0);
    }
    int width = bytes.u1(4);
    int order = bytes.u1(5);
    if (width < 1 || width > 2 || order < 1 || order > 2) {
      throw new MalformedException("its class or byte order is none that there is", 4);
    }
    return new ElfReader(bytes.as(order == 2), width == 2, order == 2).read();
  }

  private Elf read() throws IOException {
    headers();
    dynamic();
    int type = in.u2(16);
    return new Elf(
        wide ? 64 : 32,
        machine(in.u2(18)),
        type(type),
        interpreter,
        string(name),
        names(),
        paths < 0 ? List.of() : List.of(string(paths).split(":", -1)),
        glibc);
  }

  private List<String> names() throws IOException {
    List<String> names = new ArrayList<>();
    for (long at : needed) {
      names.add(string(at));
    }
    return List.copyOf(names);
  }

  /** Programs that can lie anywhere have the type of libraries. */
  private Elf.Type type(int type) {
    boolean program = !interpreter.isEmpty() || (flags & DF_1_PIE) != 0;
    return switch (type) {
      case 2 -> Elf.Type.PROGRAM;
      case 3 -> program ? Elf.Type.PROGRAM : Elf.Type.LIBRARY;
      case 4 -> Elf.Type.CORE;
      default -> Elf.Type.OBJECT;
    };
  }

  private void headers() throws IOException {
    long at = wide ? in.u8(32) : in.u4(28);
    int each = in.u2(wide ? 54 : 42);
    int count = in.u2(wide ? 56 : 44);
    if (count > 0 && each < (wide ? 56 : 32)) {
      throw new MalformedException("its program headers are too short", wide ? 54 : 42);
    }
    for (int i = 0; i < Math.min(count, MAX_HEADERS); i++) {
      header(at + (long) i * each);
    }
  }

  private void header(long at) throws IOException {
    long type = in.u4(at);
    long offset = wide ? in.u8(at + 8) : in.u4(at + 4);
    long bytes = wide ? in.u8(at + 32) : in.u4(at + 16);
    if (type == PT_LOAD) {
      loads.add(new long[] {wide ? in.u8(at + 16) : in.u4(at + 8), offset, bytes});
    } else if (type == PT_DYNAMIC) {
      dynamicAt = offset;
      dynamicBytes = bytes;
    } else if (type == PT_INTERP) {
      interpreter = in.text(offset, (int) Math.min(bytes, MAX_NAME));
    }
  }

  private void dynamic() throws IOException {
    if (dynamicAt < 0) {
      return;
    }
    int each = wide ? 16 : 8;
    for (int i = 0; i < Math.min(dynamicBytes / each, MAX_DYNAMIC); i++) {
      long at = dynamicAt + (long) i * each;
      // tags are signed, and large ones belong to processors
      long tag = in.u4(at + (wide && big ? 4 : 0));
      long value = wide ? in.u8(at + 8) : in.u4(at + 4);
      if (tag == 0) {
        break;
      }
      entry(tag, value);
    }
    if (versionsAt >= 0) {
      versions();
    }
  }

  private void entry(long tag, long value) throws IOException {
    if (tag == DT_NEEDED) {
      needed.add(value);
    } else if (tag == DT_STRTAB) {
      strings = offset(value);
    } else if (tag == DT_SONAME) {
      name = value;
    } else if (tag == DT_RUNPATH || (tag == DT_RPATH && paths < 0)) {
      paths = value;
    } else if (tag == DT_FLAGS_1) {
      flags = value;
    } else if (tag == DT_VERNEED) {
      versionsAt = offset(value);
    } else if (tag == DT_VERNEEDNUM) {
      versions = value;
    }
  }

  /** Where in the file lies what is loaded at an address. */
  private long offset(long address) throws MalformedException {
    for (long[] load : loads) {
      if (address >= load[0] && address - load[0] < load[2]) {
        return load[1] + address - load[0];
      }
    }
    throw new MalformedException("address " + address + " is in no part that is loaded", 0);
  }

  private String string(long at) throws IOException {
    return at < 0 || strings < 0 ? "" : in.text(strings + at, MAX_NAME);
  }

  /** The highest version of the GNU C library among the versions of symbols that are needed. */
  private void versions() throws IOException {
    long at = versionsAt;
    int left = MAX_DYNAMIC;
    for (int i = 0; i < Math.min(versions, MAX_DYNAMIC); i++) {
      int count = in.u2(at + 2);
      long each = at + in.u4(at + 8);
      for (int j = 0; j < count && left > 0; j++, left--) {
        String version = string(in.u4(each + 8));
        if (version.matches("GLIBC_[0-9]+(\\.[0-9]+)*")) {
          String number = version.substring(6);
          glibc = compare(number, glibc) > 0 ? number : glibc;
        }
        long next = in.u4(each + 12);
        if (next == 0) {
          break;
        }
        each += next;
      }
      long next = in.u4(at + 12);
      if (next == 0) {
        return;
      }
      at += next;
    }
  }

  private static int compare(String a, String b) {
    if (a.length() > 20 || b.length() > 20) {
      return Integer.compare(b.length(), a.length());
    }
    String[] x = a.split("\\.", -1);
    String[] y = b.isEmpty() ? new String[0] : b.split("\\.", -1);
    for (int i = 0; i < Math.max(x.length, y.length); i++) {
      long left = i < x.length ? Long.parseLong(x[i]) : -1;
      long right = i < y.length ? Long.parseLong(y[i]) : -1;
      if (left != right) {
        return Long.compare(left, right);
      }
    }
    return 0;
  }

  private static String machine(int machine) {
    return switch (machine) {
      case 3 -> "x86";
      case 8 -> "mips";
      case 20 -> "powerpc";
      case 21 -> "powerpc64";
      case 22 -> "s390";
      case 40 -> "arm";
      case 62 -> "x86-64";
      case 183 -> "arm64";
      case 243 -> "riscv";
      case 258 -> "loongarch";
      default -> "machine " + machine;
    };
  }
}
