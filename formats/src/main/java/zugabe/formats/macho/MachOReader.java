package zugabe.formats.macho;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import zugabe.bytes.Access;
import zugabe.bytes.Fields;
import zugabe.bytes.MalformedException;

/** Reads headers and load commands: what a file is for, and what it needs. */
public final class MachOReader {
  /** {@code FAT_MAGIC}, then the number of parts. */
  private static final long FAT_MAGIC = 0xCAFEBABEL;

  private static final int FAT_HEADER = 8;

  /** A fat file has a few parts; a class file, which starts alike, has its version there. */
  private static final int MAX_PARTS = 30;

  private static final int MAX_COMMANDS = 1024;
  private static final int MAX_NAME = 512;

  private final Fields in;
  private final long base;
  private final MachHeader header;
  private String system = "";
  private String least = "";
  private String name = "";
  private final List<String> needed = new ArrayList<>();
  private final List<String> optional = new ArrayList<>();
  private final List<String> searched = new ArrayList<>();
  private boolean signed;

  private MachOReader(Fields in, long base, MachHeader header) {
    this.in = in;
    this.base = base;
    this.header = header;
  }

  /** Whether a file starts like one. */
  public static boolean isMachO(byte[] start) {
    if (start.length < 8) {
      return false;
    }
    long magic = big(start, 0);
    return magic == MachHeader.MH_MAGIC
        || magic == MachHeader.MH_MAGIC_64
        || magic == swapped(MachHeader.MH_MAGIC)
        || magic == swapped(MachHeader.MH_MAGIC_64)
        || (magic == FAT_MAGIC && big(start, 4) > 0 && big(start, 4) <= MAX_PARTS);
  }

  private static long big(byte[] bytes, int at) {
    return ((bytes[at] & 0xFFL) << 24)
        | ((bytes[at + 1] & 0xFFL) << 16)
        | ((bytes[at + 2] & 0xFFL) << 8)
        | (bytes[at + 3] & 0xFFL);
  }

  private static long swapped(long magic) {
    return Integer.toUnsignedLong(Integer.reverseBytes((int) magic));
  }

  /**
   * Reads one; a file for several processors has several parts.
   *
   * @throws MalformedException when it is damaged
   */
  public static List<MachO> read(Access access) throws IOException {
    Fields in = new Fields(access, true);
    if (in.u4(0) != FAT_MAGIC) {
      return List.of(part(in, 0));
    }
    long count = in.u4(4);
    if (count > MAX_PARTS) {
      throw new MalformedException("it has more parts than there are processors", 4);
    }
    List<MachO> parts = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      long at = FAT_HEADER + (long) FatArch.SIZE * i;
      parts.add(part(in, FatArch.decode(in.structure(at, FatArch.SIZE)).offset()));
    }
    return List.copyOf(parts);
  }

  private static MachO part(Fields in, long base) throws IOException {
    long magic = in.u4(base);
    boolean little =
        magic == swapped(MachHeader.MH_MAGIC) || magic == swapped(MachHeader.MH_MAGIC_64);
    long plain = little ? swapped(magic) : magic;
    if (plain != MachHeader.MH_MAGIC && plain != MachHeader.MH_MAGIC_64) {
      throw new MalformedException("it doesn't start like a Mach-O file", base);
    }
    Fields fields = in.withByteOrder(!little);
    int size = MachHeader.size(plain == MachHeader.MH_MAGIC_64);
    return new MachOReader(fields, base, MachHeader.decode(fields.structure(base, size))).read();
  }

  private MachO read() throws IOException {
    long at = base + header.size();
    long count = Math.min(header.ncmds(), MAX_COMMANDS);
    long end = at + header.sizeofcmds();
    for (int i = 0; i < count && at < end; i++) {
      long bytes = in.u4(at + 4);
      if (bytes < LoadCommand.HEAD) {
        throw new MalformedException("a load command is shorter than its own head", at);
      }
      int known = (int) Math.min(bytes, LoadCommand.HEAD + 8);
      command(LoadCommand.decode(in.structure(at, known)), at);
      at += bytes;
    }
    return new MachO(
        header.isWide() ? 64 : 32,
        machine(header.cputype()),
        type((int) header.filetype()),
        new MachO.Target(system, least),
        name,
        new MachO.Links(List.copyOf(needed), List.copyOf(optional), List.copyOf(searched)),
        signed);
  }

  private static MachO.Type type(int filetype) {
    return switch (filetype) {
      case MachHeader.MH_EXECUTE -> MachO.Type.PROGRAM;
      case MachHeader.MH_DYLIB, MachHeader.MH_BUNDLE, MachHeader.MH_DYLIB_STUB ->
          MachO.Type.LIBRARY;
      default -> MachO.Type.OBJECT;
    };
  }

  private void command(LoadCommand c, long at) throws IOException {
    long cmd = c.cmd();
    if (cmd == LoadCommand.LC_LOAD_DYLIB
        || cmd == LoadCommand.LC_REEXPORT_DYLIB
        || cmd == LoadCommand.LC_LAZY_LOAD_DYLIB) {
      needed.add(text(c, at));
    } else if (cmd == LoadCommand.LC_LOAD_WEAK_DYLIB) {
      needed.add(text(c, at));
      optional.add(text(c, at));
    } else if (cmd == LoadCommand.LC_ID_DYLIB) {
      name = text(c, at);
    } else if (cmd == LoadCommand.LC_RPATH) {
      searched.add(text(c, at));
    } else if (cmd == LoadCommand.LC_VERSION_MIN_MACOSX
        || cmd == LoadCommand.LC_VERSION_MIN_IPHONEOS) {
      system = cmd == LoadCommand.LC_VERSION_MIN_MACOSX ? "macOS" : "iOS";
      least = version(c.first());
    } else if (cmd == LoadCommand.LC_BUILD_VERSION) {
      system = system(c.first());
      least = version(c.second());
    } else if (cmd == LoadCommand.LC_CODE_SIGNATURE) {
      signed = true;
    }
  }

  /** The text that a command's offset leads to. */
  private String text(LoadCommand c, long at) throws IOException {
    long left = c.cmdsize() - c.first();
    return left <= 0 ? "" : in.text(at + c.first(), (int) Math.min(left, MAX_NAME));
  }

  private static String version(long packed) {
    long patch = packed & 0xFF;
    return (packed >> 16) + "." + ((packed >> 8) & 0xFF) + (patch == 0 ? "" : "." + patch);
  }

  private static String system(long platform) {
    return switch ((int) platform) {
      case 1 -> "macOS";
      case 2 -> "iOS";
      case 3 -> "tvOS";
      case 4 -> "watchOS";
      case 6 -> "macOS (Catalyst)";
      case 7 -> "iOS simulator";
      default -> "platform " + platform;
    };
  }

  private static String machine(long cpu) {
    return switch ((int) cpu) {
      case 7 -> "x86";
      case 0x01000007 -> "x86-64";
      case 12 -> "arm";
      case 0x0100000C -> "arm64";
      case 18 -> "powerpc";
      default -> "machine " + cpu;
    };
  }
}
