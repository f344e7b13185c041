package zugabe.formats.arsc;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import zugabe.bytes.Fields;
import zugabe.bytes.MalformedException;

/**
 * A pool of strings ({@code ResStringPool_header}), read one by one where they lie.
 *
 * <pre>
 *  8 u4 stringCount    16 u4 flags           24 u4 stylesStart
 * 12 u4 styleCount     20 u4 stringsStart    28    u4 offset of each string, then of each style
 * </pre>
 */
public final class StringPool {
  static final int HEADER_BYTES = 28;
  static final long UTF8 = 1 << 8;
  static final long NO_SPAN = 0xFFFF_FFFFL;
  static final int SPAN_BYTES = 12;

  /** No string: an index of a field that has none. */
  public static final long NONE = 0xFFFF_FFFFL;

  /** Longer ones hold data, not text. */
  private static final int MOST_BYTES = 4 << 20;

  private static final int MOST_SPANS = 10_000;

  private final Fields in;
  private final Chunk chunk;
  private final long count;
  private final long styles;
  private final boolean utf8;
  private final long strings;
  private final long spans;

  private StringPool(Fields in, Chunk chunk) throws IOException {
    this.in = in;
    this.chunk = chunk.header(HEADER_BYTES);
    this.count = in.u4(chunk.at() + 8);
    this.styles = in.u4(chunk.at() + 12);
    this.utf8 = (in.u4(chunk.at() + 16) & UTF8) != 0;
    this.strings = chunk.at() + in.u4(chunk.at() + 20);
    this.spans = chunk.at() + in.u4(chunk.at() + 24);
    if ((count + styles) * 4 > chunk.end() - chunk.body()) {
      throw new MalformedException("a pool of strings claims " + count + " strings", chunk.at());
    }
    if (strings > chunk.end() || (styles > 0 && spans > chunk.end()) || styles > count) {
      throw new MalformedException("a pool's strings start behind its end", chunk.at());
    }
  }

  /** Opens one; its strings are read when they are asked for. */
  public static StringPool read(Fields in, Chunk chunk) throws IOException {
    return new StringPool(in, chunk);
  }

  /** How many strings it has. */
  public long count() {
    return count;
  }

  /**
   * A part of a string that is styled.
   *
   * @param tag with its attributes behind semicolons, such as {@code b} or {@code
   *     font;color=#ff0000}
   * @param first index of its first character
   * @param last index of its last character
   */
  public record Span(String tag, long first, long last) {}

  /**
   * A string.
   *
   * @throws MalformedException when there is none of this index, or it isn't in the pool
   */
  public String text(long index) throws IOException {
    if (index < 0 || index >= count) {
      throw new MalformedException("there is no string " + index + " in its pool", chunk.at());
    }
    long at = strings + in.u4(chunk.body() + 4 * index);
    return utf8 ? utf8(at) : utf16(at);
  }

  /** A string that may be missing: then it is empty. */
  public String textOrNone(long index) throws IOException {
    return index == NONE ? "" : text(index);
  }

  /** How a string is styled. */
  public List<Span> spans(long index) throws IOException {
    List<Span> all = new ArrayList<>();
    if (index < 0 || index >= styles) {
      return all;
    }
    long at = spans + in.u4(chunk.body() + 4 * (count + index));
    for (int i = 0; inside(at, 4) && in.u4(at) != NO_SPAN; i++, at += SPAN_BYTES) {
      if (i == MOST_SPANS) {
        throw new MalformedException("a string has more than " + MOST_SPANS + " styles", at);
      }
      all.add(new Span(text(in.u4(at)), in.u4(at + 4), in.u4(at + 8)));
    }
    return all;
  }

  private boolean inside(long at, long bytes) throws MalformedException {
    if (at < chunk.at() || at > chunk.end() - bytes) {
      throw new MalformedException("a string lies outside of its pool", at);
    }
    return true;
  }

  private String utf8(long at) throws IOException {
    inside(at, 2);
    // characters, then bytes; each in one or two bytes
    long bytesAt = at + ((in.u1(at) & 0x80) == 0 ? 1 : 2);
    int length = in.u1(bytesAt);
    long start = bytesAt + 1;
    if ((length & 0x80) != 0) {
      length = (length & 0x7F) << 8 | in.u1(bytesAt + 1);
      start++;
    }
    inside(start, length);
    return new String(in.bytes(start, length), StandardCharsets.UTF_8);
  }

  private String utf16(long at) throws IOException {
    inside(at, 2);
    long length = in.u2(at);
    long start = at + 2;
    if ((length & 0x8000) != 0) {
      length = (length & 0x7FFF) << 16 | in.u2(at + 2);
      start += 2;
    }
    if (2 * length > MOST_BYTES) {
      throw new MalformedException("a string is said to have " + length + " characters", at);
    }
    inside(start, 2 * length);
    return new String(in.bytes(start, (int) (2 * length)), StandardCharsets.UTF_16LE);
  }
}
