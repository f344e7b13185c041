package zugabe.formats.tar;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.BlockStream;
import zugabe.bytes.Regex;
import zugabe.formats.unix.Owner;

/**
 * Reads a tar file from its start to its end (POSIX.1-2017, pax, "ustar Interchange Format" and
 * "pax Interchange Format"; names of GNU tar's types L and K as well).
 */
public final class TarReader {
  /** Extended headers of more than this aren't read, in bytes. */
  private static final int MAX_EXTENDED = 1 << 20;

  private final InputStream in;
  private long position;
  private long left;
  private int padding;

  /**
   * An entry.
   *
   * @param name as written; folders may end with a slash
   * @param type {@code 0} file, {@code 1} hard link, {@code 2} symbolic link, {@code 5} folder, or
   *     another
   * @param mode Unix permission bits
   * @param owner whom it belongs to
   * @param size of its content in bytes
   * @param link what a link leads to
   * @param seconds time of its last change, since 1970
   */
  public record Entry(
      String name, char type, int mode, Owner owner, long size, String link, long seconds) {
    public boolean isFolder() {
      return type == '5';
    }
  }

  /**
   * @param in the tar file, not compressed; it is not closed
   */
  public TarReader(InputStream in) {
    this.in = in;
  }

  /**
   * The next entry; its content is what {@link #content} gives until the next call.
   *
   * @return empty at the end
   * @throws TarFaultException when it is damaged, or ends too early
   */
  public Optional<Entry> next() throws IOException {
    Map<String, String> extended = new HashMap<>();
    while (true) {
      skip();
      byte[] block = in.readNBytes(TarHeader.BLOCK_BYTES);
      long at = position;
      position += block.length;
      if (block.length < TarHeader.BLOCK_BYTES) {
        throw new TarFaultException("it ends without an end mark", at);
      }
      if (isZero(block)) {
        return Optional.empty();
      }
      Entry entry = header(block, at);
      left = entry.size();
      padding = TarHeader.padding(left);
      switch (entry.type()) {
        case 'x' -> records(body(at), extended, at);
        case 'g' -> body(at);
        case 'L' -> extended.put("path", text(body(at)));
        case 'K' -> extended.put("linkpath", text(body(at)));
        default -> {
          return Optional.of(with(entry, extended, at));
        }
      }
    }
  }

  private static boolean isZero(byte[] block) {
    for (byte b : block) {
      if (b != 0) {
        return false;
      }
    }
    return true;
  }

  /** The content of the entry that was read last. */
  public InputStream content() {
    return new BlockStream() {
      @Override
      public int read(byte[] into, int offset, int length) throws IOException {
        if (left == 0) {
          return -1;
        }
        int got = in.read(into, offset, (int) Math.min(length, left));
        if (got < 0) {
          throw new TarFaultException("it ends inside an entry", position);
        }
        left -= got;
        position += got;
        return got;
      }
    };
  }

  private void skip() throws IOException {
    long rest = left + padding;
    left = 0;
    padding = 0;
    byte[] buffer = new byte[8192];
    while (rest > 0) {
      int got = in.read(buffer, 0, (int) Math.min(buffer.length, rest));
      if (got < 0) {
        throw new TarFaultException("it ends inside an entry", position);
      }
      rest -= got;
      position += got;
    }
  }

  private byte[] body(long at) throws IOException {
    if (left > MAX_EXTENDED) {
      throw new TarFaultException("an extended header has " + left + " bytes", at);
    }
    int size = (int) left;
    byte[] body = content().readNBytes(size);
    if (body.length < size) {
      throw new TarFaultException("it ends inside an extended header", position);
    }
    return body;
  }

