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
 * What somebody else brings: what Java's modules export in versions 8, 11, 17, 21 and 25 (of
 * versions between, what the one before them does), or what {@link Servers} have. Made from the
 * JDKs' own data, and from the jars of the interfaces, by {@code core/src/main/platform/make},
 * since a runtime knows versions up to its own only.
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
  private static final String JAVA = "/zugabe/platform/java.table.gz";
  private static final String SERVERS = "/zugabe/platform/servers.table.gz";

  private final byte[] bytes;
  private final int bits;
  private final Map<String, Integer> types = new HashMap<>();
  private final Map<String, Integer> here = new HashMap<>();
  private final Set<String> concealed = new HashSet<>();
  private final Map<String, Type> read = new HashMap<>();

  /**
   * A class or interface.
   *
   * @param members with the versions that have them, as bits
   */
  public record Type(String superName, List<String> interfaces, Map<String, Integer> members) {}

  private PlatformTable(byte[] bytes, int bits) {
    this.bytes = bytes;
    this.bits = bits;
  }

  /** The table for a version of Java. */
  public static PlatformTable of(int java) throws IOException {
    int index = 0;
    while (index + 1 < VERSIONS.length && VERSIONS[index + 1] <= java) {
      index++;
    }
    return read(JAVA, 1 << index);
  }

  /** The table of what servlet containers have, in any version. */
  static PlatformTable ofServers() throws IOException {
    return read(SERVERS, Servers.ALL);
  }

  private static PlatformTable read(String resource, int bits) throws IOException {
    try (InputStream in =
        new GZIPInputStream(PlatformTable.class.getResourceAsStream(resource), 1 << 16)) {
      PlatformTable table = new PlatformTable(in.readAllBytes(), bits);
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
        if ((versions & bits) != 0) {
          here.put(name, versions & bits);
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
    return here.containsKey(name);
  }

  /** The versions, as bits, that export a class of this name. */
  int versions(String name) {
    return here.getOrDefault(name, 0);
  }

  /** Whether another version exports a class of this name, and this one doesn't. */
  public boolean isOthers(String name) {
    return types.containsKey(name) && !here.containsKey(name);
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
      Map<String, Integer> members = new HashMap<>();
      for (int left = in.readUnsignedShort(); left > 0; left--) {
        int versions = in.readByte() & bits;
        String member = in.readUTF();
        if (versions != 0) {
          members.put(member, versions);
        }
      }
      return new Type(superName, interfaces, members);
    } catch (IOException e) {
      throw new IllegalStateException("a table of this program's is damaged", e);
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
