package zugabe.formats.pe;

import zugabe.bytes.ByteReader;
import zugabe.bytes.ByteWriter;
import zugabe.bytes.Structure;

/**
 * The COFF file header ("PE Format", "COFF File Header"), which stands behind the signature.
 *
 * <pre>
 * offset size name
 *      0    2 Machine
 *      2    2 NumberOfSections
 *      4    4 TimeDateStamp
 *      8    4 PointerToSymbolTable
 *     12    4 NumberOfSymbols
 *     16    2 SizeOfOptionalHeader
 *     18    2 Characteristics
 * </pre>
 */
record CoffHeader(
    int machine,
    int numberOfSections,
    long timeDateStamp,
    long pointerToSymbolTable,
    long numberOfSymbols,
    int sizeOfOptionalHeader,
    int characteristics)
    implements Structure {
  static final int SIZE = 20;
  static final int IMAGE_FILE_DLL = 0x2000;

  static CoffHeader decode(ByteReader in) {
    return new CoffHeader(in.u2(), in.u2(), in.u4(), in.u4(), in.u4(), in.u2(), in.u2());
  }

  boolean isDll() {
    return (characteristics & IMAGE_FILE_DLL) != 0;
  }

  @Override
  public int size() {
    return SIZE;
  }

  @Override
  public void encode(ByteWriter out) {
    out.u2("Machine", machine).u2("NumberOfSections", numberOfSections);
    out.u4("TimeDateStamp", timeDateStamp).u4("PointerToSymbolTable", pointerToSymbolTable);
    out.u4("NumberOfSymbols", numberOfSymbols).u2("SizeOfOptionalHeader", sizeOfOptionalHeader);
    out.u2("Characteristics", characteristics);
  }
}
