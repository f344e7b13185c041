package zugabe.core.android;

import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * The platform's permissions, who gets them, its features, and which calls need which permissions.
 * Made from the platform's own manifest and classes by {@code
 * core/src/main/platform/make-permissions}.
 */
public final class Permissions {
  private static final String TABLE = "/zugabe/platform/permissions.txt";

  /** Who gets a permission. */
  public enum Who {
    /** Any application, some of them after its user was asked. */
    APP,
    /** One for which its user says so in the settings. */
    USER,
    /** The system's own. */
    SYSTEM,
    /** Applications on earlier levels. */
    GONE
  }

  /**
   * What a call needs.
   *
   * @param any whether one of them will do
   */
  public record Needs(boolean any, List<String> permissions) {}

  private static final class Holder {
    private static final Permissions KNOWN = read();
  }

  private record Permission(Who who, int since) {}

  private final Map<String, Permission> permissions = new TreeMap<>();
  private final Set<String> features = new TreeSet<>();
  private final Map<String, Needs> calls = new HashMap<>();
  private int level;

  private Permissions() {}

  /** As of the level that {@link #level} tells. */
  public static Permissions known() {
    return Holder.KNOWN;
  }

  private static Permissions read() {
    Permissions all = new Permissions();
    TableLines.of(TABLE).forEach(line -> all.line(List.of(line.split(" ", -1))));
    return all;
  }

  private void line(List<String> words) {
    switch (words.get(0)) {
      case "level" -> level = Integer.parseInt(words.get(1));
      case "permission" ->
          permissions.put(
              words.get(1),
              new Permission(
                  Who.valueOf(words.get(2).toUpperCase(Locale.ROOT)),
                  words.size() > 3 ? Integer.parseInt(words.get(3)) : 1));
      case "feature" -> features.add(words.get(1));
      default ->
          calls.put(
              "L" + words.get(1) + ";" + words.get(2),
              new Needs(words.get(3).equals("any"), words.subList(4, words.size())));
    }
  }

  /** The level of the platform that the table is from. */
  public int level() {
    return level;
  }

  /** Who gets a permission; empty for one that isn't the platform's. */
  public Optional<Who> who(String permission) {
    return Optional.ofNullable(permissions.get(permission)).map(Permission::who);
  }

  /** Whether a level of the platform has a permission that is known. */
  public boolean isThere(String permission, int target) {
    return permissions.get(permission).since() <= target;
  }

  /** Names of all permissions. */
  public Set<String> names() {
    return Collections.unmodifiableSet(permissions.keySet());
  }

  /** Names of all that a phone may have. */
  public Set<String> features() {
    return Collections.unmodifiableSet(features);
  }

  /**
   * What a call needs of permissions that any application gets.
   *
   * @param owner the class by which it is named, as a descriptor
   * @param signature name and types
   */
  public Optional<Needs> needs(String owner, String signature) {
    return Optional.ofNullable(calls.get(owner + signature));
  }
}
