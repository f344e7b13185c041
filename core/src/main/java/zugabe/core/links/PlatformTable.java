package zugabe.core.links;

import java.io.ByteArrayInputStream;
import java.io.DataInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.zip.GZIPInputStream;

/**
 * What Java's modules export in versions 8, 11, 17, 21 and 25; of versions between, what the one
 * before them does. Made from the JDKs' own data by {@code core/src/main/platform/make}, since a
 * runtime knows versions up to its own only.
 *
 * <pre>
 * u4 number of types; of each:
 *   UTF name, u1 versions as bits, u2 access flags, u4 bytes that follow:
 *   UTF superclass, u1 number of interfaces, UTF each, u2 number of members, of each:
 *     u1 versions, UTF selector of a method or "name descriptor" of a field
 * u4 number of packages that aren't exported; of each: UTF name, u1 versions (17 and 25)
 * </pre>
 */
public final class PlatformTable {
  private static final int[] VERSIONS = {8, 11, 17, 21, 25};
  private static final String RESOURCE = "/zugabe/platform/java.table.gz";

  private final byte[] bytes;
  private final int bit;
  private final Map<String, Integer> types = new HashMap<>();
  private final Set<String> here = new HashSet<>();
  private final Set<String> concealed = new HashSet<>();
  private final Map<String, Type> read = new HashMap<>();

  /** A class or interface, as one version has it. */
  public record Type(String superName, List<String> interfaces, Set<String> members) {}

  private PlatformTable(byte[] bytes, int bit) {
    this.bytes = bytes;
    this.bit = bit;
  }

  /** The table for a version of Java. */
  public static PlatformTable of(int java) throws IOException {
    int index = 0;
    while (index + 1 < VERSIONS.length && VERSIONS[index + 1] <= java) {
      index++;
    }
    try (InputStream in =
        new GZIPInputStream(PlatformTable.class.getResourceAsStream(RESOURCE), 1 << 16)) {
      PlatformTable table = new PlatformTable(in.readAllBytes(), 1 << index);
      table.index();
      return table;
    }
  }

  private void index() throws IOException {
    try (Counted in = new Counted(bytes, 0)) {
      int count = in.readInt();
      for (int i = 0; i < count; i++) {
        String name = in.readUTF();
        int versions = in.readByte();
        in.readUnsignedShort();
        int length = in.readInt();
        types.put(name, in.at());
        if ((versions & bit) != 0) {
          here.add(name);
        }
        in.skipBytes(length);
      }
      for (int left = in.readInt(); left > 0; left--) {
        concealed.add(in.readUTF());
        in.readByte();
      }
    }
  }

  /** Whether there is an exported class of this name. */
  public boolean has(String name) {
    return here.contains(name);
  }

  /** Whether another version exports a class of this name, and this one doesn't. */
  public boolean isOthers(String name) {
    return types.containsKey(name) && !here.contains(name);
  }

  /** Whether a class is one of Java's own that its modules keep to themselves. */
  public boolean isConcealed(String name) {
    int slash = name.lastIndexOf('/');
    return slash > 0 && concealed.contains(name.substring(0, slash));
  }

  /**
   * An exported class of any version: newer interfaces stand between older ones, so that the way to
   * these leads through those. One that this version doesn't have has no members.
   */
  public Optional<Type> type(String name) {
    Integer at = types.get(name);
    return at == null ? Optional.empty() : Optional.of(read.computeIfAbsent(name, n -> read(at)));
  }

  private Type read(int at) {
    try (Counted in = new Counted(bytes, at)) {
      String superName = in.readUTF();
      List<String> interfaces = new ArrayList<>();
      for (int left = in.readUnsignedByte(); left > 0; left--) {
        interfaces.add(in.readUTF());
      }
      Set<String> members = new HashSet<>();
      for (int left = in.readUnsignedShort(); left > 0; left--) {
        boolean has = (in.readByte() & bit) != 0;
        String member = in.readUTF();
        if (has) {
          members.add(member);
        }
      }
      return new Type(superName, interfaces, members);
    } catch (IOException e) {
      throw new IllegalStateException("the table of Java's modules is damaged", e);
    }
  }

  /** Knows where it is. */
  private static final class Counted extends DataInputStream {
    private final byte[] bytes;

    Counted(byte[] bytes, int at) {
      super(new ByteArrayInputStream(bytes, at, bytes.length - at));
      this.bytes = bytes;
    }

    int at() throws IOException {
      return bytes.length - in.available();
    }
  }
}
