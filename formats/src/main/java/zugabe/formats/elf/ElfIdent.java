package zugabe.formats.elf;

import zugabe.bytes.ByteReader;
import zugabe.bytes.ByteWriter;
import zugabe.bytes.Structure;

/**
 * {@code e_ident}, the first bytes of every ELF file (System V ABI, chapter 4, "ELF
 * Identification").
 *
 * <pre>
 * offset size name
 *      0    4 EI_MAG0..3: 7F 'E' 'L' 'F'
 *      4    1 EI_CLASS: 1 for 32 bits, 2 for 64
 *      5    1 EI_DATA: 1 for least byte first, 2 for most byte first
 *      6    1 EI_VERSION: 1
 *      7    9 EI_OSABI, EI_ABIVERSION, EI_PAD
 * </pre>
 */
record ElfIdent(int eiClass, int eiData) implements Structure {
  static final int SIZE = 16;
  static final int CLASS_64 = 2;
  static final int DATA_MSB = 2;
  private static final byte[] MAGIC = {0x7F, 'E', 'L', 'F'};

  static ElfIdent decode(ByteReader in) {
    in.skip(MAGIC.length);
    return new ElfIdent(in.u1(), in.u1());
  }

  boolean isWide() {
    return eiClass == CLASS_64;
  }

  @Override
  public int size() {
    return SIZE;
  }

  @Override
  public void encode(ByteWriter out) {
    out.bytes(MAGIC).u1("EI_CLASS", eiClass).u1("EI_DATA", eiData).u1("EI_VERSION", 1).zeros(9);
  }
}
