package zugabe.kinds.war;

import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import zugabe.core.materials.Library;

/** The classes of a library that name a container's interfaces; which they are is kept. */
final class ServletClasses {
  private static final String KIND = "servlet 1";

  /** No name holds it: a library with such a name isn't read. */
  private static final String BETWEEN = "\0";

  private final Library library;
  private final Optional<Set<String>> known;
  private final Set<String> found = new TreeSet<>();

  private ServletClasses(Library library) {
    this.library = library;
    this.known = library.kept().flatMap(k -> k.get(KIND)).flatMap(ServletClasses::decode);
  }

  static ServletClasses of(Library library) {
    return new ServletClasses(library);
  }

  /** Their count and their names; empty when it isn't that. */
  private static Optional<Set<String>> decode(byte[] bytes) {
    List<String> parts = List.of(new String(bytes, StandardCharsets.UTF_8).split(BETWEEN));
    return parts.get(0).equals(String.valueOf(parts.size() - 1))
        ? Optional.of(new HashSet<>(parts.subList(1, parts.size())))
        : Optional.empty();
  }

  /** Whether a class needs a look. */
  boolean may(String entry) {
    return known.map(k -> k.contains(entry)).orElse(true);
  }

  /** One that does name them. */
  void add(String entry) {
    found.add(entry);
  }

  /** For the next time. */
  void keep() {
    if (known.isEmpty() && library.kept().isPresent()) {
      String text = found.size() + BETWEEN + String.join(BETWEEN, found);
      library.kept().get().put(KIND, text.getBytes(StandardCharsets.UTF_8));
    }
  }
}
