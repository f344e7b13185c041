package zugabe.formats.macho;

import zugabe.bytes.ByteReader;
import zugabe.bytes.ByteWriter;
import zugabe.bytes.Structure;

/**
 * {@code load_command} of {@code mach-o/loader.h}, with the two fields behind it that tell most: an
 * offset from its start to a name ({@code dylib_command}, {@code rpath_command}), or a version and
 * a second word ({@code version_min_command}), or a platform and the least version ({@code
 * build_version_command}).
 *
 * <pre>
 * offset size name
 *      0    4 cmd
 *      4    4 cmdsize
 *      8    4 name.offset, path.offset, version, or platform
 *     12    4 minos of a build version; else whatever the command has there
 * </pre>
 */
record LoadCommand(long cmd, long cmdsize, long first, long second) implements Structure {
  /** Of {@code cmd} and {@code cmdsize}. */
  static final int HEAD = 8;

  static final long LC_LOAD_DYLIB = 0xC;
  static final long LC_ID_DYLIB = 0xD;
  static final long LC_CODE_SIGNATURE = 0x1D;
  static final long LC_LAZY_LOAD_DYLIB = 0x20;
  static final long LC_VERSION_MIN_MACOSX = 0x24;
  static final long LC_VERSION_MIN_IPHONEOS = 0x25;
  static final long LC_BUILD_VERSION = 0x32;
  static final long LC_LOAD_WEAK_DYLIB = 0x80000018L;
  static final long LC_RPATH = 0x8000001CL;
  static final long LC_REEXPORT_DYLIB = 0x8000001FL;

  static LoadCommand decode(ByteReader in) {
    long cmd = in.u4();
    long cmdsize = in.u4();
    long first = in.left() < 4 ? 0 : in.u4();
    return new LoadCommand(cmd, cmdsize, first, in.left() < 4 ? 0 : in.u4());
  }

  @Override
  public int size() {
    return HEAD + 8;
  }

  @Override
  public void encode(ByteWriter out) {
    out.u4("cmd", cmd).u4("cmdsize", cmdsize).u4("first", first).u4("second", second);
  }
}
