package zugabe.formats.elf;

import zugabe.bytes.ByteReader;
import zugabe.bytes.ByteWriter;
import zugabe.bytes.Structure;

/**
 * {@code ElfN_Ehdr} behind {@code e_ident} (System V ABI, chapter 4, "ELF Header"), as far as
 * programs are concerned; sections aren't kept.
 *
 * <pre>
 * offset 32 64  size name         offset 32 64  size  name
 *        16 16     2 e_type              36 48     4  e_flags
 *        18 18     2 e_machine           40 52     2  e_ehsize
 *        20 20     4 e_version           42 54     2  e_phentsize
 *        24 24  word e_entry             44 56     2  e_phnum
 *        28 32  word e_phoff             46 58     2  e_shentsize
 *        32 40  word e_shoff             48 60  2, 2  e_shnum, e_shstrndx
 * </pre>
 */
record ElfHeader(boolean wide, int type, int machine, long phoff, int phentsize, int phnum)
    implements Structure {

  static int size(boolean wide) {
    return (wide ? 64 : 52) - ElfIdent.SIZE;
  }

  static ElfHeader decode(ByteReader in, boolean wide) {
    int type = in.u2();
    int machine = in.u2();
    in.skip(wide ? 12 : 8);
    long phoff = in.word(wide);
    in.skip(wide ? 14 : 10);
    return new ElfHeader(wide, type, machine, phoff, in.u2(), in.u2());
  }

  @Override
  public int size() {
    return size(wide);
  }

  @Override
  public void encode(ByteWriter out) {
    out.u2("e_type", type).u2("e_machine", machine).u4("e_version", 1);
    out.word("e_entry", 0, wide).word("e_phoff", phoff, wide).word("e_shoff", 0, wide);
    out.u4("e_flags", 0).u2("e_ehsize", wide ? 64 : 52);
    out.u2("e_phentsize", phentsize).u2("e_phnum", phnum).zeros(6);
  }
}
