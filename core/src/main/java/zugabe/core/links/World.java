package zugabe.core.links;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zugabe.bytes.Content;
import zugabe.bytes.Regex;
import zugabe.core.materials.Library;
import zugabe.core.materials.Materials;
import zugabe.core.materials.OwnFile;
import zugabe.formats.classfile.ModuleFacts;
import zugabe.formats.zip.ArchivedContent;

/**
 * Everything a program can find: its own classes, then its libraries in order, then Java's own and
 * those of the server that it runs on.
 */
final class World {
  private static final String VERSIONS = "META-INF/versions/";
  static final String SERVICES = "META-INF/services/";
  private static final String CLASS = ".class";
  private static final int MAX_SERVICES = 1 << 20;
  private static final Set<String> ANY_ARGUMENTS =
      Set.of("java/lang/invoke/MethodHandle", "java/lang/invoke/VarHandle");

  private static final ClassNode UNREADABLE = new ClassNode();

  private final int java;
  private final ClassShelf shelf;
  private final Names names;
  private final Others others;
  private final int object;
  private final Numbered<Place> places = new Numbered<>();
  private final Numbered<ClassNode> nodes = new Numbered<>();
  private final Pairs lacking = new Pairs();
  private final Set<String> files = new HashSet<>();
  private final Set<String> fileNames = new HashSet<>();
  private final Map<String, Set<String>> services = new LinkedHashMap<>();
  private final Drivers drivers;

  /** Modules that provide services, by those, where modules don't count. */
  private final Map<String, String> unheard = new LinkedHashMap<>();

  private final boolean modules;

  /**
   * Where a class lies.
   *
   * @param source the file, as the user would name it; for own classes the class file
   * @param library empty for own classes
   * @param entry inside the library; empty for own classes
   */
  record Place(String source, Optional<Library> library, String entry, Content content) {
    /** Whether only newer versions of Java see it (JAR File Specification, multi-release). */
    boolean isForNewer() {
      return entry.startsWith(VERSIONS);
    }
  }

  private World(Links.Subject subject, ClassShelf shelf) throws IOException {
    this.drivers = new Drivers(subject.materials().libraries());
    this.java = subject.java();
    this.modules = subject.modules();
    this.shelf = shelf;
    this.names = shelf.names();
    this.others = new Others(java, subject.inContainer(), shelf);
    this.object = names.of("java/lang/Object");
  }

  static World of(Links.Subject subject, ClassShelf shelf) throws IOException {
    Materials materials = subject.materials();
    World world = new World(subject, shelf);
    for (OwnFile own : materials.own()) {
      world.own(own);
    }
    for (Library library : materials.libraries()) {
      world.library(library);
    }
    materials.natives().values().forEach(all -> all.forEach(n -> world.file(n.name())));
    return world;
  }

  private void file(String path) {
    if (!path.endsWith(CLASS)) {
      files.add(path);
      fileNames.add(path.substring(path.lastIndexOf('/') + 1));
    }
  }

  private void place(String path, Place place) {
    int name = names.of(path.substring(0, path.length() - CLASS.length()));
    if (places.get(name) == null) {
      places.put(name, place);
    }
  }

