package zugabe.inner;

import java.io.ByteArrayInputStream;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.jar.Manifest;
import java.util.zip.CRC32;
import java.util.zip.Inflater;
import java.util.zip.InflaterInputStream;
import java.util.zip.ZipEntry;

/**
 * A library inside the outer jar: its directory (PKWARE APPNOTE 4.3.12) is read when the library is
 * first asked for, an entry when that is. Of several entries of one name the last counts, as for
 * the runtime.
 */
final class Inner {
  private static final int LOCAL_BYTES = 30;
  private static final int CENTRAL_BYTES = 46;
  private static final int END_BYTES = 22;
  private static final int LOCAL_SIGNATURE = 0x04034b50;
  private static final int CENTRAL_SIGNATURE = 0x02014b50;
  private static final int END_SIGNATURE = 0x06054b50;
  private static final int ZIP64_LOCATOR_SIGNATURE = 0x07064b50;

  /** Room for an extra field of the usual size, so that one read fetches header and data. */
  private static final int EXTRA_GUESS = 64;

  private final Outer outer;
  private final ZipEntry place;
  private byte[] central;
  private long start;
  private long centralAt;
  private int[] heads;
  private int[] next;
  private int[] positions;
  private Manifest manifest;
  private Signatures signatures;

  Inner(Outer outer, ZipEntry place) {
    this.outer = outer;
    this.place = place;
  }

  Outer outer() {
    return outer;
  }

  String path() {
    return place.getName();
  }

  /** The library's own bytes. */
  InputStream open() throws IOException {
    return outer.open(place);
  }

  long size() {
    return place.getSize();
  }

  long time() {
    return place.getTime();
  }

  /**
   * An entry's place in the directory, or -1. A folder is found with and without its last slash.
   */
  int find(String name) throws IOException {
    directory();
    byte[] wanted = name.getBytes(StandardCharsets.UTF_8);
    int length = withoutSlash(wanted, 0, wanted.length);
    int folder = -1;
    for (int i = heads[slot(hash(wanted, 0, length))]; i >= 0; i = next[i]) {
      int at = positions[i];
      int nameLength = u2(central, at + 28);
      if (same(at + CENTRAL_BYTES, nameLength, wanted)) {
        return i;
      }
      if (nameLength == wanted.length + 1
          && central[at + CENTRAL_BYTES + wanted.length] == '/'
          && same(at + CENTRAL_BYTES, wanted.length, wanted)) {
        folder = i;
      }
    }
    return folder;
  }

  private boolean same(int at, int length, byte[] wanted) {
    if (length != wanted.length) {
      return false;
    }
    for (int i = 0; i < length; i++) {
      if (central[at + i] != wanted[i]) {
        return false;
      }
    }
    return true;
  }

  int count() throws IOException {
    directory();
    return positions.length;
  }

  String name(int i) {
    int at = positions[i];
    return new String(central, at + CENTRAL_BYTES, u2(central, at + 28), StandardCharsets.UTF_8);
  }

  int size(int i) {
    return (int) u4(central, positions[i] + 24);
  }

  int packedSize(int i) {
    return (int) u4(central, positions[i] + 20);
  }

  long crc32(int i) {
    return u4(central, positions[i] + 16);
  }

  int method(int i) {
    return u2(central, positions[i] + 10);
  }

  /** Date and time as written. */
  long dosTime(int i) {
    return u4(central, positions[i] + 12);
  }

  /**
   * An entry's content, checked by its CRC-32: a damaged class would fail with a message that tells
   * nothing.
   */
  byte[] read(int i) throws IOException {
    byte[] content = content(i);
    CRC32 crc = new CRC32();
    crc.update(content, 0, content.length);
    if (crc.getValue() != crc32(i)) {
      throw new IOException(name(i) + " in " + path() + " is damaged");
    }
    return content;
  }

  private byte[] content(int i) throws IOException {
    int packed = packedSize(i);
    int size = size(i);
    // deflate packs at most 1,032 bytes into one
    if (packed < 0 || packed > size() || size < 0 || size > (packed + 1L) * 1032) {
      throw damaged(name(i) + " has a size that can't be");
    }
    byte[] bytes = packed(i);
    int from = bytes.length - packed;
    if (method(i) == ZipEntry.STORED) {
      return Arrays.copyOfRange(bytes, from, bytes.length);
    }
    byte[] content = new byte[size];
    Inflater inflater = new Inflater(true);
    try {
      inflater.setInput(bytes, from, packed);
      int done = 0;
      while (done < size) {
        int got = inflater.inflate(content, done, size - done);
        if (got == 0) {
          throw new IOException(name(i) + " in " + path() + " is damaged");
        }
        done += got;
      }
      return content;
    } catch (java.util.zip.DataFormatException e) {
      throw new IOException(name(i) + " in " + path() + " is damaged", e);
    } finally {
      inflater.end();
    }
  }

