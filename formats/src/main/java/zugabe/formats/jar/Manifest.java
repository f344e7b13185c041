package zugabe.formats.jar;

import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A manifest: main attributes and named sections, each in the order written.
 *
 * @param main the main attributes
 * @param sections attributes of entries, by name
 */
public record Manifest(List<Attribute> main, Map<String, List<Attribute>> sections) {
  /** Path of the manifest in a jar. */
  public static final String PATH = "META-INF/MANIFEST.MF";

  /**
   * The longest name: 72 bytes less the colon and the space leave no room for more (specification,
   * "Notes").
   */
  public static final int MAX_NAME_BYTES = 70;

  public Manifest {
    main = List.copyOf(main);
    sections = Collections.unmodifiableMap(new LinkedHashMap<>(sections));
  }

  /** One {@code name: value} pair; the value is the joined text of its lines. */
  public record Attribute(String name, String value) {
    boolean is(String other) {
      return name.equalsIgnoreCase(other);
    }
  }

  /** A manifest with main attributes only. */
  public static Manifest of(List<Attribute> main) {
    return new Manifest(main, Map.of());
  }

  /** A main attribute's value; names are compared without regard to case. */
  public Optional<String> value(String name) {
    return main.stream().filter(a -> a.is(name)).map(Attribute::value).findFirst();
  }

  /** Why this can't be an attribute's name; empty when it can. */
  public static Optional<String> faultyName(String name) {
    if (name.isEmpty()) {
      return Optional.of("the name is empty");
    }
    if (name.length() > MAX_NAME_BYTES) {
      return Optional.of(
          "the name has " + name.length() + " characters; " + MAX_NAME_BYTES + " are the most");
    }
    if (!isPlain(name)) {
      return Optional.of(
          "a name has only letters, digits, '-' and '_', and starts with a letter or digit");
    }
    if (name.regionMatches(true, 0, "from", 0, 4)) {
      return Optional.of("names that start with \"From\" are forbidden by the specification");
    }
    return Optional.empty();
  }

  /** Asked for each attribute of each entry: an expression would be felt. */
  private static boolean isPlain(String name) {
    for (int i = 0; i < name.length(); i++) {
      char c = name.charAt(i);
      boolean good = (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9');
      if (!good && (i == 0 || (c != '-' && c != '_'))) {
        return false;
      }
    }
    return true;
  }

  /** Why this can't be an attribute's value; empty when it can. */
  public static Optional<String> faultyValue(String value) {
    return value.chars().anyMatch(c -> c == '\n' || c == '\r' || c == 0)
        ? Optional.of("a value can't hold line breaks or NUL")
        : Optional.empty();
  }

  /**
   * The file's bytes: {@code Manifest-Version} first, CRLF, lines of at most 72 bytes, a blank line
   * at the end.
   */
  public byte[] encode() {
    ManifestLines lines = new ManifestLines();
    List<Attribute> ordered = new ArrayList<>();
    ordered.add(new Attribute("Manifest-Version", value("Manifest-Version").orElse("1.0")));
    main.stream().filter(a -> !a.is("Manifest-Version")).forEach(ordered::add);
    ordered.forEach(lines::add);
    lines.blank();
    sections.keySet().stream()
        .sorted()
        .forEach(
            name -> {
              lines.add("Name", name);
              sections.get(name).forEach(lines::add);
              lines.blank();
            });
    return lines.toByteArray();
  }

  /** A section's bytes, with the blank line that ends it. */
  public static byte[] section(String name, List<Attribute> attributes) {
    ManifestLines lines = new ManifestLines();
    lines.add("Name", name);
    attributes.forEach(lines::add);
    lines.blank();
    return lines.toByteArray();
  }

  /** Main attributes' bytes in just this order, with the blank line that ends them. */
  public static byte[] main(List<Attribute> attributes) {
    ManifestLines lines = new ManifestLines();
    attributes.forEach(lines::add);
    lines.blank();
    return lines.toByteArray();
  }
}
