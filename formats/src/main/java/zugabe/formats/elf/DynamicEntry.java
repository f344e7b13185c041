package zugabe.formats.elf;

import zugabe.bytes.ByteReader;
import zugabe.bytes.ByteWriter;
import zugabe.bytes.Structure;

/**
 * {@code ElfN_Dyn} (System V ABI, chapter 5, "Dynamic Section"): {@code d_tag} and {@code d_val},
 * each of a word. Tags are signed, and those that processors define don't fit into 31 bits; only
 * the lower 32 bits are kept.
 */
record DynamicEntry(boolean wide, long tag, long val) implements Structure {
  static final long DT_NULL = 0;
  static final long DT_NEEDED = 1;
  static final long DT_STRTAB = 5;
  static final long DT_SONAME = 14;
  static final long DT_RPATH = 15;
  static final long DT_RUNPATH = 29;
  static final long DT_VERNEED = 0x6FFFFFFEL;
  static final long DT_VERNEEDNUM = 0x6FFFFFFFL;
  static final long DT_FLAGS_1 = 0x6FFFFFFBL;
  static final long DF_1_PIE = 0x08000000L;

  static int size(boolean wide) {
    return wide ? 16 : 8;
  }

  static DynamicEntry decode(ByteReader in, boolean wide) {
    return new DynamicEntry(wide, in.word(wide) & 0xFFFFFFFFL, in.word(wide));
  }

  @Override
  public int size() {
    return size(wide);
  }

  @Override
  public void encode(ByteWriter out) {
    out.word("d_tag", tag, wide).word("d_val", val, wide);
  }
}
