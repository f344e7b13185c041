package zugabe.core.links;

import com.google.re2j.Pattern;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import zugabe.core.materials.Library;
import zugabe.formats.classfile.ClassFacts;
import zugabe.formats.zip.ArchivedContent;

/**
 * Drivers of databases. They are chosen by the start of an address, such as {@code jdbc:h2:} (JDBC
 * 4.3 Specification, section 9.4); whoever answers to one has it among the constants of its
 * classes.
 */
final class Drivers {
  /** The service that drivers provide, with slashes. */
  static final String SERVICE = "java/sql/Driver";

  private static final int CONSTANT_UTF8 = 1;
  private static final int CONSTANT_HEAD = 3;
  private static final Pattern REST = Pattern.compile("/*|[a-z]+:[/@]*|\\x01.*");

  private final List<Library> libraries;
  private final Map<String, Boolean> known = new HashMap<>();

  Drivers(List<Library> libraries) {
    this.libraries = libraries;
  }

  /**
   * Whether some library may answer to addresses that start so.
   *
   * @param start with colons, such as {@code jdbc:h2:}
   */
  boolean answer(String start) throws IOException {
    Boolean answer = known.get(start);
    if (answer == null) {
      answer = search(start.getBytes(StandardCharsets.UTF_8));
      known.put(start, answer);
    }
    return answer;
  }

  /** Those that say that they have a driver first. */
  private boolean search(byte[] start) throws IOException {
    List<Library> order = new ArrayList<>();
    String service = World.SERVICES + SERVICE.replace('/', '.');
    List<Library> others = new ArrayList<>();
    for (Library library : libraries) {
      (library.content(service).isPresent() ? order : others).add(library);
    }
    order.addAll(others);
    for (Library library : order) {
      for (ArchivedContent entry : library.contents()) {
        if (entry.entry().name().endsWith(".class") && has(entry, start)) {
          return true;
        }
      }
    }
    return false;
  }

  private static boolean has(ArchivedContent entry, byte[] start) throws IOException {
    if (entry.size() > ClassFacts.MAX_BYTES) {
      return false;
    }
    byte[] bytes;
    try (InputStream in = entry.open()) {
      bytes = in.readAllBytes();
    }
    for (int i = CONSTANT_HEAD; i + start.length <= bytes.length; i++) {
      if (bytes[i] == start[0]
          && bytes[i - CONSTANT_HEAD] == CONSTANT_UTF8
          && Arrays.equals(bytes, i, i + start.length, start, 0, start.length)
          && isStart(constant(bytes, i), start.length)) {
        return true;
      }
    }
    return false;
  }

  /** The text of a constant (JVM Specification, section 4.4.7). */
  private static String constant(byte[] bytes, int at) {
    int length = (bytes[at - 2] & 0xFF) << 8 | (bytes[at - 1] & 0xFF);
    return new String(bytes, at, Math.min(length, bytes.length - at), StandardCharsets.ISO_8859_1);
  }

  /** Whole addresses are somebody's examples. */
  private static boolean isStart(String constant, int length) {
    return constant.length() >= length && REST.matcher(constant.substring(length)).matches();
  }
}
