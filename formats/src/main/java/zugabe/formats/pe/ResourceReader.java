package zugabe.formats.pe;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import zugabe.bytes.Access;
import zugabe.bytes.ByteReader;
import zugabe.bytes.Fields;
import zugabe.bytes.MalformedException;
import zugabe.formats.pe.OptionalHeader.DataDirectory;

/** Reads where an image's resources are ({@link Resources}); those with names have number -1. */
public final class ResourceReader {
  private static final int MOST = 4096;
  private static final int DEPTH = 3;
  private static final int DIRECTORY = 16;
  private static final int ENTRY = 8;
  private static final int DATA_ENTRY = 16;
  private static final long HIGH = 0x80000000L;

  private final Fields in;
  private final ImageHeaders headers;
  private final List<Item> items = new ArrayList<>();
  private long base;

  /**
   * One resource.
   *
   * @param offset in bytes from the file's start
   * @param size in bytes
   */
  public record Item(int type, int number, int language, long offset, long size) {}

  private ResourceReader(Fields in, ImageHeaders headers) {
    this.in = in;
    this.headers = headers;
  }

  /**
   * All of them; none when there are none.
   *
   * @throws MalformedException when it is no image, or a damaged one
   */
  public static List<Item> read(Access access) throws IOException {
    Fields in = new Fields(access, false);
    ResourceReader reader = new ResourceReader(in, ImageHeaders.read(in));
    reader.run();
    return List.copyOf(reader.items);
  }

  private void run() throws IOException {
    List<DataDirectory> directories = headers.optional().dataDirectories();
    if (directories.size() > DataDirectory.RESOURCE_TABLE
        && directories.get(DataDirectory.RESOURCE_TABLE).size() > 0) {
      base = headers.offset(directories.get(DataDirectory.RESOURCE_TABLE).virtualAddress());
      directory(base, new int[DEPTH], 0);
    }
  }

  /** Directories that lead to each other end at the third, where data has to be. */
  private void directory(long at, int[] path, int depth) throws IOException {
    int entries = in.u2(at + 12) + in.u2(at + 14);
    for (int i = 0; i < entries && items.size() < MOST; i++) {
      ByteReader entry = in.structure(at + DIRECTORY + (long) ENTRY * i, ENTRY);
      long id = entry.u4();
      long to = entry.u4();
      path[depth] = id >= HIGH ? -1 : (int) id;
      boolean below = to >= HIGH;
      if (below && depth + 1 < DEPTH) {
        directory(base + to - HIGH, path, depth + 1);
      } else if (!below && depth + 1 == DEPTH) {
        ByteReader data = in.structure(base + to, DATA_ENTRY);
        items.add(new Item(path[0], path[1], path[2], headers.offset(data.u4()), data.u4()));
      } else {
        throw new MalformedException("resources aren't a tree of types, numbers and languages", at);
      }
    }
  }
}
