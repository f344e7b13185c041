package zugabe.core.making;

import java.io.Closeable;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HexFormat;
import java.util.IdentityHashMap;
import java.util.zip.CRC32;
import zugabe.bytes.Access;
import zugabe.bytes.RangeDigest;
import zugabe.bytes.Segment;

/**
 * Writes a file front to back through one buffer. Slots may be left open, one within another, and
 * are filled later by one positional write each. The file's digest follows on a thread of its own,
 * up to the first open slot.
 */
final class Sink implements Closeable {
  private static final int BUFFER_BYTES = 1 << 20;

  private final FileChannel file;
  private final RangeDigest whole = RangeDigest.of("SHA-256");
  private final DigestFollower digest;
  private final boolean digested;

  /** Outside the heap: the system reads and writes it in place. */
  private final ByteBuffer buffer = ByteBuffer.allocateDirect(BUFFER_BYTES);

  private long flushed;

  /** Heads of payloads, one within another. */
  private final Deque<Long> heads = new ArrayDeque<>();

  /** Slots that a later segment fills. */
  private final IdentityHashMap<Segment.Slot, Long> slots = new IdentityHashMap<>();

  /** Digests with an open range, or with ranges to come. */
  private final IdentityHashMap<RangeDigest, DigestFollower> ranges = new IdentityHashMap<>();

  Sink(FileChannel file) {
    this(file, true);
  }

  private Sink(FileChannel file, boolean digested) {
    this.file = file;
    this.digested = digested;
    this.digest = new DigestFollower(file, whole);
    if (digested) {
      digest.begin(0);
      digest.start();
    }
  }

  /** Without a digest of the file. */
  static Sink plain(FileChannel file) {
    return new Sink(file, false);
  }

  long position() {
    return flushed + buffer.position();
  }

  void write(byte[] bytes, int offset, int length) throws IOException {
    int at = offset;
    int left = length;
    while (left > 0) {
      int count = Math.min(left, buffer.remaining());
      buffer.put(bytes, at, count);
      at += count;
      left -= count;
      if (!buffer.hasRemaining()) {
        flush();
      }
    }
  }

  /** Copies all of {@code from}, on the shortest way; returns the count and adds to the CRC-32. */
  long copy(Access from, CRC32 crc) throws IOException {
    long done = 0;
    while (true) {
      int start = buffer.position();
      int got = from.read(done, buffer);
      if (got < 0) {
        return done;
      }
      crc.update(buffer.duplicate().flip().position(start));
      done += got;
      if (!buffer.hasRemaining()) {
        flush();
      }
    }
  }

  void write(byte[] bytes) throws IOException {
    write(bytes, 0, bytes.length);
  }

  /** Leaves room for a header that isn't known yet. */
  void leaveHead(int width) throws IOException {
    flush();
    heads.push(flushed);
    write(new byte[width]);
  }

  /** Fills the head that was left last. */
  void fillHead(byte[] bytes) throws IOException {
    flush();
    writeFully(ByteBuffer.wrap(bytes), heads.pop());
    tellFinal();
  }

  /** Leaves room for what a later segment fills. */
  void leaveSlot(Segment.Slot slot) throws IOException {
    flush();
    slots.put(slot, flushed);
    write(new byte[slot.width()]);
  }

  void fillSlot(Segment.Slot slot, byte[] bytes) throws IOException {
    Long at = slots.remove(slot);
    if (at == null || bytes.length != slot.width()) {
      throw new IllegalStateException(
          "slot " + slot.label() + ": " + bytes.length + " bytes for " + slot.width());
    }
    flush();
    writeFully(ByteBuffer.wrap(bytes), at);
    tellFinal();
  }

  /** A range of a digest starts at this place. */
  void startRange(RangeDigest range) throws IOException {
    flush();
    DigestFollower follower = ranges.get(range);
    if (follower == null) {
      follower = new DigestFollower(file, range);
      ranges.put(range, follower);
      follower.begin(flushed);
      follower.start();
    } else {
      follower.begin(flushed);
    }
  }

  /** A range ends at this place; behind the last one the digest is there. */
  void endRange(Segment.RangeEnd end) throws IOException {
    flush();
    DigestFollower follower = ranges.get(end.digest());
    if (openFrom(follower.openFrom()) < flushed) {
      throw new IllegalStateException("a slot in the range " + end.label() + " isn't filled");
    }
    follower.end(flushed);
    if (end.last()) {
      follower.finish();
      ranges.remove(end.digest());
    }
  }

  /** The first place from {@code from} on that isn't final. */
  private long openFrom(long from) {
    long open = flushed;
    for (long head : heads) {
      open = head >= from ? Math.min(open, head) : open;
    }
    for (long slot : slots.values()) {
      open = slot >= from ? Math.min(open, slot) : open;
    }
    return open;
  }

  private void tellFinal() {
    if (digested) {
      digest.upTo(openFrom(0));
    }
    for (DigestFollower follower : ranges.values()) {
      long from = follower.openFrom();
      if (from <= flushed) {
        follower.upTo(openFrom(from));
      }
    }
  }

  /**
   * CRC-32 of what was written from a place on, slots included: read back, since slots were filled
   * later.
   */
  long crc32From(long position) throws IOException {
    flush();
    CRC32 crc = new CRC32();
    ByteBuffer chunk = ByteBuffer.allocate(1 << 16);
    for (long at = position; at < flushed; ) {
      chunk.clear().limit((int) Math.min(chunk.capacity(), flushed - at));
      int got = file.read(chunk, at);
      if (got < 0) {
        throw new IOException("the file was cut off while it was written");
      }
      crc.update(chunk.flip());
      at += got;
    }
    return crc.getValue();
  }

  /** Ends the file; returns its SHA-256 in lower-case hexadecimal, or nothing without a digest. */
  String finish() throws IOException {
    flush();
    if (!heads.isEmpty() || !slots.isEmpty() || !ranges.isEmpty()) {
      throw new IllegalStateException("a slot isn't filled, or a range hasn't ended");
    }
    if (!digested) {
      return "";
    }
    digest.end(flushed);
    return HexFormat.of().formatHex(digest.finish());
  }

  private void flush() throws IOException {
    int filled = buffer.position();
    if (filled == 0) {
      return;
    }
    writeFully(buffer.flip(), flushed);
    buffer.clear();
    flushed += filled;
    tellFinal();
  }

  private void writeFully(ByteBuffer bytes, long position) throws IOException {
    long at = position;
    while (bytes.hasRemaining()) {
      at += file.write(bytes, at);
    }
  }

  @Override
  public void close() {
    digest.interrupt();
    ranges.values().forEach(DigestFollower::interrupt);
  }
}
