package zugabe.formats.arsc;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import zugabe.bytes.ByteWriter;

/**
 * Collects strings for a pool, each once, and writes it. Those with styles come first, as the
 * format wants it; therefore they have to be added before all others.
 */
public final class PoolBuilder {
  /** Characters and bytes that a length of UTF-8 strings can tell. */
  public static final int MOST_UTF8 = 0x7FFF;

  private final boolean utf8;
  private final Map<String, Integer> plain = new HashMap<>();
  private final Map<Styled, Integer> withStyle = new HashMap<>();
  private final List<String> strings = new ArrayList<>();
  private final List<List<StringPool.Span>> styles = new ArrayList<>();

  /** A string and its styles. */
  private record Styled(String text, List<StringPool.Span> spans) {}

  /**
   * @param utf8 whether strings are in UTF-8, else in UTF-16
   */
  public PoolBuilder(boolean utf8) {
    this.utf8 = utf8;
  }

  /** The index of a string. */
  public int add(String text) {
    Integer known = plain.get(text);
    if (known != null) {
      return known;
    }
    strings.add(text);
    plain.put(text, strings.size() - 1);
    return strings.size() - 1;
  }

  /** The index of a string at a place of its own, even if there is another one. */
  public int append(String text) {
    strings.add(text);
    return strings.size() - 1;
  }

  /** The index of a string with styles, whose tags are added when all strings with styles are. */
  public int add(String text, List<StringPool.Span> spans) {
    return withStyle.computeIfAbsent(
        new Styled(text, List.copyOf(spans)),
        key -> {
          if (styles.size() != strings.size()) {
            throw new IllegalStateException("strings with styles come first");
          }
          strings.add(key.text());
          styles.add(key.spans());
          return strings.size() - 1;
        });
  }

  /** The chunk. */
  public byte[] encode() {
    styles.forEach(spans -> spans.forEach(s -> add(s.tag())));
    List<byte[]> encoded = strings.stream().map(this::encoded).toList();
    int header = StringPool.HEADER_BYTES + 4 * (strings.size() + styles.size());
    int text = encoded.stream().mapToInt(b -> b.length).sum();
    int padding = (4 - text % 4) % 4;
    int spanWords = styles.isEmpty() ? 0 : 2;
    for (List<StringPool.Span> spans : styles) {
      spanWords += 3 * spans.size() + 1;
    }
    int size = header + text + padding + 4 * spanWords;
    ByteWriter out = ByteWriter.ofSize(size);
    out.u2("type", Chunk.STRING_POOL).u2("headerSize", StringPool.HEADER_BYTES).u4("size", size);
    out.u4("stringCount", strings.size()).u4("styleCount", styles.size());
    out.u4("flags", utf8 ? StringPool.UTF8 : 0);
    out.u4("stringsStart", strings.isEmpty() ? 0 : header);
    out.u4("stylesStart", styles.isEmpty() ? 0 : header + text + padding);
    int at = 0;
    for (byte[] one : encoded) {
      out.u4("string", at);
      at += one.length;
    }
    int spansAt = 0;
    for (List<StringPool.Span> spans : styles) {
      out.u4("style", spansAt);
      spansAt += StringPool.SPAN_BYTES * spans.size() + 4;
    }
    encoded.forEach(out::bytes);
    out.zeros(padding);
    return spans(out).done();
  }

  private ByteWriter spans(ByteWriter out) {
    for (List<StringPool.Span> spans : styles) {
      for (StringPool.Span span : spans) {
        out.u4("name", plain.get(span.tag()));
        out.u4("firstChar", span.first()).u4("lastChar", span.last());
      }
      out.u4("end", StringPool.NO_SPAN);
    }
    if (!styles.isEmpty()) {
      // two more, as readers of old check
      out.u4("end", StringPool.NO_SPAN).u4("end", StringPool.NO_SPAN);
    }
    return out;
  }

  private byte[] encoded(String text) {
    return utf8 ? inUtf8(text) : inUtf16(text);
  }

  private static byte[] inUtf8(String text) {
    byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
    if (bytes.length > MOST_UTF8) {
      throw new IllegalArgumentException("a string of " + bytes.length + " bytes is too long");
    }
    int lengths = (text.length() > 0x7F ? 2 : 1) + (bytes.length > 0x7F ? 2 : 1);
    ByteWriter out = ByteWriter.ofSize(lengths + bytes.length + 1);
    length(out, text.length());
    length(out, bytes.length);
    return out.bytes(bytes).zeros(1).done();
  }

  private static void length(ByteWriter out, int length) {
    if (length > 0x7F) {
      out.u1("length", 0x80 | length >> 8);
    }
    out.u1("length", length & 0xFF);
  }

  private static byte[] inUtf16(String text) {
    byte[] bytes = text.getBytes(StandardCharsets.UTF_16LE);
    boolean wide = text.length() > 0x7FFF;
    ByteWriter out = ByteWriter.ofSize((wide ? 4 : 2) + bytes.length + 2);
    if (wide) {
      out.u2("length", 0x8000 | text.length() >> 16);
    }
    return out.u2("length", text.length() & 0xFFFF).bytes(bytes).zeros(2).done();
  }
}
