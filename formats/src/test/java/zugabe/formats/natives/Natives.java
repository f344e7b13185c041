package zugabe.formats.natives;

/** Small native files, made by the words of their formats' descriptions. */
final class Natives {
  private static final int STRINGS_AT = 0x200;
  private static final int DYNAMIC_AT = 0x300;
  private static final int VERSIONS_AT = 0x400;

  private Natives() {}

  /** An ELF library linked to two others; it is loaded where it lies in the file. */
  static byte[] elf(boolean wide, boolean big, int machine) {
    Bytes out = Bytes.of(big);
    out.text("\177ELF").u1(wide ? 2 : 1).u1(big ? 2 : 1).u1(1).to(16);
    out.u2(3).u2(machine).u4(1).word(wide, 0).word(wide, wide ? 64 : 52).word(wide, 0).u4(0);
    out.u2(wide ? 64 : 52).u2(wide ? 56 : 32).u2(2).u2(0).u2(0).u2(0);
    header(out, wide, 1, 0, 0x600);
    header(out, wide, 2, DYNAMIC_AT, 0x100);
    out.to(STRINGS_AT).u1(0).zeroed("libtide.so.1").zeroed("libm.so.6").zeroed("libc.so.6");
    out.zeroed("$ORIGIN:/opt/quay").zeroed("GLIBC_2.17").zeroed("GLIBC_2.4");
    out.to(DYNAMIC_AT);
    tag(out, wide, 14, 1);
    tag(out, wide, 1, 14);
    tag(out, wide, 1, 24);
    tag(out, wide, 29, 34);
    tag(out, wide, 5, STRINGS_AT);
    tag(out, wide, 0x6FFFFFFEL, VERSIONS_AT);
    tag(out, wide, 0x6FFFFFFFL, 1);
    tag(out, wide, 0, 0);
    // one file whose symbols are needed in two versions
    out.to(VERSIONS_AT).u2(1).u2(2).u4(24).u4(16).u4(0);
    out.u4(0).u2(0).u2(2).u4(52).u4(16);
    out.u4(0).u2(0).u2(3).u4(63).u4(0);
    return out.to(0x600).done();
  }

  private static void header(Bytes out, boolean wide, int type, int at, int length) {
    out.u4(type);
    if (wide) {
      out.u4(5).u8(at).u8(at).u8(at).u8(length).u8(length).u8(8);
    } else {
      out.u4(at).u4(at).u4(at).u4(length).u4(length).u4(5).u4(4);
    }
  }

  private static void tag(Bytes out, boolean wide, long tag, long value) {
    out.word(wide, tag).word(wide, value);
  }

  /** A portable executable with two imports; its one section lies at address 0x1000. */
  static byte[] pe(boolean wide, int machine, int characteristics, int subsystem) {
    Bytes out = Bytes.little();
    out.text("MZ").to(0x3C).u4(0x80).to(0x80).text("PE").u2(0).u2(machine).u2(1).to(0x80 + 20);
    int optional = (wide ? 112 : 96) + 16 * 8;
    out.u2(optional).u2(characteristics).u2(wide ? 0x20B : 0x10B);
    int start = 0x80 + 24;
    out.to(start + 48).u2(6).u2(1).to(start + 68).u2(subsystem);
    out.to(start + (wide ? 108 : 92)).u4(16).u8(0).u4(0x1000).u4(40);
    out.to(start + optional).text(".idata").to(start + optional + 8).u4(0x200).u4(0x1000);
    out.u4(0x200).u4(0x400).to(0x400);
    out.u4(0).u4(0).u4(0).u4(0x1100).u4(0);
    out.u4(0).u4(0).u4(0).u4(0x1120).u4(0);
    out.to(0x500).zeroed("KERNEL32.dll").to(0x520).zeroed("tidecalc.dll");
    return out.to(0x600).done();
  }

  /** A Mach-O library for one processor. */
  static byte[] machO(boolean wide, boolean big, long cpu, int type) {
    Bytes commands = Bytes.of(big);
    command(commands, 0xD, "@rpath/libtide.1.dylib");
    command(commands, 0xC, "/usr/lib/libSystem.B.dylib");
    command(commands, 0x80000018L, "@rpath/libchart.dylib");
    path(commands, "@loader_path/../lib");
    commands.u4(0x32).u4(24).u4(1).u4(0x000B0001).u4(0).u4(0);
    commands.u4(0x1D).u4(16).u4(0).u4(0);
    Bytes out = Bytes.of(big);
    out.u4(wide ? 0xFEEDFACFL : 0xFEEDFACEL).u4(cpu).u4(0).u4(type).u4(6).u4(commands.size());
    out.u4(0);
    if (wide) {
      out.u4(0);
    }
    return out.all(commands.done()).to(0x200).done();
  }

  private static void command(Bytes out, long command, String name) {
    int length = (24 + name.length() + 8) / 8 * 8;
    int end = out.size() + length;
    out.u4(command).u4(length).u4(24).u4(0).u4(0).u4(0).text(name).to(end);
  }

  private static void path(Bytes out, String path) {
    int length = (12 + path.length() + 8) / 8 * 8;
    int end = out.size() + length;
    out.u4(0x8000001CL).u4(length).u4(12).text(path).to(end);
  }

  /** One file for two processors. */
  static byte[] fat() {
    byte[] one = machO(true, false, 0x01000007, 6);
    byte[] two = machO(true, false, 0x0100000C, 6);
    Bytes out = Bytes.big().u4(0xCAFEBABEL).u4(2);
    out.u4(0x01000007).u4(3).u4(0x100).u4(one.length).u4(8);
    out.u4(0x0100000C).u4(0).u4(0x100 + one.length).u4(two.length).u4(8);
    return out.to(0x100).all(one).all(two).done();
  }

  static byte[] dex(String version, int classes, int methods) {
    Bytes out = Bytes.little().text("dex\n").zeroed(version).to(32).u4(112).to(88).u4(methods);
    return out.to(96).u4(classes).to(112).done();
  }

  /** A compiled module that calls two others. */
  static byte[] beam() {
    Bytes atoms = Bytes.big().u4(3).u1(4).text("tide").u1(5).text("lists").u1(3).text("ets");
    Bytes calls = Bytes.big().u4(3).u4(2).u4(1).u4(1).u4(3).u4(1).u4(1).u4(1).u4(1).u4(1);
    Bytes out = Bytes.big().text("FOR1").u4(0).text("BEAM");
    out.text("AtU8").u4(atoms.size()).all(atoms.done()).to((out.size() + 3) / 4 * 4);
    return out.text("ImpT").u4(calls.size()).all(calls.done()).done();
  }
}