  private void own(OwnFile own) throws IOException {
    String path = own.path();
    file(path);
    if (path.endsWith(CLASS)) {
      place(path, new Place(own.file().name(), Optional.empty(), "", own.file()));
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
        if (!Regex.matches(number, "[0-9]{1,3}") || Integer.parseInt(number) > java) {
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
    Optional<Library> it = Optional.of(library);
    for (Map.Entry<String, ArchivedContent> e : best.entrySet()) {
      String path = e.getKey();
      file(path);
      // a copy of the server's interfaces is left to the server
      if (path.endsWith(CLASS)
          && !others.isServers(path.substring(0, path.length() - CLASS.length()))) {
        place(
            path, new Place(library.file().name(), it, e.getValue().entry().name(), e.getValue()));
      }
      service(path, e.getValue());
    }
  }

  /** Services that a module provides count on the module path only. */
  private void module(Content content) throws IOException {
    ModuleFacts.of(content)
        .ifPresent(
            module ->
                module
                    .provides()
                    .forEach(
                        (service, providers) -> {
                          unheard.putIfAbsent(service, module.name());
                          if (modules) {
                            services
                                .computeIfAbsent(service, n -> new LinkedHashSet<>())
                                .addAll(providers);
                          }
                        }));
  }

  /** The module that would provide a service on the module path; empty when there is none. */
  String moduleProviding(String service) {
    return modules ? "" : unheard.getOrDefault(service, "");
  }

  private void service(String path, Content content) throws IOException {
    if (path.equals("module-info.class")) {
      module(content);
    }
    if (!path.startsWith(SERVICES) || content.size() > MAX_SERVICES || path.endsWith("/")) {
      return;
    }
    String name = path.substring(SERVICES.length()).replace('.', '/');
    try (InputStream in = content.open()) {
      new String(in.readAllBytes(), StandardCharsets.UTF_8)
          .lines()
          .map(l -> Regex.replaceFirst(l, "#.*", "").strip().replace('.', '/'))
          .filter(l -> !l.isEmpty())
          .forEach(l -> services.computeIfAbsent(name, n -> new LinkedHashSet<>()).add(l));
    }
  }

  Names names() {
    return names;
  }

  /** Classes that say that they provide a service. */
  Set<String> providers(String service) {
    return services.getOrDefault(service, Set.of());
  }

  /** Whether some driver may answer to addresses of databases that start so. */
  boolean hasDriver(String start) {
    try {
      // an own driver's classes have the text anyway
      return has(Drivers.SERVICE) || drivers.answer(start);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Whether own classes provide a service. */
  private boolean has(String service) {
    return providers(service).stream()
        .map(p -> places.get(names.of(p)))
        .anyMatch(p -> p != null && p.library().isEmpty());
  }

  boolean hasFile(String path) {
    return path.endsWith(CLASS)
        ? has(names.of(path.substring(0, path.length() - CLASS.length())))
        : files.contains(path);
  }

  /** Whether some file has one of these names, whatever folder it lies in. */
  boolean hasFileNamed(Set<String> wanted) {
    return wanted.stream().anyMatch(fileNames::contains);
  }

  /** Whether the materials have a class. */
  boolean has(int name) {
    return places.get(name) != null;
  }

  /** What somebody else brings. */
  Others others() {
    return others;
  }

  /**
   * What a server has.
   *
   * @param owner the class; of a member the one that declares it
   * @param generations that have it, as bits
   */
  record Offered(int owner, int generations) {}

  /** What a member of a class means, when servers have it. */
  Optional<Offered> offered(int owner, int member) {
    if (!others.hasServers()) {
      return Optional.empty();
    }
    Set<Integer> all = new LinkedHashSet<>();
    collect(owner, all);
    all.add(object);
    int some = others.generations(owner);
    int declaring = -1;
    int has = 0;
    for (int name : all) {
      ClassNode node = node(name);
      Others.Outer outer = node == null ? others.outer(name) : null;
      int versions = outer == null ? 0 : outer.versions(member);
      if ((node != null && node.parsed.method(member) >= 0)
          || (versions != 0 && !others.isServers(name))) {
        return Optional.empty();
      }
      declaring = declaring < 0 && versions != 0 ? name : declaring;
      has |= versions;
    }
    return has == 0
        ? Optional.empty()
        : Optional.of(new Offered(declaring, some == 0 ? has : some & has));
  }

  /** Begins to read those of these classes that weren't yet. */
  ClassShelf.Fetching fetch(Collection<Integer> wanted) {
    List<Content> contents = new ArrayList<>();
    for (int name : wanted) {
      if (!isKnown(name)) {
        contents.add(places.get(name).content());
      }
    }
    return shelf.fetch(contents);
  }

  boolean isKnown(int name) {
    return nodes.get(name) != null || places.get(name) == null;
  }

  /** Makes sure that a class has its links at hand. */
  void refresh(ClassNode node) throws IOException {
    shelf.refresh(node.parsed, node.place.content());
  }

  /** A class of the materials; null when there is none, or it can't be read. */
  ClassNode node(int name) {
    ClassNode known = nodes.get(name);
    if (known == null) {
      Place place = places.get(name);
      if (place == null) {
        return null;
      }
      known = read(name, place);
      nodes.put(name, known);
    }
    return known == UNREADABLE ? null : known;
  }

  private ClassNode read(int name, Place place) {
    try {
      return shelf
          .get(place.content())
          .filter(p -> p.name == name)
          .map(parsed -> new ClassNode(parsed, place))
          .orElse(UNREADABLE);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Every class and interface that a class is one of, itself first. */
  int[] supers(ClassNode node) {
    if (node.supers == null) {
      Set<Integer> all = new LinkedHashSet<>();
      collect(node.parsed.name, all);
      node.supers = all.stream().mapToInt(Integer::intValue).toArray();
    }
    return node.supers;
  }

  private void collect(int name, Set<Integer> all) {
    if (name < 0 || !all.add(name)) {
      return;
    }
    ClassNode node = node(name);
    Others.Outer outer = node == null ? others.outer(name) : null;
    if (node != null) {
      collect(node.parsed.superName, all);
      for (int i : node.parsed.interfaces) {
        collect(i, all);
      }
    } else if (outer != null) {
      collect(outer.superName, all);
      for (int i : outer.interfaces) {
        collect(i, all);
      }
    }
  }

  /**
   * Whether one of Java's own classes above a class declares a method, so that Java may call it.
   */
  boolean isJavasToCall(ClassNode node, int selector) {
    for (int name : supers(node)) {
      if (places.get(name) == null) {
        Others.Outer outer = others.outer(name);
        if (outer != null && outer.has(selector)) {
          return true;
        }
      }
    }
    return false;
  }

  /**
   * The class of the materials whose method a call on exactly this class runs; null when there is
   * none.
   */
  ClassNode holder(int owner, int selector) {
    int at = owner;
    while (at >= 0 && node(at) != null) {
      if (node(at).parsed.method(selector) >= 0) {
        return node(at);
      }
      at = node(at).parsed.superName;
    }
    if (node(owner) == null) {
      return null;
    }
    for (int name : supers(node(owner))) {
      ClassNode other = node(name);
      if (other != null && other.parsed.isInterface) {
        int method = other.parsed.method(selector);
        if (method >= 0 && !other.parsed.isAbstract(method)) {
          return other;
        }
      }
    }
    return null;
  }

  /**
   * Whether a member isn't there for sure: every class that could have it is known, and none does.
   */
  boolean lacks(int owner, int member, boolean field) {
    ClassNode node = node(owner);
    if (node != null && hasItself(node, member, field)) {
      return false;
    }
    int known = lacking.get(owner, member);
    if (known == 0) {
      known = isLacking(owner, member, field) ? 2 : 1;
      lacking.put(owner, member, known);
    }
    return known == 2;
  }

  private static boolean hasItself(ClassNode node, int member, boolean field) {
    return field ? node.parsed.hasField(member) : node.parsed.method(member) >= 0;
  }

  private boolean isLacking(int owner, int member, boolean field) {
    Set<Integer> all = new LinkedHashSet<>();
    collect(owner, all);
    all.add(object);
    for (int name : all) {
      ClassNode node = node(name);
      if (node != null) {
        if (hasItself(node, member, field)) {
          return false;
        }
      } else {
        // of a class that isn't known, or that Java keeps to itself, nothing can be said
        Others.Outer outer = others.outer(name);
        if (outer == null || outer.has(member) || ANY_ARGUMENTS.contains(names.text(name))) {
          return false;
        }
      }
    }
    return true;
  }
}
