package zugabe.core.android;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The platform's public resources: their numbers, which never change, and what attributes may hold.
 * Made from the platform's own package by a script beside the sources.
 */
public final class Platform {
  /** Of the level that Debian has, and what came later. */
  private static final List<String> TABLES =
      List.of("/zugabe/platform/android.txt", "/zugabe/platform/android-newer.txt");

  private static final int HEX = 16;
  private static final String ATTRIBUTE = "attr/";

  private final Map<String, Long> numbers = new HashMap<>();
  private final Map<String, String> more = new HashMap<>();
  private int level;

  private static final class Held {
    private static final Platform PLATFORM = read();
  }

  /**
   * An attribute.
   *
   * @param types of its values, as bits; see the constants
   * @param names that stand for numbers
   */
  public record Attribute(String name, long number, long types, Map<String, Long> names) {
    public static final long REFERENCE = 1;
    public static final long STRING = 1 << 1;
    public static final long INTEGER = 1 << 2;
    public static final long BOOLEAN = 1 << 3;
    public static final long COLOR = 1 << 4;
    public static final long FLOAT = 1 << 5;
    public static final long DIMENSION = 1 << 6;
    public static final long FRACTION = 1 << 7;

    /** One of the names. */
    public static final long ENUM = 1 << 16;

    /** Names with bars between them. */
    public static final long FLAGS = 1 << 17;

    public boolean takes(long type) {
      return (types & type) != 0;
    }
  }

  private Platform() {}

  /** As of the level that {@link #level} tells. */
  public static Platform known() {
    return Held.PLATFORM;
  }

  private static Platform read() {
    Platform made = new Platform();
    TABLES.forEach(table -> TableLines.of(table).forEach(made::line));
    return made;
  }

  private void line(String line) {
    int space = line.indexOf(' ');
    String name = line.substring(0, space);
    int end = line.indexOf(' ', space + 1);
    String number = line.substring(space + 1, end < 0 ? line.length() : end);
    if (name.equals("level")) {
      level = Integer.parseInt(number);
      return;
    }
    numbers.put(name, Long.parseLong(number, HEX));
    if (end >= 0) {
      more.put(name, line.substring(end + 1));
    }
  }

  /** The level of the platform's interfaces that the table is from. */
  public int level() {
    return level;
  }

  /**
   * The number of a resource.
   *
   * @param name with its type, such as {@code style/Theme}
   */
  public Optional<Long> number(String name) {
    return Optional.ofNullable(numbers.get(name));
  }

  /** The number of an attribute that is known to be there. */
  public long attributeNumber(String name) {
    return numbers.get(ATTRIBUTE + name);
  }

  /** An attribute. */
  public Optional<Attribute> attribute(String name) {
    Long number = numbers.get(ATTRIBUTE + name);
    if (number == null) {
      return Optional.empty();
    }
    String[] words = more.getOrDefault(ATTRIBUTE + name, "0").split(" ", -1);
    Map<String, Long> names = new LinkedHashMap<>();
    for (int i = 1; i < words.length; i++) {
      int equals = words[i].indexOf('=');
      names.put(words[i].substring(0, equals), Long.parseLong(words[i].substring(equals + 1), HEX));
    }
    return Optional.of(new Attribute(name, number, Long.parseLong(words[0], HEX), names));
  }
}