  /** The packed bytes, at the end of what is returned. */
  private byte[] packed(int i) throws IOException {
    long header = header(i);
    int packed = packedSize(i);
    int nameLength = u2(central, positions[i] + 28);
    if (header < 0 || header > size() - LOCAL_BYTES) {
      throw damaged(name(i) + " is said to lie outside");
    }
    int guess =
        (int) Math.min((long) LOCAL_BYTES + nameLength + EXTRA_GUESS + packed, size() - header);
    byte[] bytes = new byte[guess];
    outer.read(place, header, bytes, guess);
    int data = dataStart(i, bytes);
    if (data + packed <= guess) {
      return data + packed == guess ? bytes : Arrays.copyOf(bytes, data + packed);
    }
    byte[] exact = new byte[packed];
    outer.read(place, header + data, exact, packed);
    return exact;
  }

  private int dataStart(int i, byte[] local) throws IOException {
    if (local.length < LOCAL_BYTES || (int) u4(local, 0) != LOCAL_SIGNATURE) {
      throw new IOException(name(i) + " in " + path() + " is damaged");
    }
    return LOCAL_BYTES + u2(local, 26) + u2(local, 28);
  }

  private long header(int i) {
    return start + u4(central, positions[i] + 42);
  }

  /** An entry's content as a stream: large ones aren't held. */
  InputStream open(int i) throws IOException {
    int packed = packedSize(i);
    if (packed < 0 || header(i) < 0 || header(i) > size() - LOCAL_BYTES) {
      throw damaged(name(i) + " is said to lie outside");
    }
    if (packed < 1 << 16) {
      return new ByteArrayInputStream(read(i));
    }
    byte[] local = new byte[LOCAL_BYTES];
    outer.read(place, header(i), local, LOCAL_BYTES);
    InputStream raw = range(header(i) + dataStart(i, local), packed);
    return method(i) == ZipEntry.STORED ? raw : new Inflating(raw, size(i));
  }

  /** Header, data and descriptor of an entry, as they lie there. */
  byte[] record(int i) throws IOException {
    long from = header(i);
    long to = start + centralAt;
    for (int other = 0; other < positions.length; other++) {
      long at = header(other);
      if (at > from && at < to) {
        to = at;
      }
    }
    if (from < 0 || to > size() || from > to) {
      throw damaged(name(i) + " is said to lie outside");
    }
    byte[] bytes = new byte[(int) (to - from)];
    outer.read(place, from, bytes, bytes.length);
    return bytes;
  }

  private InputStream range(long from, long length) throws IOException {
    InputStream in = outer.open(place);
    for (long left = from; left > 0; ) {
      long skipped = in.skip(left);
      if (skipped <= 0) {
        throw damaged("it ends before " + from);
      }
      left -= skipped;
    }
    return new Range(in, length);
  }

  /** The manifest; an empty one when there is none. */
  synchronized Manifest manifest() throws IOException {
    if (manifest == null) {
      int at = find("META-INF/MANIFEST.MF");
      manifest = at < 0 ? new Manifest() : new Manifest(new ByteArrayInputStream(read(at)));
    }
    return manifest;
  }

  /** Who signed what; only for signed libraries. */
  synchronized Signatures signatures() throws IOException {
    if (signatures == null) {
      signatures = new Signatures(this);
    }
    return signatures;
  }

  private synchronized void directory() throws IOException {
    if (central != null) {
      return;
    }
    int tail = (int) Math.min(size(), 1 << 16);
    byte[] end = new byte[tail];
    outer.read(place, size() - tail, end, tail);
    int at = tail - END_BYTES;
    while (at >= 0
        && !(u4(end, at) == END_SIGNATURE && at + END_BYTES + u2(end, at + 20) == tail)) {
      at--;
    }
    if (at < 0) {
      throw damaged("its directory is missing");
    }
    long count = u2(end, at + 10);
    long bytes = u4(end, at + 12);
    long offset = u4(end, at + 16);
    long endAt = size() - tail + at;
    if (at >= 20 && u4(end, at - 20) == ZIP64_LOCATOR_SIGNATURE) {
      // more than 65,535 entries (4.3.14); sizes beyond 2 GB are refused when such a jar is made
      byte[] large = new byte[56];
      endAt -= 20 + 56;
      if (endAt < 0) {
        throw damaged("its directory is missing");
      }
      outer.read(place, endAt, large, large.length);
      count = u4(large, 32);
      bytes = u4(large, 40);
      offset = u4(large, 48);
    }
    if (bytes > endAt || offset > endAt - bytes || count > bytes / CENTRAL_BYTES) {
      throw damaged("its directory claims more than there is");
    }
    start = endAt - bytes - offset;
    centralAt = offset;
    int inTail = (int) (endAt - bytes - (size() - tail));
    byte[] read;
    if (inTail >= 0) {
      read = Arrays.copyOfRange(end, inTail, inTail + (int) bytes);
    } else {
      read = new byte[(int) bytes];
      outer.read(place, endAt - bytes, read, read.length);
    }
    table(read, (int) count);
    central = read;
  }

