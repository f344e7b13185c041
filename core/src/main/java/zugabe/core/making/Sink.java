package zugabe.core.making;

import java.io.Closeable;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HexFormat;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.zip.CRC32;
import zugabe.bytes.RangeDigest;
import zugabe.bytes.Segment;
import zugabe.core.work.Workers;

/**
 * Writes a file front to back through one buffer. Slots may be left open, one within another, and
 * are filled later by one positional write each. The file's digest follows on a thread of its own,
 * up to the first open slot.
 */
final class Sink implements Closeable {
  private static final int BUFFER_BYTES = 1 << 20;

  private final FileChannel file;
  private final Workers workers;
  private final Outlet outlet;
  private final Carriers carriers;
  private final RangeDigest whole = RangeDigest.of("SHA-256");
  private final DigestFollower digest;
  private final boolean digested;

  /** Heads of payloads, one within another. */
  private final Deque<Long> heads = new ArrayDeque<>();

  /** Slots that a later segment fills. */
  private final IdentityHashMap<Segment.Slot, Long> slots = new IdentityHashMap<>();

  /** Digests with an open range, or with ranges to come. */
  private final IdentityHashMap<RangeDigest, DigestFollower> ranges = new IdentityHashMap<>();

  Sink(FileChannel file, Workers workers) {
    this(file, workers, true);
  }

  private Sink(FileChannel file, Workers workers, boolean digested) {
    this.file = file;
    this.workers = workers;
    this.digested = digested;
    this.outlet = new Outlet(file, BUFFER_BYTES, this::tellFinal);
    this.carriers = new Carriers(file, workers);
    this.digest = new DigestFollower(file, whole, workers);
    if (digested) {
      digest.begin(0);
      digest.start();
    }
  }

  /** Without a digest of the file. */
  static Sink plain(FileChannel file, Workers workers) {
    return new Sink(file, workers, false);
  }

  long position() {
    return outlet.position();
  }

  void write(byte[] bytes, int offset, int length) throws IOException {
    outlet.write(bytes, offset, length);
  }

  void write(byte[] bytes) throws IOException {
    outlet.write(bytes);
  }

  /** Writes a piece here and now. */
  void carry(Carriers.Piece piece) throws IOException {
    piece.write(outlet);
  }

  /** Lets others copy pieces to this place, and goes on behind them. */
  void send(List<Carriers.Piece> pieces, long bytes) throws IOException {
    outlet.flush();
    carriers.send(outlet.flushed(), pieces);
    outlet.go(outlet.flushed() + bytes);
    if (carriers.notice()) {
      tellFinal();
    }
  }

  /** Lets others copy a long content to this place, and goes on behind it. */
  void send(Segment.Copy copy) throws IOException {
    outlet.flush();
    carriers.send(outlet.flushed(), copy);
    outlet.go(outlet.flushed() + copy.content().size());
  }

  /** What lies before this place has arrived. */
  long arrived() {
    return Math.min(outlet.flushed(), carriers.openFrom(0));
  }

  /** Leaves room for a header that isn't known yet. */
  void leaveHead(int width) throws IOException {
    flush();
    heads.push(outlet.flushed());
    write(new byte[width]);
  }

  /** Fills the head that was left last. */
  void fillHead(byte[] bytes) throws IOException {
    flush();
    outlet.fully(ByteBuffer.wrap(bytes), heads.pop());
    tellFinal();
  }

  /** Leaves room for what a later segment fills. */
  void leaveSlot(Segment.Slot slot) throws IOException {
    flush();
    slots.put(slot, outlet.flushed());
    write(new byte[slot.width()]);
  }

  void fillSlot(Segment.Slot slot, byte[] bytes) throws IOException {
    Long at = slots.remove(slot);
    if (at == null || bytes.length != slot.width()) {
      throw new IllegalStateException(
          "slot " + slot.label() + ": " + bytes.length + " bytes for " + slot.width());
    }
    flush();
    outlet.fully(ByteBuffer.wrap(bytes), at);
    tellFinal();
  }

  /** A range of a digest starts at this place. */
  void startRange(RangeDigest range) throws IOException {
    flush();
    long flushed = outlet.flushed();
    DigestFollower follower = ranges.get(range);
    if (follower == null) {
      follower = new DigestFollower(file, range, workers);
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
    long flushed = outlet.flushed();
    DigestFollower follower = ranges.get(end.digest());
    carriers.settleFrom(follower.openFrom());
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
    long open = Math.min(outlet.flushed(), carriers.openFrom(from));
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
      if (from <= outlet.flushed()) {
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
    carriers.settleFrom(position);
    long flushed = outlet.flushed();
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

  /**
   * Ends the file; returns its SHA-256 in lower-case hexadecimal, or nothing without a digest.
   *
   * @param tick is run whenever something has arrived
   */
  String finish(Runnable tick) throws IOException {
    flush();
    tellFinal();
    while (carriers.settle()) {
      tellFinal();
      tick.run();
    }
    if (!heads.isEmpty() || !slots.isEmpty() || !ranges.isEmpty()) {
      throw new IllegalStateException("a slot isn't filled, or a range hasn't ended");
    }
    if (!digested) {
      return "";
    }
    digest.end(outlet.flushed());
    return HexFormat.of().formatHex(digest.finish());
  }

  private void flush() throws IOException {
    outlet.flush();
  }

  @Override
  public void close() {
    carriers.cancel();
    digest.cancel();
    ranges.values().forEach(DigestFollower::cancel);
  }
}
