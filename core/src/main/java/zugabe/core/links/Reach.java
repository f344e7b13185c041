package zugabe.core.links;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import zugabe.core.links.Missing.Sure;
import zugabe.core.links.World.Node;
import zugabe.formats.classfile.ClassLinks;
import zugabe.formats.classfile.ClassLinks.Link;

/**
 * Follows calls from a program's start: what is called directly is called; what is called on an
 * object may be any class's that objects were made of so far (rapid type analysis). Each method is
 * reached with a degree of certainty, and again when that rises.
 */
final class Reach {
  private static final Pattern RESOURCE = Pattern.compile("[^.\\s{}\\[\\]][^\\s{}\\[\\]]*");
  private static final Pattern JAVAS = Pattern.compile("(java|javax|sun|jdk|META-INF)/.*");

  private final World world;
  private final Predicate<String> provided;
  private final Map<String, Sure> methods = new HashMap<>();
  private final Map<String, Sure> touched = new HashMap<>();
  private final Map<String, Sure> made = new HashMap<>();
  private final Map<String, Sure> begun = new HashMap<>();
  private final Map<String, List<Node>> bySelector = new HashMap<>();
  private final Map<String, Map<String, Sure>> calls = new HashMap<>();
  private final Deque<Work> work = new ArrayDeque<>();
  private final Map<String, Missing> missing = new TreeMap<>();
  private final Prepared prepared = new Prepared();

  private record Work(Node node, ClassLinks.Method method, Sure sure) {}

  /**
   * @param provided classes that a container has, by their names
   */
  Reach(World world, Predicate<String> provided) {
    this.world = world;
    this.provided = provided;
  }

  /** Follows the main class's start. */
  void main(String name) {
    String plain = name.replace('.', '/');
    world
        .node(plain)
        .ifPresent(
            node -> {
              touch(plain, Sure.CALLED, node);
              begin(plain, Sure.CALLED);
              world
                  .resolve(plain, "main([Ljava/lang/String;)V")
                  .ifPresent(f -> reach(f.node(), f.method(), Sure.CALLED));
            });
    run();
  }

  /** Takes everything in a class for called: somebody else will. */
  void whole(String name, Sure sure) {
    world
        .node(name)
        .ifPresent(
            node -> {
              touch(name, sure, node);
              make(name, sure);
              node.links.methods().forEach(m -> reach(node, m, sure));
            });
    run();
  }

  Collection<Missing> missing() {
    return missing.values().stream().map(prepared::judged).toList();
  }

  private static Sure least(Sure a, Sure b) {
    return a.compareTo(b) < 0 ? a : b;
  }

  /** Whether this is news; it is remembered then. */
  private static boolean rises(Map<String, Sure> known, String key, Sure sure) {
    Sure before = known.get(key);
    if (before != null && before.compareTo(sure) >= 0) {
      return false;
    }
    known.put(key, sure);
    return true;
  }

  private void reach(Node node, ClassLinks.Method method, Sure sure) {
    if (rises(methods, node.links.name() + ' ' + method.selector(), sure)) {
      work.add(new Work(node, method, sure));
    }
  }

  private void run() {
    while (!work.isEmpty()) {
      Work next = work.remove();
      for (Link link : next.method().links()) {
        follow(next.node(), link, link.guarded() ? Sure.OPTIONAL : next.sure());
      }
    }
  }

  private void follow(Node from, Link link, Sure sure) {
    String owner = link.owner();
    switch (link.kind()) {
      case CLASS -> touch(owner, sure, from);
      case NEW -> {
        if (touch(owner, sure, from)) {
          make(owner, sure);
        }
      }
      case DIRECT -> direct(from, link, sure);
      case VIRTUAL -> virtual(from, link, sure);
      case STATIC_FIELD, FIELD -> {
        if (touch(owner, sure, from)) {
          member(from, link, true, sure);
          begin(owner, sure);
        }
      }
      case NAMED -> {
        if (!from.isOwn()) {
          prepared.note(owner, world);
        }
      }
      case BY_NAME -> byName(from, owner, sure);
      case RESOURCE -> resource(from, owner, sure);
      case NATIVE -> nativeLibrary(from, owner, sure);
      case SERVICE -> service(from, owner, sure);
    }
  }

