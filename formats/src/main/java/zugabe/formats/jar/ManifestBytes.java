package zugabe.formats.jar;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.LinkedHashMap;
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
public record ManifestBytes(byte[] main, Map<String, Section> sections, Optional<String> fault) {
  private static final byte[] NAME = "name: ".getBytes(StandardCharsets.US_ASCII);

  /**
   * What the file says of one entry. Signed jars have hundreds of thousands of them, so they stay
   * where they are.
   */
  public static final class Section {
    private final byte[] file;
    private final int start;
    private final int attributes;
    private final int end;

    private Section(byte[] file, int start, int attributes, int end) {
      this.file = file;
      this.start = start;
      this.attributes = attributes;
      this.end = end;
    }

    /** Its bytes, with the blank line that ends it. */
    public byte[] bytes() {
      return Arrays.copyOfRange(file, start, end);
    }

    /**
     * The value of an attribute that is all that the section says, in one line; empty when there is
     * more, or it is said in other words.
     *
     * @param start the attribute's name, with a colon and a space behind it
     */
    public Optional<String> only(byte[] start) {
      int value = attributes + start.length;
      if (value > end || !Arrays.equals(file, attributes, value, start, 0, start.length)) {
        return Optional.empty();
      }
      int behind = lineEnd(file, value, end);
      // a last line without an end counts for some readers only
      return behind < end && isBlank(behind)
          ? Optional.of(new String(file, value, behind - value, StandardCharsets.UTF_8).strip())
          : Optional.empty();
    }

    private boolean isBlank(int from) {
      for (int at = from; at < end; at++) {
        if (file[at] != '\r' && file[at] != '\n') {
          return false;
        }
      }
      return true;
    }
  }

  /** Splits the file. */
  public static ManifestBytes of(byte[] bytes) {
    Map<String, Section> sections = new LinkedHashMap<>();
    Optional<String> fault = Optional.empty();
    int start = partEnd(bytes, 0);
    byte[] main = Arrays.copyOf(bytes, start);
    while (start < bytes.length) {
      int end = partEnd(bytes, start);
      int behind = behindName(bytes, start, end);
      if (behind < 0) {
        fault = Optional.of("a section has no name in its first line");
      } else {
        String name = name(bytes, start + NAME.length, behind);
        if (sections.putIfAbsent(name, new Section(bytes, start, behind, end)) != null) {
          fault = Optional.of("there are two sections for \"" + name + "\"");
        }
      }
      start = end;
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
      int end = lineEnd(bytes, at, bytes.length);
      if (end == at) {
        return Arrays.copyOf(bytes, at);
      }
      at = next(bytes, end, bytes.length);
    }
    return bytes.clone();
  }

  /** Where a line that starts at {@code from} ends. */
  private static int lineEnd(byte[] bytes, int from, int to) {
    int at = from;
    while (at < to && bytes[at] != '\n' && bytes[at] != '\r') {
      at++;
    }
    return at;
  }

  /** Where the line behind one that ends at {@code end} starts. */
  private static int next(byte[] bytes, int end, int to) {
    boolean two = end + 1 < to && bytes[end] == '\r' && bytes[end + 1] == '\n';
    return Math.min(to, end + (two ? 2 : 1));
  }

  /** Parts end with a blank line; several blank lines belong to the part before. */
  private static int partEnd(byte[] bytes, int start) {
    int at = start;
    boolean blank = false;
    while (at < bytes.length) {
      int end = lineEnd(bytes, at, bytes.length);
      if (end > at && blank) {
        return at;
      }
      blank = end == at;
      at = next(bytes, end, bytes.length);
    }
    return bytes.length;
  }

  /** Where the attributes behind a section's name start; -1 when it doesn't start with a name. */
  private static int behindName(byte[] bytes, int start, int to) {
    if (to - start < NAME.length) {
      return -1;
    }
    for (int i = 0; i < NAME.length; i++) {
      int b = bytes[start + i];
      if ((b >= 'A' && b <= 'Z' ? b + 'a' - 'A' : b) != NAME[i]) {
        return -1;
      }
    }
    int at = start;
    do {
      at = next(bytes, lineEnd(bytes, at, to), to);
    } while (at < to && bytes[at] == ' ');
    return at;
  }

  /** Continuation lines are joined as bytes: a character may lie on both. */
  private static String name(byte[] bytes, int start, int to) {
    int end = lineEnd(bytes, start, to);
    if (next(bytes, end, to) == to) {
      return new String(bytes, start, end - start, StandardCharsets.UTF_8);
    }
    ByteArrayOutputStream name = new ByteArrayOutputStream();
    int at = start;
    while (at < to) {
      end = lineEnd(bytes, at, to);
      name.write(bytes, at, end - at);
      // past the space
      at = next(bytes, end, to) + 1;
    }
    return name.toString(StandardCharsets.UTF_8);
  }
}
