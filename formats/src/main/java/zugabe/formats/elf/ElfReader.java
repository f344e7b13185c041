package zugabe.formats.elf;

import java.io.IOException;
import java.math.BigInteger;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Access;
import zugabe.bytes.Fields;
import zugabe.bytes.MalformedException;
import zugabe.bytes.Regex;

/**
 * Reads the header, the program headers and the dynamic section: what a program or library is for,
 * and what it needs.
 */
public final class ElfReader {
  private static final int MAX_HEADERS = 512;
  private static final int MAX_DYNAMIC = 1024;
  private static final int MAX_NAME = 512;
  private static final int LEAST_BYTES = 20;

  private final Fields in;
  private final boolean wide;
  private final List<ProgramHeader> loads = new ArrayList<>();
  private Optional<ProgramHeader> dynamic = Optional.empty();
  private String interpreter = "";
  private long strings = -1;
  private long flags;
  private long versionsAt = -1;
  private long versions;
  private final List<Long> needed = new ArrayList<>();
  private long name = -1;
  private long paths = -1;
  private String glibc = "";

  private ElfReader(Fields in, boolean wide) {
    this.in = in;
    this.wide = wide;
  }

  /** Whether a file starts like one. */
  public static boolean isElf(byte[] start) {
    return start.length >= LEAST_BYTES
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
    ElfIdent ident = ElfIdent.decode(bytes.structure(0, ElfIdent.SIZE));
    if (ident.eiClass() < 1
        || ident.eiClass() > ElfIdent.CLASS_64
        || ident.eiData() < 1
        || ident.eiData() > ElfIdent.DATA_MSB) {
      throw new MalformedException("its class or byte order is unknown", 4);
    }
    return new ElfReader(bytes.withByteOrder(ident.eiData() == ElfIdent.DATA_MSB), ident.isWide())
        .read();
  }

  private Elf read() throws IOException {
    ElfHeader ehdr = ElfHeader.decode(in.structure(ElfIdent.SIZE, ElfHeader.size(wide)), wide);
    headers(ehdr);
    dynamic();
    return new Elf(
        wide ? 64 : 32,
        machine(ehdr.machine()),
        type(ehdr.type()),
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
    boolean program = !interpreter.isEmpty() || (flags & DynamicEntry.DF_1_PIE) != 0;
    return switch (type) {
      case 2 -> Elf.Type.PROGRAM;
      case 3 -> program ? Elf.Type.PROGRAM : Elf.Type.LIBRARY;
      case 4 -> Elf.Type.CORE;
      default -> Elf.Type.OBJECT;
    };
  }

  private void headers(ElfHeader header) throws IOException {
    int size = ProgramHeader.size(wide);
    if (header.phnum() > 0 && header.phentsize() < size) {
      throw new MalformedException("its program headers are too short", ElfIdent.SIZE);
    }
    for (int i = 0; i < Math.min(header.phnum(), MAX_HEADERS); i++) {
      long at = header.phoff() + (long) i * header.phentsize();
      header(ProgramHeader.decode(in.structure(at, size), wide));
    }
  }

  private void header(ProgramHeader p) throws IOException {
    if (p.type() == ProgramHeader.PT_LOAD) {
      loads.add(p);
    } else if (p.type() == ProgramHeader.PT_DYNAMIC) {
      dynamic = Optional.of(p);
    } else if (p.type() == ProgramHeader.PT_INTERP) {
      interpreter = in.text(p.offset(), (int) Math.min(p.filesz(), MAX_NAME));
    }
  }

  private void dynamic() throws IOException {
    if (dynamic.isEmpty()) {
      return;
    }
    int size = DynamicEntry.size(wide);
    for (int i = 0; i < Math.min(dynamic.get().filesz() / size, MAX_DYNAMIC); i++) {
      long at = dynamic.get().offset() + (long) i * size;
      DynamicEntry entry = DynamicEntry.decode(in.structure(at, size), wide);
      if (entry.tag() == DynamicEntry.DT_NULL) {
        break;
      }
      entry(entry.tag(), entry.val());
    }
    if (versionsAt >= 0) {
      versions();
    }
  }

  private void entry(long tag, long value) throws IOException {
    if (tag == DynamicEntry.DT_NEEDED) {
      needed.add(value);
    } else if (tag == DynamicEntry.DT_STRTAB) {
      strings = offset(value);
    } else if (tag == DynamicEntry.DT_SONAME) {
      name = value;
    } else if (tag == DynamicEntry.DT_RUNPATH || (tag == DynamicEntry.DT_RPATH && paths < 0)) {
      paths = value;
    } else if (tag == DynamicEntry.DT_FLAGS_1) {
      flags = value;
    } else if (tag == DynamicEntry.DT_VERNEED) {
      versionsAt = offset(value);
    } else if (tag == DynamicEntry.DT_VERNEEDNUM) {
      versions = value;
    }
  }

  /** Where in the file lies what is loaded at an address. */
  private long offset(long address) throws MalformedException {
    for (ProgramHeader load : loads) {
      if (load.holds(address)) {
        return load.offset() + address - load.vaddr();
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
      VersionNeed need = VersionNeed.decode(in.structure(at, VersionNeed.SIZE));
      long each = at + need.aux();
      for (int j = 0; j < need.cnt() && left > 0; j++, left--) {
        VersionNeed.Aux aux = VersionNeed.Aux.decode(in.structure(each, VersionNeed.Aux.SIZE));
        version(string(aux.name()));
        if (aux.next() == 0) {
          break;
        }
        each += aux.next();
      }
      if (need.next() == 0) {
        return;
      }
      at += need.next();
    }
  }

  private void version(String version) {
    if (Regex.matches(version, "GLIBC_[0-9]+(\\.[0-9]+)*")) {
      String number = version.substring(6);
      glibc = compare(number, glibc) > 0 ? number : glibc;
    }
  }

  private static int compare(String a, String b) {
    String[] x = a.split("\\.", -1);
    String[] y = b.isEmpty() ? new String[0] : b.split("\\.", -1);
    for (int i = 0; i < Math.max(x.length, y.length); i++) {
      // however many digits somebody wrote
      BigInteger left = i < x.length ? new BigInteger(x[i]) : BigInteger.ONE.negate();
      BigInteger right = i < y.length ? new BigInteger(y[i]) : BigInteger.ONE.negate();
      if (!left.equals(right)) {
        return left.compareTo(right);
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
