package zugabe.core.links;

import java.io.IOException;
import java.util.Arrays;
import java.util.Optional;

/** What others bring to a program: Java, and the server that it runs on. */
final class Others {
  private final Names names;
  private final PlatformTable platform;
  private final Optional<PlatformTable> servers;
  private final Numbered<Optional<Outer>> outers = new Numbered<>();

  /** A class of theirs. */
  static final class Outer {
    private static final int VERSIONS = 8;

    final int superName;
    final int[] interfaces;

    /** Hashes of names, and behind each the versions that have it; sorted. */
    private final long[] members;

    Outer(PlatformTable.Type type, Names names) {
      this.superName = type.superName().isEmpty() ? -1 : names.of(type.superName());
      this.interfaces = type.interfaces().stream().mapToInt(names::of).toArray();
      this.members =
          type.members().entrySet().stream()
              .mapToLong(m -> (long) m.getKey().hashCode() << VERSIONS | m.getValue())
              .sorted()
              .toArray();
    }

    boolean has(int member) {
      return versions(member) != 0;
    }

    /** As bits; 0 when it isn't there. */
    int versions(int member) {
      int at = -1 - Arrays.binarySearch(members, (long) member << VERSIONS);
      return at < members.length && members[at] >> VERSIONS == member
          ? (int) members[at] & (1 << VERSIONS) - 1
          : 0;
    }
  }

  /**
   * @param java version
   * @param onServer whether a servlet container starts the program
   */
  Others(int java, boolean onServer, ClassShelf shelf) throws IOException {
    this.names = shelf.names();
    this.platform = shelf.platform(java);
    this.servers = onServer ? Optional.of(shelf.servers()) : Optional.empty();
  }

  /** Whether Java has a class, and shows it. */
  boolean isJavas(int name) {
    return platform.has(names.text(name));
  }

  /** Whether another version of Java has it. */
  boolean isOthers(int name) {
    return platform.isOthers(names.text(name));
  }

  boolean isConcealed(int name) {
    return platform.isConcealed(names.text(name));
  }

  boolean hasServers() {
    return servers.isPresent();
  }

  /** Whether the server has a class, in one generation at least. */
  boolean isServers(int name) {
    return servers.isPresent() && isServers(names.text(name));
  }

  boolean isServers(String name) {
    return servers.isPresent() && servers.get().has(name);
  }

  /** Whether somebody has it. */
  boolean have(int name) {
    return isJavas(name) || isServers(name);
  }

  /** Generations of servers that have a class, as bits. */
  int generations(int name) {
    return servers.map(s -> s.versions(names.text(name))).orElse(0);
  }

  /** A class of theirs, or null. */
  Outer outer(int name) {
    Optional<Outer> known = outers.get(name);
    if (known == null) {
      String text = names.text(name);
      known =
          platform
              .type(text)
              .or(() -> servers.flatMap(s -> s.type(text)))
              .map(t -> new Outer(t, names));
      outers.put(name, known);
    }
    return known.orElse(null);
  }
}
