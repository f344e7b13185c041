package zugabe.formats.pe;

import java.util.ArrayList;
import java.util.List;
import zugabe.bytes.ByteReader;
import zugabe.bytes.ByteWriter;
import zugabe.bytes.Structure;

/**
 * The optional header ("PE Format", "Optional Header"), as far as it tells what an image is for:
 * the fields between are read over, and written as zeros.
 *
 * <pre>
 * offset PE32 PE32+ size name
 *           0     0    2 Magic: 10B, 20B
 *          48    48    2 MajorSubsystemVersion
 *          50    50    2 MinorSubsystemVersion
 *          68    68    2 Subsystem
 *          92   108    4 NumberOfRvaAndSizes
 *          96   112    8 each data directory
 * </pre>
 */
record OptionalHeader(
    int magic,
    int majorSubsystemVersion,
    int minorSubsystemVersion,
    int subsystem,
    List<DataDirectory> dataDirectories)
    implements Structure {
  static final int PE32 = 0x10B;
  static final int PE32_PLUS = 0x20B;

  /** There are sixteen in the standard. */
  private static final int MAX_DIRECTORIES = 16;

  private static final int TO_SUBSYSTEM_VERSION = 46;
  private static final int TO_SUBSYSTEM = 16;

  /** An address and a size; both are zero for what isn't there. */
  record DataDirectory(long virtualAddress, long size) {
    static final int SIZE = 8;
    static final int IMPORT_TABLE = 1;
    static final int RESOURCE_TABLE = 2;
    static final int CERTIFICATE_TABLE = 4;
    static final int DELAY_IMPORT_DESCRIPTOR = 13;
    static final int CLR_RUNTIME_HEADER = 14;
  }

  /** What stands in front of the data directories, in bytes. */
  static int fixedSize(boolean wide) {
    return wide ? 112 : 96;
  }

  private static int fromSubsystem(boolean wide) {
    return fixedSize(wide) - 4 - 70;
  }

  /**
   * Reads it up to its end, or to that of the data directories.
   *
   * @param in at its start
   */
  static OptionalHeader decode(ByteReader in) {
    int magic = in.u2();
    boolean wide = magic == PE32_PLUS;
    in.skip(TO_SUBSYSTEM_VERSION);
    int major = in.u2();
    int minor = in.u2();
    in.skip(TO_SUBSYSTEM);
    int subsystem = in.u2();
    in.skip(fromSubsystem(wide));
    long count = in.u4();
    List<DataDirectory> directories = new ArrayList<>();
    for (int i = 0; i < Math.min(count, MAX_DIRECTORIES); i++) {
      if (in.left() < DataDirectory.SIZE) {
        break;
      }
      directories.add(new DataDirectory(in.u4(), in.u4()));
    }
    return new OptionalHeader(magic, major, minor, subsystem, List.copyOf(directories));
  }

  boolean isWide() {
    return magic == PE32_PLUS;
  }

  /** The address of a table; 0 when there is none. */
  long address(int directory) {
    return directory < dataDirectories.size() && dataDirectories.get(directory).size() != 0
        ? dataDirectories.get(directory).virtualAddress()
        : 0;
  }

  @Override
  public int size() {
    return fixedSize(isWide()) + DataDirectory.SIZE * dataDirectories.size();
  }

  @Override
  public void encode(ByteWriter out) {
    out.u2("Magic", magic).zeros(TO_SUBSYSTEM_VERSION);
    out.u2("MajorSubsystemVersion", majorSubsystemVersion);
    out.u2("MinorSubsystemVersion", minorSubsystemVersion).zeros(TO_SUBSYSTEM);
    out.u2("Subsystem", subsystem).zeros(fromSubsystem(isWide()));
    out.u4("NumberOfRvaAndSizes", dataDirectories.size());
    for (DataDirectory d : dataDirectories) {
      out.u4("VirtualAddress", d.virtualAddress()).u4("Size", d.size());
    }
  }
}
