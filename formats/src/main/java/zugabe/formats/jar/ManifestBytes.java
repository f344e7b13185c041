package zugabe.formats.jar;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A manifest's or signature file's bytes by section, as signatures digest them: each section with
 * the blank line that ends it (specification, "Signed JAR File"). A file that readers could
 * understand in two ways has {@link #fault}.
 *
 * @param main the main attributes with their blank line
 * @param sections by the name of their entry
 * @param fault why it can't be taken for signed; empty when it can
 */
@SuppressWarnings("ArrayRecordComponent") // nobody compares them
public record ManifestBytes(byte[] main, Map<String, byte[]> sections, Optional<String> fault) {

  /** Splits the file. */
  public static ManifestBytes of(byte[] bytes) {
    List<byte[]> parts = parts(bytes);
    Map<String, byte[]> sections = new LinkedHashMap<>();
    Optional<String> fault = Optional.empty();
    byte[] main = parts.isEmpty() ? new byte[0] : parts.get(0);
    for (byte[] part : parts.subList(Math.min(1, parts.size()), parts.size())) {
      Optional<String> name = name(part);
      if (name.isEmpty()) {
        fault = Optional.of("a section has no name in its first line");
      } else if (sections.putIfAbsent(name.get(), part) != null) {
        fault = Optional.of("there are two sections for \"" + name.get() + "\"");
      }
    }
    for (byte b : bytes) {
      if (b == 0) {
        fault = Optional.of("there is a NUL in it");
      }
    }
    return new ManifestBytes(main, sections, fault);
  }

  /** Only the main attributes, without their blank line, whatever else there is. */
  public static byte[] mainOf(byte[] bytes) {
    int at = 0;
    while (at < bytes.length) {
      int end = at;
      while (end < bytes.length && bytes[end] != '\n' && bytes[end] != '\r') {
        end++;
      }
      if (end == at) {
        return Arrays.copyOf(bytes, at);
      }
      boolean two = end + 1 < bytes.length && bytes[end] == '\r' && bytes[end + 1] == '\n';
      at = Math.min(bytes.length, end + (two ? 2 : 1));
    }
    return bytes.clone();
  }

  /** Parts that end with a blank line; several blank lines belong to the part before. */
  private static List<byte[]> parts(byte[] bytes) {
    List<byte[]> parts = new ArrayList<>();
    int start = 0;
    int at = 0;
    boolean blank = false;
    while (at < bytes.length) {
      int end = at;
      while (end < bytes.length && bytes[end] != '\n' && bytes[end] != '\r') {
        end++;
      }
      if (end > at && blank) {
        parts.add(Arrays.copyOfRange(bytes, start, at));
        start = at;
      }
      blank = end == at;
      boolean two = end + 1 < bytes.length && bytes[end] == '\r' && bytes[end + 1] == '\n';
      at = Math.min(bytes.length, end + (two ? 2 : 1));
    }
    if (start < bytes.length) {
      parts.add(Arrays.copyOfRange(bytes, start, bytes.length));
    }
    return parts;
  }

  private static Optional<String> name(byte[] part) {
    String text = new String(part, StandardCharsets.UTF_8);
    if (!text.regionMatches(true, 0, "Name: ", 0, 6)) {
      return Optional.empty();
    }
    // continuation lines are joined as bytes: a character may lie on both
    ByteArrayOutputStream name = new ByteArrayOutputStream();
    int at = 6;
    while (at < part.length) {
      int end = at;
      while (end < part.length && part[end] != '\n' && part[end] != '\r') {
        end++;
      }
      name.write(part, at, end - at);
      int next =
          end + (end + 1 < part.length && part[end] == '\r' && part[end + 1] == '\n' ? 2 : 1);
      if (next >= part.length || part[next] != ' ') {
        break;
      }
      at = next + 1;
    }
    return Optional.of(name.toString(StandardCharsets.UTF_8));
  }
}
