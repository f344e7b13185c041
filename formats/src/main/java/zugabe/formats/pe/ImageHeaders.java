package zugabe.formats.pe;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import zugabe.bytes.Fields;
import zugabe.bytes.MalformedException;

/**
 * The headers of an image, in their order ("PE Format", "Overview").
 *
 * @param coffAt where the COFF header starts
 * @param sections at most 256 of them
 */
record ImageHeaders(
    long coffAt, CoffHeader coff, OptionalHeader optional, List<SectionHeader> sections) {
  private static final int MAX_SECTIONS = 256;

  /** Where the first header says where the signature is ({@code e_lfanew}). */
  private static final int E_LFANEW = 0x3C;

  private static final String SIGNATURE = "PE\0\0";

  /**
   * Reads them.
   *
   * @throws MalformedException when they are damaged, or those of a program for older systems
   */
  static ImageHeaders read(Fields in) throws IOException {
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
    List<SectionHeader> sections = new ArrayList<>();
    for (int i = 0; i < Math.min(coff.numberOfSections(), MAX_SECTIONS); i++) {
      long line = optionalAt + coff.sizeOfOptionalHeader() + (long) SectionHeader.SIZE * i;
      sections.add(SectionHeader.decode(in.structure(line, SectionHeader.SIZE)));
    }
    return new ImageHeaders(at, coff, optional, List.copyOf(sections));
  }

  /** Where the optional header starts. */
  long optionalAt() {
    return coffAt + CoffHeader.SIZE;
  }

  /** Where in the file lies what is loaded at an address. */
  long offset(long address) throws MalformedException {
    for (SectionHeader section : sections) {
      if (section.holds(address)) {
        return section.pointerToRawData() + address - section.virtualAddress();
      }
    }
    throw new MalformedException("address " + address + " is in no section", 0);
  }
}
