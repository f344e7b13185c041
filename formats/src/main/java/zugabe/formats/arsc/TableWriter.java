package zugabe.formats.arsc;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import zugabe.bytes.ByteWriter;

/**
 * Writes a table of one package ({@code ResTable_header}): the pool of strings, the names of types
 * and entries, and of each type what varies and its entries in each configuration.
 */
public final class TableWriter {
  private static final int TABLE_HEADER = 12;
  private static final int PACKAGE_HEADER = 288;
  private static final int NAME_CHARS = 128;
  private static final int SPEC_TYPE = 0x0202;
  private static final int SPEC_HEADER = 16;
  private static final int TYPE_HEADER = 20 + Qualifiers.BYTES;
  private static final int ENTRY_BYTES = 8;
  private static final int COMPLEX_BYTES = 16;
  private static final int PART_BYTES = 12;
  private static final long NO_ENTRY = 0xFFFF_FFFFL;

  private final String packageName;
  private final long packageNumber;
  private final SortedMap<Integer, SortedMap<Integer, Resource>> types = new TreeMap<>();
  private final PoolBuilder strings;
  private final PoolBuilder keys = new PoolBuilder(true);
  private final Map<Value, Integer> pooled = new HashMap<>();

  private TableWriter(String packageName, long packageNumber, List<Resource> resources) {
    this.packageName = packageName;
    this.packageNumber = packageNumber;
    for (Resource one : resources) {
      types.computeIfAbsent(one.typeNumber(), t -> new TreeMap<>()).put(one.index(), one);
    }
    TreeSet<String> plain = new TreeSet<>();
    List<Value> styled = new ArrayList<>();
    boolean[] longest = new boolean[1];
    each(
        value -> {
          if (value.spans().isEmpty()) {
            plain.add(value.text());
          } else {
            styled.add(value);
          }
          longest[0] |=
              value.text().length() > PoolBuilder.MOST_UTF8 / 3
                  && value.text().getBytes(StandardCharsets.UTF_8).length > PoolBuilder.MOST_UTF8;
        });
    strings = new PoolBuilder(!longest[0]);
    styled.forEach(v -> pooled.put(v, strings.add(v.text(), v.spans())));
    plain.forEach(strings::add);
  }

  /**
   * A table's bytes.
   *
   * @param packageName 127 characters at most are kept
   * @param packageNumber 0x7f for an application
   */
  public static byte[] write(String packageName, int packageNumber, List<Resource> resources) {
    return new TableWriter(packageName, packageNumber, resources).table();
  }

  private interface Strings {
    void string(Value value);
  }

  private void each(Strings visitor) {
    for (SortedMap<Integer, Resource> type : types.values()) {
      for (Resource one : type.values()) {
        for (TableEntry entry : one.values().values()) {
          string(entry.value(), visitor);
          entry.parts().forEach(p -> string(p.value(), visitor));
        }
      }
    }
  }

  private static void string(Value value, Strings visitor) {
    if (value.type() == Value.STRING) {
      visitor.string(value);
    }
  }

  private byte[] table() {
    byte[] inner = pack();
    byte[] pool = strings.encode();
    int size = TABLE_HEADER + pool.length + inner.length;
    return ByteWriter.ofSize(size)
        .u2("type", Chunk.TABLE)
        .u2("headerSize", TABLE_HEADER)
        .u4("size", size)
        .u4("packageCount", 1)
        .bytes(pool)
        .bytes(inner)
        .done();
  }

