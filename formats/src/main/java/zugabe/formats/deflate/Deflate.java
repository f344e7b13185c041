package zugabe.formats.deflate;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.Semaphore;
import zugabe.bytes.Packing;

/** Raw DEFLATE (RFC 1951); what it makes depends on the content and the effort only. */
public final class Deflate implements Packing {
  /** The engine's version: other bytes than this one's are never made under the same number. */
  public static final int ENGINE = 2;

  /** Tables, tokens and counts of one encoder, about. */
  private static final long ENCODER_BYTES = 2 << 20;

  /**
   * The same with all matches of a block, of which there may be {@link Trees#MOST} at each place.
   */
  private static final long THOROUGH_BYTES = 48 << 20;

  private static final int WARM_UP_ROUNDS = 6;

  /** Lengths up to this one are tried, because a content's end is treated apart. */
  private static final int WARM_UP_SHORT = 120;

  private static final int WARM_UP_BYTES = 24 * 1024;

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

  /**
   * Packs a little of several kinds, so that the runtime compiles the engine before it is needed,
   * and for all of its ways.
   */
  public static void warmUp() {
    byte[][] kinds = {text(), records(), noise()};
    Deflate deflate = new Deflate();
    for (int i = 0; i < WARM_UP_ROUNDS; i++) {
      byte[] content = kinds[i % kinds.length];
      deflate.pack(new byte[0], content, content.length, true);
      for (int length = i; length < WARM_UP_SHORT; length += WARM_UP_ROUNDS) {
        deflate.pack(content, content, length, false);
      }
    }
  }

  private static byte[] text() {
    byte[] content = noise();
    byte[] words = "tide harbour quay salt marsh gannet heron ".getBytes(StandardCharsets.US_ASCII);
    int at = 0;
    for (int i = 0; i < content.length; i++) {
      // now and then another word, and sometimes a number
      boolean jumps = words[at] == ' ' && (content[i] & 3) != 0;
      at = (jumps ? at + (content[i] & 0x1F) : at + 1) % words.length;
      content[i] = (content[i] & 0x38) == 0 ? (byte) ('0' + (content[i] & 7)) : words[at];
    }
    return content;
  }

  /** Like class files and programs: what is the same each time among what isn't. */
  private static byte[] records() {
    byte[] content = noise();
    for (int i = 0; i < content.length; i++) {
      content[i] =
          switch (i & 7) {
            case 0, 1, 2 -> (byte) i;
            case 3 -> (byte) (i >> 6);
            case 4, 5 -> (byte) (content[i] & 0x0F);
            default -> content[i];
          };
    }
    return content;
  }

  private static byte[] noise() {
    byte[] content = new byte[WARM_UP_BYTES];
    int state = 1;
    for (int i = 0; i < content.length; i++) {
      // a linear congruential sequence
      state = state * 1103515245 + 12345;
      content[i] = (byte) (state >>> 16);
    }
    return content;
  }
}
