package zugabe.formats.macho;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import zugabe.bytes.Access;
import zugabe.bytes.Fields;
import zugabe.bytes.MalformedException;

/**
 * Reads headers and load commands.
 *
 * <pre>
 *  0 4 magic       one part of a fat file, big-endian, from byte 8 on, 20 bytes each:
 *  4 4 cputype      0 4 cputype
 * 12 4 filetype     8 4 offset
 * 16 4 ncmds       12 4 size
 * 20 4 sizeofcmds
 * 28, or 32 for 64 bits: the load commands
 * </pre>
 */
public final class MachOReader {
  private static final long FAT = 0xCAFEBABEL;
  private static final long NARROW = 0xFEEDFACEL;
  private static final long WIDE = 0xFEEDFACFL;

  /** A fat file has a few parts; a class file, which starts alike, has its version there. */
  private static final int MAX_PARTS = 30;

  private static final int MAX_COMMANDS = 1024;
  private static final int MAX_NAME = 512;

  private final Fields in;
  private final long base;
  private final boolean wide;
  private String system = "";
  private String least = "";
  private String name = "";
  private final List<String> needed = new ArrayList<>();
  private final List<String> optional = new ArrayList<>();
  private final List<String> searched = new ArrayList<>();
  private boolean signed;

  private MachOReader(Fields in, long base, boolean wide) {
    this.in = in;
    this.base = base;
    this.wide = wide;
  }

  /** Whether a file starts like one. */
  public static boolean isMachO(byte[] start) {
    if (start.length < 8) {
      return false;
    }
    long magic = big(start, 0);
    return magic == NARROW
        || magic == WIDE
        || magic == swapped(NARROW)
        || magic == swapped(WIDE)
        || (magic == FAT && big(start, 4) > 0 && big(start, 4) <= MAX_PARTS);
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
    if (in.u4(0) != FAT) {
      return List.of(part(in, 0));
    }
    long count = in.u4(4);
    if (count > MAX_PARTS) {
      throw new MalformedException("it has more parts than there are processors", 4);
    }
    List<MachO> parts = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      parts.add(part(in, in.u4(8 + 20L * i + 8)));
    }
    return List.copyOf(parts);
  }

  private static MachO part(Fields in, long base) throws IOException {
    long magic = in.u4(base);
    boolean little = magic == swapped(NARROW) || magic == swapped(WIDE);
    long plain = little ? swapped(magic) : magic;
    if (plain != NARROW && plain != WIDE) {
      throw new MalformedException("it doesn't start like a Mach-O file", base);
    }
    return new MachOReader(in.as(!little), base, plain == WIDE).read();
  }

  private MachO read() throws IOException {
    long at = base + (wide ? 32 : 28);
    long count = Math.min(in.u4(base + 16), MAX_COMMANDS);
    long end = at + in.u4(base + 20);
    for (int i = 0; i < count && at < end; i++) {
      long bytes = in.u4(at + 4);
      if (bytes < 8) {
        throw new MalformedException("a load command is shorter than its own head", at);
      }
      command(in.u4(at), at, bytes);
      at += bytes;
    }
    MachO.Type type =
        switch ((int) in.u4(base + 12)) {
          case 2 -> MachO.Type.PROGRAM;
          case 6, 8, 9 -> MachO.Type.LIBRARY;
          default -> MachO.Type.OBJECT;
        };
    return new MachO(
        wide ? 64 : 32,
        machine(in.u4(base + 4)),
        type,
        system,
        least,
        name,
        List.copyOf(needed),
        List.copyOf(optional),
        List.copyOf(searched),
        signed);
  }

  private void command(long command, long at, long bytes) throws IOException {
    if (command == 0xC || command == 0x8000001FL || command == 0x20) {
      needed.add(text(at, bytes, 8));
    } else if (command == 0x80000018L) {
      needed.add(text(at, bytes, 8));
      optional.add(text(at, bytes, 8));
    } else if (command == 0xD) {
      name = text(at, bytes, 8);
    } else if (command == 0x8000001CL) {
      searched.add(text(at, bytes, 8));
    } else if (command == 0x24 || command == 0x25) {
      system = command == 0x24 ? "macOS" : "iOS";
      least = version(in.u4(at + 8));
    } else if (command == 0x32) {
      system = system(in.u4(at + 8));
      least = version(in.u4(at + 12));
    } else if (command == 0x1D) {
      signed = true;
    }
  }

  private String text(long at, long bytes, int field) throws IOException {
    long from = in.u4(at + field);
    return from >= bytes ? "" : in.text(at + from, (int) Math.min(bytes - from, MAX_NAME));
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
