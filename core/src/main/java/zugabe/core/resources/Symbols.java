package zugabe.core.resources;

import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import zugabe.core.android.Platform;

/**
 * Which resources there are, and their numbers.
 *
 * @param own the application's, by type and name
 * @param attributes what the application's own attributes may hold
 */
record Symbols(String pack, Map<String, Long> own, Map<String, Platform.Attribute> attributes) {
  /** Namespace of the application's own attributes, in every package alike. */
  static final String AUTO = "http://schemas.android.com/apk/res-auto";

  /** Namespaces that name a package end with it. */
  static final String NAMED = "http://schemas.android.com/apk/res/";

  static Symbols of(
      String pack, Map<String, Long> own, Map<String, Platform.Attribute> attributes) {
    return new Symbols(pack, new TreeMap<>(own), new TreeMap<>(attributes));
  }

  static String key(String type, String name) {
    return type + "/" + name;
  }

  /** The number of what a reference names. */
  Optional<Long> number(Reference to) {
    if (to.pack().equals(Reference.PLATFORM)) {
      return Platform.known().number(key(to.type(), to.name()));
    }
    return to.pack().isEmpty() || to.pack().equals(pack)
        ? Optional.ofNullable(own.get(key(to.type(), to.name())))
        : Optional.empty();
  }

  /** An attribute by its namespace's address. */
  Optional<Platform.Attribute> attribute(String namespace, String name) {
    if (namespace.equals(NAMED + Reference.PLATFORM)) {
      return Platform.known().attribute(name);
    }
    return namespace.equals(AUTO) || namespace.equals(NAMED + pack)
        ? Optional.ofNullable(attributes.get(name))
        : Optional.empty();
  }

  /** An attribute as a style's item names it: {@code android:name} or {@code name}. */
  Optional<Platform.Attribute> attribute(String written) {
    int colon = written.indexOf(':');
    return attribute(
        colon < 0 ? AUTO : NAMED + written.substring(0, colon), written.substring(colon + 1));
  }
}
