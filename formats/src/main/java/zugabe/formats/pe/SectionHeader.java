package zugabe.formats.pe;

import java.nio.charset.StandardCharsets;
import zugabe.bytes.ByteReader;
import zugabe.bytes.ByteWriter;
import zugabe.bytes.Regex;
import zugabe.bytes.Structure;

/**
 * A line of the section table ("PE Format", "Section Table").
 *
 * <pre>
 * offset size name                 offset size name
 *      0    8 Name                     24    4 PointerToRelocations
 *      8    4 VirtualSize              28    4 PointerToLinenumbers
 *     12    4 VirtualAddress           32    2 NumberOfRelocations
 *     16    4 SizeOfRawData            34    2 NumberOfLinenumbers
 *     20    4 PointerToRawData         36    4 Characteristics
 * </pre>
 */
record SectionHeader(
    String name,
    long virtualSize,
    long virtualAddress,
    long sizeOfRawData,
    long pointerToRawData,
    long characteristics)
    implements Structure {
  static final int SIZE = 40;
  private static final int NAME_BYTES = 8;

  static SectionHeader decode(ByteReader in) {
    String name = new String(in.bytes(NAME_BYTES), StandardCharsets.ISO_8859_1);
    long virtualSize = in.u4();
    long virtualAddress = in.u4();
    long sizeOfRawData = in.u4();
    long pointerToRawData = in.u4();
    in.skip(12);
    return new SectionHeader(
        Regex.replaceAll(name, "\0+$", ""),
        virtualSize,
        virtualAddress,
        sizeOfRawData,
        pointerToRawData,
        in.u4());
  }

  /** Whether what is loaded at an address is in it. */
  boolean holds(long address) {
    return address >= virtualAddress
        && address - virtualAddress < Math.max(virtualSize, sizeOfRawData);
  }

  @Override
  public int size() {
    return SIZE;
  }

  @Override
  public void encode(ByteWriter out) {
    byte[] bytes = name.getBytes(StandardCharsets.ISO_8859_1);
    out.bytes(bytes).zeros(NAME_BYTES - bytes.length);
    out.u4("VirtualSize", virtualSize).u4("VirtualAddress", virtualAddress);
    out.u4("SizeOfRawData", sizeOfRawData).u4("PointerToRawData", pointerToRawData).zeros(12);
    out.u4("Characteristics", characteristics);
  }
}
