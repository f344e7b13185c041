package zugabe.core.jar;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Properties;
import java.util.Set;
import zugabe.bytes.Content;

/**
 * Property files (java.util.Properties) in one: keys in the order found. Where values are lists,
 * those of one key are joined; elsewhere the earliest value of a key counts, as on a class path.
 */
final class JoinedProperties implements Joint {
  private final boolean lists;
  private final Map<String, String> values = new LinkedHashMap<>();

  JoinedProperties(boolean lists) {
    this.lists = lists;
  }

  /** Keeps the order of the file, which Properties itself forgets. */
  private static final class Ordered extends Properties {
    private static final long serialVersionUID = 1;
    private final transient Map<String, String> read = new LinkedHashMap<>();

    @Override
    public synchronized Object put(Object key, Object value) {
      return read.put((String) key, (String) value);
    }

    @Override
    public synchronized boolean equals(Object other) {
      return this == other;
    }

    @Override
    public synchronized int hashCode() {
      return System.identityHashCode(this);
    }
  }

  @Override
  public void add(Content content) throws IOException, UnfitFileException {
    Ordered ordered = new Ordered();
    try (InputStream in = content.open()) {
      ordered.load(in);
    } catch (IllegalArgumentException e) {
      throw new UnfitFileException("it isn't a property file: " + e.getMessage());
    }
    ordered.read.forEach(
        (key, value) -> values.merge(key, value, lists ? JoinedProperties::joined : (a, b) -> a));
  }

  private static String joined(String a, String b) {
    Set<String> parts = new LinkedHashSet<>();
    for (String list : new String[] {a, b}) {
      Arrays.stream(list.split(",", -1))
          .map(String::strip)
          .filter(p -> !p.isEmpty())
          .forEach(parts::add);
    }
    return String.join(",", parts);
  }

  @Override
  public byte[] encode() {
    StringBuilder text = new StringBuilder();
    values.forEach(
        (key, value) -> {
          escape(key, true, text);
          text.append('=');
          escape(value, false, text);
          text.append('\n');
        });
    return text.toString().getBytes(StandardCharsets.ISO_8859_1);
  }

  private static void escape(String from, boolean key, StringBuilder to) {
    for (int i = 0; i < from.length(); i++) {
      char c = from.charAt(i);
      switch (c) {
        case '\\' -> to.append("\\\\");
        case '\n' -> to.append("\\n");
        case '\r' -> to.append("\\r");
        case '\t' -> to.append("\\t");
        case '\f' -> to.append("\\f");
        case ' ' -> to.append(key || i == 0 ? "\\ " : " ");
        case '=', ':', '#', '!' -> to.append(key || i == 0 ? "\\" + c : String.valueOf(c));
        default -> {
          if (c < 0x20 || c > 0x7E) {
            to.append("\\u")
                .append(Character.forDigit(c >> 12, 16))
                .append(Character.forDigit((c >> 8) & 15, 16));
            to.append(Character.forDigit((c >> 4) & 15, 16)).append(Character.forDigit(c & 15, 16));
          } else {
            to.append(c);
          }
        }
      }
    }
  }
}
