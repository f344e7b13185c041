package zugabe.core.jar;

import java.nio.charset.StandardCharsets;
import java.util.Collection;

/**
 * The attribute {@code Class-Path} (JAR File Specification, "Class-Path Attribute"): relative
 * addresses, separated by spaces, with percent-encoded UTF-8 for everything that RFC 3986 doesn't
 * allow in a path.
 */
final class ClassPath {
  private static final String ALLOWED = "-._~!$&'()*+,;=@/";

  private ClassPath() {}

  static String of(Collection<String> paths) {
    return String.join(" ", paths.stream().map(ClassPath::encode).toList());
  }

  static String encode(String path) {
    StringBuilder text = new StringBuilder();
    for (byte b : path.getBytes(StandardCharsets.UTF_8)) {
      char c = (char) (b & 0xFF);
      boolean plain = (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9');
      if (plain || ALLOWED.indexOf(c) >= 0) {
        text.append(c);
      } else {
        text.append('%')
            .append(Character.toUpperCase(Character.forDigit(c >> 4, 16)))
            .append(Character.toUpperCase(Character.forDigit(c & 15, 16)));
      }
    }
    return text.toString();
  }
}
