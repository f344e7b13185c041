package zugabe.formats.arsc;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import zugabe.bytes.Fields;
import zugabe.bytes.MalformedException;

/**
 * A package of a table ({@code ResTable_package}).
 *
 * <pre>
 *   8 u4 id      268 u4 typeStrings       276 u4 keyStrings
 *  12 name       272 u4 lastPublicType    280 u4 lastPublicKey
 * </pre>
 */
public final class TablePackage {
  static final int CHUNK_TYPE = 0x0200;
  private static final int HEADER_BYTES = 284;
  private static final int NAME_CHARS = 128;
  private static final int PACKAGE_SHIFT = 24;
  private static final int TYPE_SHIFT = 16;

  private final long id;
  private final String name;
  private final StringPool types;
  private final StringPool keys;
  private final List<TypeChunk> chunks = new ArrayList<>();

  TablePackage(Fields in, Chunk chunk, StringPool strings) throws IOException {
    chunk.header(HEADER_BYTES);
    id = in.u4(chunk.at() + 8);
    name = name(in, chunk.at() + 12);
    types = pool(in, chunk, 268);
    keys = pool(in, chunk, 276);
    for (long at = chunk.body(); at < chunk.end(); ) {
      Chunk inner = Chunk.read(in, at, chunk.end());
      if (inner.type() == TypeChunk.CHUNK_TYPE) {
        TypeChunk type = new TypeChunk(in, inner, strings);
        if (type.type() > types.count()) {
          throw new MalformedException("type " + type.type() + " has no name", inner.at());
        }
        chunks.add(type);
      }
      at = inner.end();
    }
  }

  private static String name(Fields in, long at) throws IOException {
    StringBuilder out = new StringBuilder();
    for (int i = 0; i < NAME_CHARS && in.u2(at + 2L * i) != 0; i++) {
      out.append((char) in.u2(at + 2L * i));
    }
    return out.toString();
  }

  private static StringPool pool(Fields in, Chunk chunk, int field) throws IOException {
    Chunk pool = Chunk.read(in, chunk.at() + in.u4(chunk.at() + field), chunk.end());
    if (pool.type() != Chunk.STRING_POOL) {
      throw new MalformedException("a package's names aren't a pool of strings", pool.at());
    }
    return StringPool.read(in, pool);
  }

  /** Its number: 0x7f for an application's, 0x01 for the platform's. */
  public long id() {
    return id;
  }

  public String name() {
    return name;
  }

  /** Its types, each as often as it has configurations. */
  public List<TypeChunk> types() {
    return List.copyOf(chunks);
  }

  /** A type's name, such as {@code string}. */
  public String typeName(int type) throws IOException {
    return types.text(type - 1L);
  }

  /** An entry's name. */
  public String key(long index) throws IOException {
    return keys.text(index);
  }

  /** The number of a resource. */
  public long number(int type, int index) {
    return id << PACKAGE_SHIFT | (long) type << TYPE_SHIFT | index;
  }
}
