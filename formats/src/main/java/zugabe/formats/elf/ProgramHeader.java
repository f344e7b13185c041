package zugabe.formats.elf;

import zugabe.bytes.ByteReader;
import zugabe.bytes.ByteWriter;
import zugabe.bytes.Structure;

/**
 * {@code ElfN_Phdr} (System V ABI, chapter 5, "Program Header"). The two widths have their fields
 * in another order.
 *
 * <pre>
 * offset 32 64 name      offset 32 64 name
 *         0  0 p_type           16 32 p_filesz
 *         4  8 p_offset         20 40 p_memsz
 *         8 16 p_vaddr          24  4 p_flags
 *        12 24 p_paddr          28 48 p_align
 * </pre>
 */
record ProgramHeader(
    boolean wide, long type, long flags, long offset, long vaddr, long filesz, long memsz)
    implements Structure {
  static final int PT_LOAD = 1;
  static final int PT_DYNAMIC = 2;
  static final int PT_INTERP = 3;

  static int size(boolean wide) {
    return wide ? 56 : 32;
  }

  static ProgramHeader decode(ByteReader in, boolean wide) {
    long type = in.u4();
    long flags = wide ? in.u4() : 0;
    long offset = in.word(wide);
    long vaddr = in.word(wide);
    in.skip(wide ? 8 : 4);
    long filesz = in.word(wide);
    long memsz = in.word(wide);
    flags = wide ? flags : in.u4();
    return new ProgramHeader(wide, type, flags, offset, vaddr, filesz, memsz);
  }

  /** Whether what is loaded at an address is in it. */
  boolean holds(long address) {
    return address >= vaddr && address - vaddr < filesz;
  }

  @Override
  public int size() {
    return size(wide);
  }

  @Override
  public void encode(ByteWriter out) {
    out.u4("p_type", type);
    if (wide) {
      out.u4("p_flags", flags);
    }
    out.word("p_offset", offset, wide).word("p_vaddr", vaddr, wide).word("p_paddr", vaddr, wide);
    out.word("p_filesz", filesz, wide).word("p_memsz", memsz, wide);
    if (!wide) {
      out.u4("p_flags", flags);
    }
    out.word("p_align", 1, wide);
  }
}
