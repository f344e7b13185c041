package zugabe.core.phone;

import java.util.Collection;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.stream.Collectors;
import zugabe.core.android.Part;
import zugabe.core.android.PlatformClasses;
import zugabe.formats.dex.DexLinks;

/** The classes of an application's byte code, and what the platform can make of them. */
final class AppClasses {
  /** How it looks where a constructor takes nothing. */
  static final String PLAIN = "<init>()V";

  private static final int PUBLIC = 0x1;
  private static final int ABSTRACT = 0x400;

  private final Map<String, DexLinks.Shape> shapes = new HashMap<>();

  AppClasses(Collection<DexLinks> code) {
    code.forEach(file -> file.classes().forEach(c -> shapes.putIfAbsent(c.name(), c)));
  }

  /** Whether the byte code or the platform has a class. */
  boolean isThere(String name) {
    return CodeLinks.isPlatform(descriptor(name)) || shapes.containsKey(descriptor(name));
  }

  /**
   * Why the platform can't make an object of a class that is there; empty when it can, or when a
   * class above it isn't there, so that nobody knows.
   *
   * @param constructor that it needs, with its types
   */
  Optional<String> fault(String name, Part part, String constructor) {
    Optional<String> origin = origin(name);
    if (origin.isEmpty()) {
      return Optional.empty();
    }
    if (PlatformClasses.known().part(origin.get()).filter(part::equals).isEmpty()) {
      return Optional.of(
          origin.get().equals(name)
              ? "isn't " + part.root()
              : "comes from " + origin.get() + ", not from " + part.root());
    }
    DexLinks.Shape shape = shapes.get(descriptor(name));
    return shape == null || CodeLinks.isPlatform(descriptor(name))
        ? Optional.empty()
        : fault(shape, part != Part.VIEW, constructor);
  }

  /** Why nobody can make an object of a class of the application's own. */
  Optional<String> unmade(String name, String constructor) {
    return Optional.ofNullable(shapes.get(descriptor(name)))
        .flatMap(shape -> fault(shape, true, constructor));
  }

  private static Optional<String> fault(DexLinks.Shape shape, boolean open, String constructor) {
    if ((shape.access() & ABSTRACT) != 0) {
      return Optional.of("is abstract");
    }
    if (open && (shape.access() & PUBLIC) == 0) {
      return Optional.of("isn't public");
    }
    return shape.members().contains(constructor)
        ? Optional.empty()
        : Optional.of(
            constructor.equals(PLAIN)
                ? "has no constructor without arguments"
                : "has no constructor that takes Context and AttributeSet");
  }

  /**
   * What the platform could start of the application's own: classes that aren't there only for
   * others to extend. Libraries for all kinds of applications bring what many never start.
   */
  Map<Part, SortedSet<String>> startable() {
    Set<String> extended =
        shapes.values().stream().map(DexLinks.Shape::above).collect(Collectors.toSet());
    Map<Part, SortedSet<String>> all = new EnumMap<>(Part.class);
    for (DexLinks.Shape shape : shapes.values()) {
      String type = shape.name();
      boolean own = !CodeLinks.isPlatform(type) && !NamedFiles.isLibrary(type);
      if (own && !extended.contains(type) && fault(shape, true, PLAIN).isEmpty()) {
        String name = CodeLinks.plain(type);
        origin(name)
            .flatMap(PlatformClasses.known()::part)
            .ifPresent(part -> all.computeIfAbsent(part, k -> new TreeSet<>()).add(name));
      }
    }
    return all;
  }

  /** The first class of the platform on the way up. */
  private Optional<String> origin(String name) {
    Set<String> seen = new HashSet<>();
    String at = descriptor(name);
    while (!CodeLinks.isPlatform(at)) {
      DexLinks.Shape shape = shapes.get(at);
      if (shape == null || shape.above().isEmpty() || !seen.add(at)) {
        return Optional.empty();
      }
      at = shape.above();
    }
    return Optional.of(CodeLinks.plain(at));
  }

  private static String descriptor(String name) {
    return "L" + name.replace('.', '/') + ";";
  }
}
