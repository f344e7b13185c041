package zugabe.formats.arsc;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Access;
import zugabe.bytes.Fields;
import zugabe.bytes.MalformedException;

/**
 * A table of resources. Only its frame is in memory: entries and strings are read where they lie,
 * when they are asked for. For one thread.
 */
public final class ResourceTable {
  private static final int HEADER_BYTES = 12;
  private static final int TYPE_SHIFT = 16;
  private static final int PACKAGE_SHIFT = 24;

  private final List<TablePackage> packages = new ArrayList<>();

  private ResourceTable(Fields in) throws IOException {
    Chunk table = Chunk.read(in, 0, in.size());
    if (table.type() != Chunk.TABLE) {
      throw new MalformedException("it doesn't start like a table of resources", 0);
    }
    table.header(HEADER_BYTES);
    StringPool strings = null;
    for (long at = table.body(); at < table.end(); ) {
      Chunk chunk = Chunk.read(in, at, table.end());
      if (chunk.type() == Chunk.STRING_POOL && strings == null) {
        strings = StringPool.read(in, chunk);
      } else if (chunk.type() == TablePackage.CHUNK_TYPE) {
        if (strings == null) {
          throw new MalformedException("a package comes before the pool of strings", at);
        }
        packages.add(new TablePackage(in, chunk, strings));
      }
      at = chunk.end();
    }
  }

  /**
   * Opens one.
   *
   * @throws MalformedException when it is damaged
   */
  public static ResourceTable read(Access access) throws IOException {
    return new ResourceTable(new Fields(access, false));
  }

  public List<TablePackage> packages() {
    return List.copyOf(packages);
  }

  /**
   * A resource in one configuration.
   *
   * @param type its name
   */
  public record Found(String type, String name, Qualifiers qualifiers, TableEntry entry) {}

  /** A resource in every configuration that has it. */
  public List<Found> find(long number) throws IOException {
    List<Found> all = new ArrayList<>();
    Optional<TablePackage> in =
        packages.stream().filter(p -> p.id() == number >> PACKAGE_SHIFT).findFirst();
    if (in.isEmpty()) {
      return all;
    }
    int type = (int) (number >> TYPE_SHIFT) & 0xFF;
    int index = (int) number & 0xFFFF;
    for (TypeChunk chunk : in.get().types()) {
      long at = chunk.type() == type ? chunk.find(index) : -1;
      if (at >= 0) {
        all.add(
            new Found(
                in.get().typeName(type),
                in.get().key(chunk.key(at)),
                chunk.qualifiers(),
                chunk.entry(at)));
      }
    }
    return all;
  }
}
