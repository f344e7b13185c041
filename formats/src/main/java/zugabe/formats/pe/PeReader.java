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
  private static final int MAX_IMPORTS = 1024;
  private static final int MAX_NAME = 512;

  private final Fields in;
  private final ImageHeaders headers;

  private PeReader(Fields in, ImageHeaders headers) {
    this.in = in;
    this.headers = headers;
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
    return new PeReader(in, ImageHeaders.read(in)).read();
  }

  private Pe read() throws IOException {
    OptionalHeader optional = headers.optional();
    CoffHeader coff = headers.coff();
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
    long at = headers.offset(address);
    for (int i = 0; i < MAX_IMPORTS; i++) {
      long nameAt = name.applyAsLong(in.structure(at + (long) size * i, size));
      if (nameAt == 0) {
        return;
      }
      String text = in.text(headers.offset(nameAt), MAX_NAME);
      if (!needed.contains(text)) {
        needed.add(text);
      }
    }
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