  /**
   * Libraries look for settings that users may have; what would lie in their own package is theirs.
   */
  private void resource(Node from, String path, Sure sure) {
    boolean real = RESOURCE.matcher(path).matches() && !JAVAS.matcher(path).matches();
    if (real && !world.hasFile(path)) {
      boolean theirs = from.isOwn() || isBeside(path, from.links.name());
      miss(Missing.Kind.RESOURCE, path, theirs ? least(sure, Sure.MAYBE) : Sure.OPTIONAL, from);
    }
  }

  private static boolean isBeside(String path, String className) {
    int slash = path.lastIndexOf('/');
    return slash > 0
        && slash == className.lastIndexOf('/')
        && className.startsWith(path.substring(0, slash));
  }

  private void direct(Node from, Link link, Sure sure) {
    if (!touch(link.owner(), sure, from)) {
      return;
    }
    begin(link.owner(), sure);
    Optional<World.Found> found = world.resolve(link.owner(), link.member());
    if (found.isPresent()) {
      reach(found.get().node(), found.get().method(), sure);
    } else {
      member(from, link, false, sure);
    }
  }

  private void virtual(Node from, Link link, Sure sure) {
    if (!touch(link.owner(), sure, from)) {
      return;
    }
    member(from, link, false, sure);
    if (!rises(calls.computeIfAbsent(link.member(), s -> new HashMap<>()), link.owner(), sure)) {
      return;
    }
    for (Node node : List.copyOf(bySelector.getOrDefault(link.member(), List.of()))) {
      if (world.supers(node).contains(link.owner())) {
        dispatch(node, link.owner(), link.member(), sure);
      }
    }
  }

  /** An object's own way of doing something; of a library's class it isn't sure. */
  private void dispatch(Node node, String owner, String selector, Sure sure) {
    Sure both = least(sure, made.getOrDefault(node.links.name(), Sure.MAYBE));
    world
        .resolve(node.links.name(), selector)
        .ifPresent(
            f -> {
              boolean exact = node.links.name().equals(owner) || f.node().isOwn();
              reach(f.node(), f.method(), exact ? both : least(both, Sure.MAYBE));
            });
  }

  private void member(Node from, Link link, boolean field, Sure sure) {
    boolean known = world.has(link.owner()) || world.platform().has(link.owner());
    if (known && world.lacks(link.owner(), link.member(), field)) {
      String name = link.owner().replace('/', '.') + "." + link.member().replaceFirst(" .*", "");
      miss(Missing.Kind.MEMBER, name, sure, from);
    }
  }

  /** Whether a class is there; what it is made of is looked for, too. */
  private boolean touch(String name, Sure sure, Node from) {
    Optional<Node> node = world.node(name);
    if (node.isEmpty()) {
      return world.has(name) || isElsewhere(name, sure, from);
    }
    if (rises(touched, name, sure)) {
      Node here = node.get();
      if (!here.links.superName().isEmpty()) {
        touch(here.links.superName(), sure, here);
      }
      here.links.interfaces().forEach(i -> touch(i, sure, here));
    }
    return true;
  }

  private boolean isElsewhere(String name, Sure sure, Node from) {
    if (world.platform().has(name) || provided.test(name)) {
      return true;
    }
    if (world.platform().isConcealed(name)) {
      miss(Missing.Kind.CONCEALED, name.replace('/', '.'), sure, from);
      return false;
    }
    miss(Missing.Kind.CLASS, name.replace('/', '.'), sure, from);
    return false;
  }

