package zugabe.formats.pe;

import zugabe.bytes.ByteReader;
import zugabe.bytes.ByteWriter;
import zugabe.bytes.Structure;

/**
 * A line of the import directory table ("PE Format", "Import Directory Table"); an empty one ends
 * it.
 *
 * <pre>
 * offset size name
 *      0    4 Import Lookup Table RVA
 *      4    4 Time/Date Stamp
 *      8    4 Forwarder Chain
 *     12    4 Name RVA
 *     16    4 Import Address Table RVA
 * </pre>
 */
record ImportDirectory(
    long importLookupTable,
    long timeDateStamp,
    long forwarderChain,
    long name,
    long importAddressTable)
    implements Structure {
  static final int SIZE = 20;

  static ImportDirectory decode(ByteReader in) {
    return new ImportDirectory(in.u4(), in.u4(), in.u4(), in.u4(), in.u4());
  }

  @Override
  public int size() {
    return SIZE;
  }

  @Override
  public void encode(ByteWriter out) {
    out.u4("Import Lookup Table RVA", importLookupTable).u4("Time/Date Stamp", timeDateStamp);
    out.u4("Forwarder Chain", forwarderChain).u4("Name RVA", name);
    out.u4("Import Address Table RVA", importAddressTable);
  }

  /**
   * A line of the delay-load directory table ("PE Format", "The Delay-Load Directory Table"), of
   * which the name is kept.
   *
   * <pre>
   * offset size name
   *      0    4 Attributes
   *      4    4 Name
   *      8   24 module handle, tables, time stamp
   * </pre>
   */
  record DelayLoad(long attributes, long name) implements Structure {
    static final int SIZE = 32;

    static DelayLoad decode(ByteReader in) {
      DelayLoad line = new DelayLoad(in.u4(), in.u4());
      in.skip(24);
      return line;
    }

    @Override
    public int size() {
      return SIZE;
    }

    @Override
    public void encode(ByteWriter out) {
      out.u4("Attributes", attributes).u4("Name", name).zeros(24);
    }
  }
}
