package zugabe.formats.macho;

import zugabe.bytes.ByteReader;
import zugabe.bytes.ByteWriter;
import zugabe.bytes.Structure;

/**
 * {@code fat_arch} of {@code mach-o/fat.h}: one part of a file for several processors; always
 * big-endian.
 *
 * <pre>
 * offset size name
 *      0    4 cputype
 *      4    4 cpusubtype
 *      8    4 offset
 *     12    4 size
 *     16    4 align
 * </pre>
 */
record FatArch(long cputype, long cpusubtype, long offset, long length, long align)
    implements Structure {
  static final int SIZE = 20;

  static FatArch decode(ByteReader in) {
    return new FatArch(in.u4(), in.u4(), in.u4(), in.u4(), in.u4());
  }

  @Override
  public int size() {
    return SIZE;
  }

  @Override
  public void encode(ByteWriter out) {
    out.u4("cputype", cputype).u4("cpusubtype", cpusubtype).u4("offset", offset);
    out.u4("size", length).u4("align", align);
  }
}
