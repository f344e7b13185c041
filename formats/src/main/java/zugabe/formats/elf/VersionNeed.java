package zugabe.formats.elf;

import zugabe.bytes.ByteReader;
import zugabe.bytes.ByteWriter;
import zugabe.bytes.Structure;

/**
 * {@code ElfN_Verneed} (Linux Standard Base, "Symbol Versioning"): a file whose symbols are needed.
 *
 * <pre>
 * offset size name
 *      0    2 vn_version: 1
 *      2    2 vn_cnt     how many versions of it
 *      4    4 vn_file    its name among the strings
 *      8    4 vn_aux     from here to the first version
 *     12    4 vn_next    from here to the next file; 0 for none
 * </pre>
 */
record VersionNeed(int cnt, long file, long aux, long next) implements Structure {
  static final int SIZE = 16;

  static VersionNeed decode(ByteReader in) {
    in.skip(2);
    return new VersionNeed(in.u2(), in.u4(), in.u4(), in.u4());
  }

  @Override
  public int size() {
    return SIZE;
  }

  @Override
  public void encode(ByteWriter out) {
    out.u2("vn_version", 1).u2("vn_cnt", cnt).u4("vn_file", file);
    out.u4("vn_aux", aux).u4("vn_next", next);
  }

  /**
   * {@code ElfN_Vernaux}: one version.
   *
   * <pre>
   * offset size name
   *      0    4 vna_hash
   *      4    2 vna_flags
   *      6    2 vna_other
   *      8    4 vna_name   among the strings
   *     12    4 vna_next   from here to the next version; 0 for none
   * </pre>
   */
  record Aux(long hash, int flags, int other, long name, long next) implements Structure {
    static final int SIZE = 16;

    static Aux decode(ByteReader in) {
      return new Aux(in.u4(), in.u2(), in.u2(), in.u4(), in.u4());
    }

    @Override
    public int size() {
      return SIZE;
    }

    @Override
    public void encode(ByteWriter out) {
      out.u4("vna_hash", hash).u2("vna_flags", flags).u2("vna_other", other);
      out.u4("vna_name", name).u4("vna_next", next);
    }
  }
}