  private byte[] pack() {
    List<byte[]> chunks = new ArrayList<>();
    for (Map.Entry<Integer, SortedMap<Integer, Resource>> type : types.entrySet()) {
      chunks.add(spec(type.getKey(), type.getValue()));
      TreeSet<Qualifiers> all = new TreeSet<>();
      type.getValue().values().forEach(r -> all.addAll(r.values().keySet()));
      all.forEach(q -> chunks.add(type(type.getKey(), type.getValue(), q)));
    }
    byte[] typeNames = typeNames();
    byte[] keyNames = keys.encode();
    int size = PACKAGE_HEADER + typeNames.length + keyNames.length;
    size += chunks.stream().mapToInt(c -> c.length).sum();
    ByteWriter out = ByteWriter.ofSize(size);
    out.u2("type", TablePackage.CHUNK_TYPE).u2("headerSize", PACKAGE_HEADER).u4("size", size);
    out.u4("id", packageNumber);
    for (int i = 0; i < NAME_CHARS; i++) {
      // the last one is zero
      boolean there = i < packageName.length() && i < NAME_CHARS - 1;
      out.u2("name", there ? packageName.charAt(i) : 0);
    }
    out.u4("typeStrings", PACKAGE_HEADER).u4("lastPublicType", 0);
    out.u4("keyStrings", PACKAGE_HEADER + typeNames.length).u4("lastPublicKey", 0);
    out.u4("typeIdOffset", 0).bytes(typeNames).bytes(keyNames);
    chunks.forEach(out::bytes);
    return out.done();
  }

  private byte[] typeNames() {
    PoolBuilder names = new PoolBuilder(true);
    int last = types.isEmpty() ? 0 : types.lastKey();
    for (int number = 1; number <= last; number++) {
      SortedMap<Integer, Resource> type = types.get(number);
      // a number that a given table leaves out has a name as well
      names.append(type == null ? "?" + number : type.get(type.firstKey()).type());
    }
    return names.encode();
  }

  private static byte[] spec(int number, SortedMap<Integer, Resource> type) {
    int count = type.lastKey() + 1;
    int size = SPEC_HEADER + 4 * count;
    ByteWriter out = ByteWriter.ofSize(size);
    out.u2("type", SPEC_TYPE).u2("headerSize", SPEC_HEADER).u4("size", size);
    out.u1("id", number).zeros(3).u4("entryCount", count);
    for (int i = 0; i < count; i++) {
      Resource one = type.get(i);
      out.u4("flags", one == null ? 0 : Changes.of(one.values().keySet()));
    }
    return out.done();
  }

  private byte[] type(int number, SortedMap<Integer, Resource> type, Qualifiers qualifiers) {
    int count = type.lastKey() + 1;
    List<byte[]> entries = new ArrayList<>();
    long[] offsets = new long[count];
    int at = 0;
    for (int i = 0; i < count; i++) {
      TableEntry entry = type.containsKey(i) ? type.get(i).values().get(qualifiers) : null;
      offsets[i] = entry == null ? NO_ENTRY : at;
      if (entry != null) {
        byte[] bytes = entry(keys.add(type.get(i).name()), entry);
        entries.add(bytes);
        at += bytes.length;
      }
    }
    int start = TYPE_HEADER + 4 * count;
    ByteWriter out = ByteWriter.ofSize(start + at);
    out.u2("type", TypeChunk.CHUNK_TYPE).u2("headerSize", TYPE_HEADER).u4("size", start + at);
    out.u1("id", number).zeros(3).u4("entryCount", count).u4("entriesStart", start);
    out.bytes(qualifiers.encode());
    for (long offset : offsets) {
      out.u4("offset", offset);
    }
    entries.forEach(out::bytes);
    return out.done();
  }

  private byte[] entry(int key, TableEntry entry) {
    if (!entry.isComplex()) {
      ByteWriter out = ByteWriter.ofSize(ENTRY_BYTES + Value.BYTES);
      out.u2("size", ENTRY_BYTES).u2("flags", entry.flags()).u4("key", key);
      entry.value().encode(out, index(entry.value()));
      return out.done();
    }
    List<TableEntry.Part> parts = new ArrayList<>(entry.parts());
    // platforms look for them as in a dictionary
    parts.sort(Comparator.comparingLong(TableEntry.Part::name));
    ByteWriter out = ByteWriter.ofSize(COMPLEX_BYTES + PART_BYTES * parts.size());
    out.u2("size", COMPLEX_BYTES).u2("flags", entry.flags()).u4("key", key);
    out.u4("parent", entry.parent()).u4("count", parts.size());
    for (TableEntry.Part part : parts) {
      out.u4("name", part.name());
      part.value().encode(out, index(part.value()));
    }
    return out.done();
  }

  private long index(Value value) {
    if (value.type() != Value.STRING) {
      return 0;
    }
    Integer styled = pooled.get(value);
    return styled != null ? styled : strings.add(value.text());
  }
}