  private IOException damaged(String what) {
    return new IOException(path() + " in " + outer.file.getName() + " is damaged: " + what);
  }

  private void table(byte[] read, int count) throws IOException {
    int slots = Integer.highestOneBit(Math.max(count, 8)) << 1;
    heads = new int[slots];
    Arrays.fill(heads, -1);
    next = new int[count];
    positions = new int[count];
    int at = 0;
    for (int i = 0; i < count; i++) {
      if (at + CENTRAL_BYTES > read.length || u4(read, at) != CENTRAL_SIGNATURE) {
        throw damaged("its directory is cut off");
      }
      int nameLength = u2(read, at + 28);
      if (at + CENTRAL_BYTES + nameLength > read.length) {
        throw damaged("its directory is cut off");
      }
      int slot =
          slot(hash(read, at + CENTRAL_BYTES, withoutSlash(read, at + CENTRAL_BYTES, nameLength)));
      positions[i] = at;
      next[i] = heads[slot];
      heads[slot] = i;
      at += CENTRAL_BYTES + nameLength + u2(read, at + 30) + u2(read, at + 32);
    }
  }

  private static int withoutSlash(byte[] bytes, int from, int length) {
    return length > 0 && bytes[from + length - 1] == '/' ? length - 1 : length;
  }

  private int slot(int hash) {
    return (hash ^ (hash >>> 16)) & (heads.length - 1);
  }

  private static int hash(byte[] bytes, int from, int length) {
    int hash = 0;
    for (int i = from; i < from + length; i++) {
      hash = 31 * hash + bytes[i];
    }
    return hash;
  }

  private static int u2(byte[] bytes, int at) {
    return (bytes[at] & 0xFF) | ((bytes[at + 1] & 0xFF) << 8);
  }

  private static long u4(byte[] bytes, int at) {
    return (u2(bytes, at) | ((long) u2(bytes, at + 2) << 16)) & 0xFFFFFFFFL;
  }

  /** The first bytes of a stream. */
  private static final class Range extends FilterInputStream {
    private long left;

    Range(InputStream in, long length) {
      super(in);
      this.left = length;
    }

    @Override
    public int read() throws IOException {
      byte[] one = new byte[1];
      return read(one, 0, 1) < 0 ? -1 : one[0] & 0xFF;
    }

    @Override
    public int read(byte[] into, int offset, int length) throws IOException {
      if (left == 0 && length > 0) {
        return -1;
      }
      int got = in.read(into, offset, (int) Math.min(length, left));
      left -= Math.max(got, 0);
      return got;
    }

    @Override
    public long skip(long wanted) throws IOException {
      long skipped = in.skip(Math.min(wanted, left));
      left -= skipped;
      return skipped;
    }

    @Override
    public int available() {
      return (int) Math.min(left, Integer.MAX_VALUE);
    }
  }

  /** Inflates; tells how much is left, as callers of small resources rely on it. */
  private static final class Inflating extends InflaterInputStream {
    private long left;

    Inflating(InputStream raw, long size) {
      super(raw, new Inflater(true), 8192);
      this.left = size;
    }

    @Override
    protected void fill() throws IOException {
      int got = in.read(buf, 0, buf.length);
      if (got < 0) {
        // an inflater without a zlib header wants one byte more than there is
        buf[0] = 0;
        got = 1;
      }
      len = got;
      inf.setInput(buf, 0, got);
    }

    @Override
    public int read(byte[] into, int offset, int length) throws IOException {
      int got = super.read(into, offset, length);
      left -= Math.max(got, 0);
      return got;
    }

    @Override
    public int available() {
      return (int) Math.min(left, Integer.MAX_VALUE);
    }

    @Override
    public void close() throws IOException {
      super.close();
      inf.end();
    }
  }
}
