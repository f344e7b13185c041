package zugabe.core.links;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zugabe.bytes.Content;
import zugabe.core.materials.Library;
import zugabe.core.materials.Materials;
import zugabe.core.materials.OwnFile;
import zugabe.formats.classfile.ClassFacts;
import zugabe.formats.classfile.ClassLinks;
import zugabe.formats.classfile.LinkReader;
import zugabe.formats.classfile.UnreadableClassException;
import zugabe.formats.zip.ArchivedContent;

/** Everything a program can find: its own classes, then its libraries in order, then Java's own. */
final class World {
  private static final String VERSIONS = "META-INF/versions/";
  private static final String SERVICES = "META-INF/services/";
  private static final int MAX_SERVICES = 1 << 20;

  private final int java;
  private final PlatformTable platform;
  private final Map<String, Place> places = new HashMap<>();
  private final Set<String> files = new HashSet<>();
  private final Map<String, Set<String>> services = new LinkedHashMap<>();
  private final Map<String, Optional<Node>> nodes = new HashMap<>();
  private final Shelf shelf;

  /** What was read for one program and may serve the next. */
  static final class Shelf {
    private final Map<Integer, PlatformTable> platforms = new HashMap<>();
    private final IdentityHashMap<Content, Optional<ClassLinks>> classes = new IdentityHashMap<>();

    private PlatformTable platform(int java) throws IOException {
      PlatformTable known = platforms.get(java);
      if (known == null) {
        known = PlatformTable.of(java);
        platforms.put(java, known);
      }
      return known;
    }
  }

  /**
   * Where a class lies.
   *
   * @param source the file, as the user would name it; for own classes the class file
   * @param library empty for own classes
   */
  private record Place(String source, Optional<Library> library, Content content) {}

  /** A class that was read. */
  static final class Node {
    final ClassLinks links;
    final String source;
    final Optional<Library> library;
    private Set<String> supers;

    Node(ClassLinks links, String source, Optional<Library> library) {
      this.links = links;
      this.source = source;
      this.library = library;
    }

    boolean isOwn() {
      return library.isEmpty();
    }
  }

  private World(int java, Shelf shelf) throws IOException {
    this.java = java;
    this.shelf = shelf;
    this.platform = shelf.platform(java);
  }

  static World of(Materials materials, int java, Shelf shelf) throws IOException {
    World world = new World(java, shelf);
    for (OwnFile own : materials.own()) {
      world.own(own);
    }
    for (Library library : materials.libraries()) {
      world.library(library);
    }
    materials
        .natives()
        .values()
        .forEach(all -> all.forEach(n -> world.files.add(lastPart(n.name()))));
    return world;
  }

  private static String lastPart(String path) {
    return path.substring(path.lastIndexOf('/') + 1);
  }

  private void own(OwnFile own) throws IOException {
    String path = own.path();
    files.add(path);
    if (path.endsWith(".class")) {
      places.putIfAbsent(
          path.substring(0, path.length() - 6),
          new Place(own.file().name(), Optional.empty(), own.file()));
    }
    service(path, own.file());
  }

  private void library(Library library) throws IOException {
    Map<String, ArchivedContent> best = new HashMap<>();
    Map<String, Integer> versions = new HashMap<>();
    for (ArchivedContent entry : library.contents()) {
      String path = entry.entry().name();
      int version = 0;
      if (path.startsWith(VERSIONS) && library.isMultiRelease()) {
        int slash = path.indexOf('/', VERSIONS.length());
        String number = slash < 0 ? "" : path.substring(VERSIONS.length(), slash);
        if (!number.matches("[0-9]{1,3}") || Integer.parseInt(number) > java) {
          continue;
        }
        version = Integer.parseInt(number);
        path = path.substring(slash + 1);
      }
      if (version >= versions.getOrDefault(path, -1)) {
        best.put(path, entry);
        versions.put(path, version);
      }
    }
    for (Map.Entry<String, ArchivedContent> e : best.entrySet()) {
      String path = e.getKey();
      files.add(path);
      if (path.endsWith(".class")) {
        places.putIfAbsent(
            path.substring(0, path.length() - 6),
            new Place(library.file().name(), Optional.of(library), e.getValue()));
      }
      service(path, e.getValue());
    }
  }

