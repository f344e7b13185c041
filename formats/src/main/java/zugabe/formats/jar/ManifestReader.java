package zugabe.formats.jar;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import zugabe.formats.jar.Manifest.Attribute;

/**
 * Reads a manifest. Lines end with CRLF, LF or CR. Continuation lines are joined as bytes, since
 * old writers split inside a character. Nothing is refused silently: what isn't to the letter is in
 * {@link Result#oddities}.
 */
public final class ManifestReader {
  /** A manifest larger than this isn't one, in bytes. */
  public static final int MAX_BYTES = 16 << 20;

  private final byte[] bytes;
  private final List<Oddity> oddities = new ArrayList<>();
  private final List<Attribute> main = new ArrayList<>();
  private final Map<String, List<Attribute>> sections = new LinkedHashMap<>();
  private List<Attribute> current = main;
  private boolean expectName;

  private ManifestReader(byte[] bytes) {
    this.bytes = bytes;
  }

  /**
   * Something that isn't to the letter.
   *
   * @param line from 1
   * @param fatal whether information is lost by it
   */
  public record Oddity(int line, boolean fatal, String what) {}

  /**
   * What was read.
   *
   * @param missingLastNewline the last line has no end: a Java runtime ignores such a line
   */
  public record Result(Manifest manifest, List<Oddity> oddities, boolean missingLastNewline) {}

  public static Result read(byte[] bytes) {
    return new ManifestReader(bytes).run();
  }

  private Result run() {
    int at = bytes.length >= 3 && (bytes[0] & 0xFF) == 0xEF && (bytes[1] & 0xFF) == 0xBB ? 3 : 0;
    if (at > 0) {
      oddities.add(new Oddity(1, false, "it starts with a byte order mark, which was left out"));
    }
    ByteArrayOutputStream logical = new ByteArrayOutputStream();
    int line = 0;
    int logicalLine = 1;
    while (at < bytes.length) {
      int end = at;
      while (end < bytes.length && bytes[end] != '\n' && bytes[end] != '\r') {
        end++;
      }
      line++;
      if (end > at && bytes[at] == ' ' && logical.size() > 0) {
        logical.write(bytes, at + 1, end - at - 1);
      } else {
        logical(logical, logicalLine);
        logical.reset();
        logicalLine = line;
        logical.write(bytes, at, end - at);
        if (end == at) {
          blank();
        }
      }
      at = end + (end + 1 < bytes.length && bytes[end] == '\r' && bytes[end + 1] == '\n' ? 2 : 1);
    }
    logical(logical, logicalLine);
    boolean open =
        bytes.length > 0 && bytes[bytes.length - 1] != '\n' && bytes[bytes.length - 1] != '\r';
    return new Result(new Manifest(main, sections), List.copyOf(oddities), open);
  }

  private void blank() {
    expectName = true;
  }

  private void logical(ByteArrayOutputStream text, int line) {
    if (text.size() == 0) {
      return;
    }
    String joined = text.toString(StandardCharsets.UTF_8);
    int colon = joined.indexOf(':');
    if (colon <= 0) {
      oddities.add(
          new Oddity(line, true, "there is no \"name: value\" in \"" + shortened(joined) + "\""));
      return;
    }
    String name = joined.substring(0, colon);
    if (colon + 1 >= joined.length() || joined.charAt(colon + 1) != ' ') {
      oddities.add(
          new Oddity(line, false, "a space is missing behind \"" + shortened(name) + ":\""));
    }
    Attribute attribute = new Attribute(name, joined.substring(colon + 1).strip());
    Manifest.faultyName(name)
        .ifPresent(
            why -> oddities.add(new Oddity(line, true, "\"" + shortened(name) + "\": " + why)));
    add(attribute, line);
  }

  private void add(Attribute attribute, int line) {
    if (expectName) {
      expectName = false;
      if (attribute.is("Name")) {
        current = sections.computeIfAbsent(attribute.value(), key -> new ArrayList<>());
        return;
      }
      oddities.add(
          new Oddity(
              line,
              true,
              "\""
                  + shortened(attribute.name())
                  + "\" stands after a blank line, where only \"Name\" may: main attributes end at the first blank line"));
      current = new ArrayList<>();
    }
    if (current.stream().anyMatch(a -> a.is(attribute.name()))) {
      oddities.add(new Oddity(line, true, "\"" + attribute.name() + "\" is given twice"));
    }
    current.add(attribute);
  }

  private static String shortened(String text) {
    return text.length() <= 40 ? text : text.substring(0, 40) + "…";
  }
}
