package zugabe.formats.macho;

import zugabe.bytes.ByteReader;
import zugabe.bytes.ByteWriter;
import zugabe.bytes.Structure;

/**
 * {@code mach_header} and {@code mach_header_64} of {@code mach-o/loader.h}, in the byte order of
 * the processor.
 *
 * <pre>
 * offset size name           offset size name
 *      0    4 magic              16    4 ncmds
 *      4    4 cputype            20    4 sizeofcmds
 *      8    4 cpusubtype         24    4 flags
 *     12    4 filetype           28    4 reserved, of 64 bits only
 * </pre>
 */
record MachHeader(
    long magic,
    long cputype,
    long cpusubtype,
    long filetype,
    long ncmds,
    long sizeofcmds,
    long flags)
    implements Structure {
  static final long MH_MAGIC = 0xFEEDFACEL;
  static final long MH_MAGIC_64 = 0xFEEDFACFL;
  static final int MH_EXECUTE = 2;
  static final int MH_DYLIB = 6;
  static final int MH_BUNDLE = 8;
  static final int MH_DYLIB_STUB = 9;

  static int size(boolean wide) {
    return wide ? 32 : 28;
  }

  static MachHeader decode(ByteReader in) {
    return new MachHeader(in.u4(), in.u4(), in.u4(), in.u4(), in.u4(), in.u4(), in.u4());
  }

  boolean isWide() {
    return magic == MH_MAGIC_64;
  }

  @Override
  public int size() {
    return size(isWide());
  }

  @Override
  public void encode(ByteWriter out) {
    out.u4("magic", magic).u4("cputype", cputype).u4("cpusubtype", cpusubtype);
    out.u4("filetype", filetype).u4("ncmds", ncmds).u4("sizeofcmds", sizeofcmds);
    out.u4("flags", flags).zeros(isWide() ? 4 : 0);
  }
}
