package zugabe.formats.deflate;

import java.io.ByteArrayOutputStream;
import java.util.Arrays;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.Semaphore;
import zugabe.bytes.Packing;

/** Raw DEFLATE (RFC 1951); what it makes depends on the content and the effort only. */
public final class Deflate implements Packing {
  /** The engine's version: other bytes than this one's are never made under the same number. */
  public static final int ENGINE = 6;

  /** Tables, tokens, counts and contents of one encoder, about. */
  private static final long ENCODER_BYTES = 7 << 19;

  /**
   * The same with all matches of a block, of which there may be {@link Trees#MOST} at each place.
   */
  private static final long THOROUGH_BYTES = 48 << 20;

  /** Encoders that wait for their next content: making one costs more than packing a small file. */
  private static final Queue<Encoder> IDLE = new ConcurrentLinkedQueue<>();

  private static final Queue<Encoder> IDLE_THOROUGH = new ConcurrentLinkedQueue<>();

  /** So many encoders work at once as half of the runtime's memory holds. */
  private static final Semaphore ROOM = roomFor(ENCODER_BYTES);

  private static final Semaphore ROOM_THOROUGH = roomFor(THOROUGH_BYTES);

  private final boolean thorough;
  private final Queue<Encoder> idle;
  private final Semaphore room;

  /** In a short time. */
  public Deflate() {
    this(false);
  }

  private Deflate(boolean thorough) {
    this.thorough = thorough;
    this.idle = thorough ? IDLE_THOROUGH : IDLE;
    this.room = thorough ? ROOM_THOROUGH : ROOM;
  }

  private static Semaphore roomFor(long bytes) {
    return new Semaphore((int) Math.max(1, Runtime.getRuntime().maxMemory() / 2 / bytes));
  }

  /** About a thirtieth smaller, in about ten times the time. */
  public static Deflate smallest() {
    return new Deflate(true);
  }

  @Override
  public byte[] pack(byte[] previous, byte[] block, int length, boolean last) {
    if (length > BLOCK_BYTES) {
      return inBlocks(previous, Arrays.copyOf(block, length), BLOCK_BYTES, last);
    }
    room.acquireUninterruptibly();
    try {
      Encoder waiting = idle.poll();
      Encoder encoder = waiting == null ? new Encoder(thorough) : waiting;
      byte[] packed = encoder.pack(previous, block, length, last);
      idle.add(encoder);
      return packed;
    } finally {
      room.release();
    }
  }

  /** A whole content as one stream, of blocks that are packed independently. */
  public byte[] stream(byte[] content, int blockBytes) {
    return inBlocks(new byte[0], content, blockBytes, true);
  }

  private byte[] inBlocks(byte[] previous, byte[] content, int blockBytes, boolean last) {
    ByteArrayOutputStream joined = new ByteArrayOutputStream(content.length / 2 + 16);
    byte[] before = previous;
    int at = 0;
    do {
      byte[] block = Arrays.copyOfRange(content, at, Math.min(content.length, at + blockBytes));
      at += block.length;
      joined.writeBytes(pack(before, block, block.length, last && at == content.length));
      before = block;
    } while (at < content.length);
    return joined.toByteArray();
  }

  @Override
  public long engineBytes() {
    return thorough ? THOROUGH_BYTES : ENCODER_BYTES;
  }
}
