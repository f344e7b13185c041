package zugabe.formats.pe;

import java.nio.ByteOrder;
import java.util.List;
import java.util.NavigableMap;
import java.util.TreeMap;
import zugabe.bytes.ByteWriter;

/**
 * The resources of an image ("PE Format", "The .rsrc Section"): a tree of types, numbers and
 * languages, whose leaves say where the data is. Names that aren't numbers aren't written.
 *
 * <pre>
 * directory  offset size name                       data entry  offset size name
 *                 0    4 Characteristics                             0    4 DataRVA
 *                 4    4 TimeDateStamp                               4    4 Size
 *                 8    2 MajorVersion                                8    4 Codepage
 *                10    2 MinorVersion                               12    4 Reserved
 *                12    2 NumberOfNameEntries
 *                14    2 NumberOfIDEntries
 *                16    8 each entry: ID, Offset
 * </pre>
 */
public final class Resources {
  public static final int ICON = 3;
  public static final int DATA = 10;
  public static final int GROUP_ICON = 14;
  public static final int VERSION = 16;
  public static final int MANIFEST = 24;

  /** No language, for what is the same in all. */
  public static final int NEUTRAL = 0;

  private static final int DIRECTORY = 16;
  private static final int ENTRY = 8;
  private static final int DATA_ENTRY = 16;
  private static final int ALIGNMENT = 4;
  private static final long SUBDIRECTORY = 0x80000000L;

  private final NavigableMap<Integer, NavigableMap<Integer, NavigableMap<Integer, byte[]>>> types =
      new TreeMap<>();

  /** Adds one, in the place of one that is there. */
  public Resources put(int type, int number, int language, byte[] data) {
    types
        .computeIfAbsent(type, t -> new TreeMap<>())
        .computeIfAbsent(number, n -> new TreeMap<>())
        .put(language, data.clone());
    return this;
  }

  private List<NavigableMap<Integer, NavigableMap<Integer, byte[]>>> byType() {
    return List.copyOf(types.values());
  }

  private List<NavigableMap<Integer, byte[]>> byNumber() {
    return byType().stream().flatMap(t -> t.values().stream()).toList();
  }

  private List<byte[]> leaves() {
    return byNumber().stream().flatMap(n -> n.values().stream()).toList();
  }

  private static int directory(int entries) {
    return DIRECTORY + ENTRY * entries;
  }

  private static int aligned(int size) {
    return (size + ALIGNMENT - 1) / ALIGNMENT * ALIGNMENT;
  }

  private int tableSize() {
    int size = directory(types.size());
    for (var numbers : byType()) {
      size += directory(numbers.size());
    }
    for (var languages : byNumber()) {
      size += directory(languages.size());
    }
    return size;
  }

  /** Bytes that they take. */
  public int size() {
    int size = tableSize() + DATA_ENTRY * leaves().size();
    for (byte[] leaf : leaves()) {
      size = aligned(size) + leaf.length;
    }
    return aligned(size);
  }

  /**
   * All of them.
   *
   * @param address where they will lie in memory, in bytes from the image's start
   */
  public byte[] encode(long address) {
    ByteWriter out = ByteWriter.ofSize(size(), ByteOrder.LITTLE_ENDIAN);
    int below = directory(types.size());
    head(out, types.size());
    for (var type : types.entrySet()) {
      out.u4("ID", type.getKey()).u4("Offset", SUBDIRECTORY + below);
      below += directory(type.getValue().size());
    }
    for (var numbers : byType()) {
      head(out, numbers.size());
      for (var number : numbers.entrySet()) {
        out.u4("ID", number.getKey()).u4("Offset", SUBDIRECTORY + below);
        below += directory(number.getValue().size());
      }
    }
    for (var languages : byNumber()) {
      head(out, languages.size());
      for (int language : languages.keySet()) {
        out.u4("ID", language).u4("Offset", below);
        below += DATA_ENTRY;
      }
    }
    data(out, address);
    return out.done();
  }

  private static void head(ByteWriter out, int entries) {
    out.zeros(12).u2("NumberOfNameEntries", 0).u2("NumberOfIDEntries", entries);
  }

  private void data(ByteWriter out, long address) {
    int at = tableSize() + DATA_ENTRY * leaves().size();
    for (byte[] leaf : leaves()) {
      at = aligned(at);
      out.u4("DataRVA", address + at).u4("Size", leaf.length).u4("Codepage", 0).u4("Reserved", 0);
      at += leaf.length;
    }
    at = tableSize() + DATA_ENTRY * leaves().size();
    for (byte[] leaf : leaves()) {
      out.zeros(aligned(at) - at).bytes(leaf);
      at = aligned(at) + leaf.length;
    }
    out.zeros(aligned(at) - at);
  }
}