  private static Entry header(byte[] block, long at) throws TarFaultException {
    long sum = number(block, 148, 8, at);
    long counted = 0;
    for (int i = 0; i < block.length; i++) {
      counted += i >= 148 && i < 156 ? ' ' : block[i] & 0xFF;
    }
    if (sum != counted) {
      throw new TarFaultException("a header's checksum is wrong", at);
    }
    String prefix = field(block, 257, 6).startsWith("ustar") ? field(block, 345, 155) : "";
    String name = field(block, 0, 100);
    char type = block[156] == 0 ? '0' : (char) (block[156] & 0xFF);
    boolean folder = type == '0' && name.endsWith("/");
    long size = number(block, 124, 12, at);
    if (size < 0) {
      throw new TarFaultException("a size is negative", at);
    }
    return new Entry(
        prefix.isEmpty() ? name : prefix + "/" + name,
        folder ? '5' : type,
        (int) number(block, 100, 8, at) & 07777,
        new Owner(
            field(block, 265, 32),
            number(block, 108, 8, at),
            field(block, 297, 32),
            number(block, 116, 8, at)),
        type == '1' || type == '2' || type == '5' || folder ? 0 : size,
        field(block, 157, 100),
        number(block, 136, 12, at));
  }

  private static String field(byte[] block, int offset, int length) {
    int end = offset;
    while (end < offset + length && block[end] != 0) {
      end++;
    }
    return new String(block, offset, end - offset, StandardCharsets.UTF_8);
  }

  private static String text(byte[] body) {
    return field(body, 0, body.length);
  }

  /** Octal digits, or a binary number when the first bit is set. */
  private static long number(byte[] block, int offset, int length, long at)
      throws TarFaultException {
    if ((block[offset] & 0x80) != 0) {
      long value = (block[offset] & 0x40) != 0 ? -1 : 0;
      for (int i = Math.max(1, length - 8); i < length; i++) {
        value = value << 8 | (block[offset + i] & 0xFF);
      }
      return value;
    }
    String digits = field(block, offset, length).strip();
    if (!Regex.matches(digits, "[0-7]{0,20}")) {
      throw new TarFaultException("a header's number isn't one", at);
    }
    return digits.isEmpty() ? 0 : Long.parseLong(digits, 8);
  }

  /** Lines "length key=value", the length counting the whole line. */
  private static void records(byte[] body, Map<String, String> into, long at)
      throws TarFaultException {
    ByteArrayInputStream rest = new ByteArrayInputStream(body);
    while (rest.available() > 0) {
      int length = 0;
      int digits = 0;
      int b = rest.read();
      for (; b >= '0' && b <= '9' && digits < 8; b = rest.read()) {
        length = length * 10 + (b - '0');
        digits++;
      }
      int size = length - digits - 1;
      if (b != ' ' || size < 2 || size > rest.available()) {
        throw new TarFaultException("an extended header is damaged", at);
      }
      byte[] line = new byte[size];
      int got = rest.readNBytes(line, 0, size);
      String text = new String(Arrays.copyOf(line, got - 1), StandardCharsets.UTF_8);
      int equals = text.indexOf('=');
      if (equals < 0) {
        throw new TarFaultException("an extended header is damaged", at);
      }
      into.put(text.substring(0, equals), text.substring(equals + 1));
    }
  }

  private Entry with(Entry entry, Map<String, String> extended, long at) throws TarFaultException {
    if (extended.containsKey("size")) {
      left = number(extended, "size", 0, at);
      padding = TarHeader.padding(left);
    }
    Owner owner = entry.owner();
    return new Entry(
        extended.getOrDefault("path", entry.name()),
        entry.type(),
        entry.mode(),
        new Owner(
            extended.getOrDefault("uname", owner.user()),
            number(extended, "uid", owner.uid(), at),
            extended.getOrDefault("gname", owner.group()),
            number(extended, "gid", owner.gid(), at)),
        left,
        extended.getOrDefault("linkpath", entry.link()),
        entry.seconds());
  }

  private static long number(Map<String, String> extended, String key, long otherwise, long at)
      throws TarFaultException {
    String digits = extended.get(key);
    if (digits == null) {
      return otherwise;
    }
    if (!Regex.matches(digits, "[0-9]{1,18}")) {
      throw new TarFaultException("an extended header is damaged", at);
    }
    return Long.parseLong(digits);
  }
}