  private void service(String path, Content content) throws IOException {
    if (!path.startsWith(SERVICES) || content.size() > MAX_SERVICES || path.endsWith("/")) {
      return;
    }
    String name = path.substring(SERVICES.length()).replace('.', '/');
    try (InputStream in = content.open()) {
      new String(in.readAllBytes(), StandardCharsets.UTF_8)
          .lines()
          .map(l -> l.replaceFirst("#.*", "").strip().replace('.', '/'))
          .filter(l -> !l.isEmpty())
          .forEach(l -> services.computeIfAbsent(name, n -> new LinkedHashSet<>()).add(l));
    }
  }

  PlatformTable platform() {
    return platform;
  }

  /** Classes that say that they provide a service. */
  Set<String> providers(String service) {
    return services.getOrDefault(service, Set.of());
  }

  boolean hasFile(String path) {
    return files.contains(path);
  }

  /** Whether some file has this name, whatever folder it lies in. */
  boolean hasFileNamed(Set<String> names) {
    return files.stream().anyMatch(f -> names.contains(lastPart(f)));
  }

  boolean has(String name) {
    return places.containsKey(name);
  }

  /** A class of the materials; empty when there is none, or it can't be read. */
  Optional<Node> node(String name) {
    Optional<Node> known = nodes.get(name);
    if (known == null) {
      Place place = places.get(name);
      known = place == null ? Optional.empty() : read(name, place);
      nodes.put(name, known);
    }
    return known;
  }

  private Optional<Node> read(String name, Place place) {
    return shelf
        .classes
        .computeIfAbsent(place.content(), World::links)
        .filter(l -> l.name().equals(name))
        .map(l -> new Node(l, place.source(), place.library()));
  }

  private static Optional<ClassLinks> links(Content content) {
    if (content.size() > ClassFacts.MAX_BYTES) {
      return Optional.empty();
    }
    try (InputStream in = content.open()) {
      return Optional.of(LinkReader.read(in.readAllBytes()));
    } catch (UnreadableClassException e) {
      // told where classes are looked at one by one
      return Optional.empty();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Names of every class and interface that a class is one of, itself included. */
  Set<String> supers(Node node) {
    if (node.supers == null) {
      Set<String> all = new HashSet<>();
      collect(node.links.name(), all);
      node.supers = all;
    }
    return node.supers;
  }

  private void collect(String name, Set<String> all) {
    if (name.isEmpty() || !all.add(name)) {
      return;
    }
    Optional<Node> node = node(name);
    if (node.isPresent()) {
      collect(node.get().links.superName(), all);
      node.get().links.interfaces().forEach(i -> collect(i, all));
      return;
    }
    platform
        .type(name)
        .ifPresent(
            t -> {
              collect(t.superName(), all);
              t.interfaces().forEach(i -> collect(i, all));
            });
  }

  /** A method of the materials and the class that has it. */
  record Found(Node node, ClassLinks.Method method) {}

  /** The method that a call on exactly this class runs, when it is one of the materials. */
  Optional<Found> resolve(String owner, String selector) {
    for (String at = owner; !at.isEmpty(); ) {
      Optional<Node> node = node(at);
      if (node.isEmpty()) {
        break;
      }
      Optional<ClassLinks.Method> method = node.get().links.method(selector);
      if (method.isPresent()) {
        return Optional.of(new Found(node.get(), method.get()));
      }
      at = node.get().links.superName();
    }
    Optional<Node> node = node(owner);
    if (node.isEmpty()) {
      return Optional.empty();
    }
    for (String name : supers(node.get())) {
      Optional<Node> other = node(name).filter(n -> n.links.isInterface());
      Optional<ClassLinks.Method> method =
          other.flatMap(n -> n.links.method(selector)).filter(m -> !m.isAbstract());
      if (method.isPresent()) {
        return Optional.of(new Found(other.get(), method.get()));
      }
    }
    return Optional.empty();
  }

  /**
   * Whether a member isn't there for sure: every class that could have it is known, and none does.
   */
  boolean lacks(String owner, String member, boolean field) {
    Set<String> all = new HashSet<>();
    collect(owner, all);
    all.add("java/lang/Object");
    for (String name : all) {
      Optional<Node> node = node(name);
      if (node.isPresent()) {
        boolean has =
            field
                ? node.get().links.fields().contains(member)
                : node.get().links.method(member).isPresent();
        if (has) {
          return false;
        }
      } else {
        Optional<PlatformTable.Type> type = platform.type(name);
        // of a class that isn't known, or that Java keeps to itself, nothing can be said
        if (type.isEmpty() || type.get().members().contains(member)) {
          return false;
        }
        if (name.equals("java/lang/invoke/MethodHandle")
            || name.equals("java/lang/invoke/VarHandle")) {
          return false;
        }
      }
    }
    return true;
  }
}