  private void miss(Missing.Kind kind, String name, Sure sure, Node from) {
    Sure real = Optionals.isOptional(from, kind, name) ? Sure.OPTIONAL : sure;
    Missing fresh = new Missing(kind, name, real, Set.of(), Set.of(), false);
    String needer = from.links.name().replace('/', '.');
    missing.merge(
        kind + " " + name,
        fresh.with(real, needer, from.source, from.isOwn()),
        (a, b) -> a.with(real, needer, from.source, from.isOwn()));
  }

  /** A class is initialised, and those above it. */
  private void begin(String name, Sure sure) {
    if (!rises(begun, name, sure)) {
      return;
    }
    world
        .node(name)
        .ifPresent(
            node -> {
              node.links.method("<clinit>()V").ifPresent(m -> reach(node, m, sure));
              begin(node.links.superName(), sure);
            });
  }

  /** An object of a class is made: what others may call on it, they may call from now on. */
  private void make(String name, Sure sure) {
    Optional<Node> node = world.node(name);
    if (node.isEmpty() || !rises(made, name, sure)) {
      return;
    }
    begin(name, sure);
    Set<String> seen = new HashSet<>();
    Set<String> supers = world.supers(node.get());
    List<PlatformTable.Type> platform = new ArrayList<>();
    supers.forEach(
        s -> world.platform().type(s).filter(t -> !world.has(s)).ifPresent(platform::add));
    for (String s : supers) {
      world.node(s).ifPresent(above -> visible(node.get(), above, platform, seen, sure));
    }
  }

  private void visible(
      Node node, Node above, List<PlatformTable.Type> platform, Set<String> seen, Sure sure) {
    for (ClassLinks.Method m : above.links.methods()) {
      if (m.isStatic() || m.selector().startsWith("<") || !seen.add(m.selector())) {
        continue;
      }
      bySelector.computeIfAbsent(m.selector(), s -> new ArrayList<>()).add(node);
      calls
          .getOrDefault(m.selector(), Map.of())
          .forEach(
              (owner, called) -> {
                if (world.supers(node).contains(owner)) {
                  dispatch(node, owner, m.selector(), least(called, sure));
                }
              });
      // Java's own classes call what they declare
      if (platform.stream().anyMatch(t -> t.members().contains(m.selector()))) {
        dispatch(node, "", m.selector(), sure);
      }
    }
  }

  private void byName(Node from, String name, Sure sure) {
    if (!name.matches("[\\p{L}_$][\\p{L}\\p{N}_$]*(/[\\p{L}_$][\\p{L}\\p{N}_$]*)+")) {
      return;
    }
    Sure named = least(sure, Sure.MAYBE);
    if (touch(name, named, from)) {
      make(name, named);
      world
          .node(name)
          .flatMap(n -> n.links.method("<init>()V").map(m -> new World.Found(n, m)))
          .ifPresent(f -> reach(f.node(), f.method(), named));
    }
  }

  private void service(Node from, String service, Sure sure) {
    Set<String> providers = world.providers(service);
    if (providers.isEmpty() && world.has(service)) {
      miss(Missing.Kind.NO_PROVIDER, service.replace('/', '.'), Sure.MAYBE, from);
    }
    for (String provider : providers) {
      if (!world.has(provider) && !world.platform().has(provider)) {
        miss(Missing.Kind.PROVIDER, provider.replace('/', '.'), sure, from);
        continue;
      }
      make(provider, least(sure, Sure.MAYBE));
      world
          .node(provider)
          .flatMap(n -> n.links.method("<init>()V").map(m -> new World.Found(n, m)))
          .ifPresent(f -> reach(f.node(), f.method(), least(sure, Sure.MAYBE)));
    }
  }

  private void nativeLibrary(Node from, String name, Sure sure) {
    Set<String> names =
        Set.of(
            "lib" + name + ".so", name + ".dll", "lib" + name + ".dylib", "lib" + name + ".jnilib");
    if (!world.hasFileNamed(names)) {
      miss(Missing.Kind.NATIVE, name, least(sure, Sure.MAYBE), from);
    }
  }
}
