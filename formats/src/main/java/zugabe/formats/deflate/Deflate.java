package zugabe.formats.deflate;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.zip.Deflater;
import zugabe.bytes.Digests;
import zugabe.bytes.Packing;

/** Raw DEFLATE at level 6, the level that general-purpose programs use. */
public final class Deflate implements Packing {
  /** The farthest a match may reach back: RFC 1951, section 2. */
  private static final int WINDOW_BYTES = 32 * 1024;

  private static final int LEVEL = 6;

  /** Engines that wait for their next block: making one costs more than packing a small file. */
  private final Queue<Engine> idle = new ConcurrentLinkedQueue<>();

  @Override
  public byte[] pack(byte[] previous, byte[] block, int length, boolean last) {
    Engine waiting = idle.poll();
    Engine engine = waiting == null ? new Engine() : waiting;
    byte[] packed = engine.pack(previous, block, length, last);
    idle.add(engine);
    return packed;
  }

  /**
   * One deflater with its buffers. They lie outside the heap: working on an array of the heap, the
   * deflater would keep the garbage collector waiting, and with it every other thread.
   */
  private static final class Engine {
    private final Deflater deflater = new Deflater(LEVEL, true);
    private final ByteBuffer in = ByteBuffer.allocateDirect(Packing.BLOCK_BYTES);
    private final ByteBuffer out = ByteBuffer.allocateDirect(64 * 1024);

    byte[] pack(byte[] previous, byte[] block, int length, boolean last) {
      deflater.reset();
      if (previous.length > 0) {
        int from = Math.max(0, previous.length - WINDOW_BYTES);
        deflater.setDictionary(previous, from, previous.length - from);
      }
      ByteArrayOutputStream packed = new ByteArrayOutputStream(length / 2 + 64);
      for (int at = 0; at < length; at += in.capacity()) {
        in.clear().put(block, at, Math.min(in.capacity(), length - at)).flip();
        deflater.setInput(in);
        drain(packed, Deflater.NO_FLUSH);
      }
      if (last) {
        deflater.finish();
        drain(packed, Deflater.NO_FLUSH);
      } else {
        drain(packed, Deflater.SYNC_FLUSH);
      }
      return packed.toByteArray();
    }

    private void drain(ByteArrayOutputStream packed, int flush) {
      byte[] chunk = new byte[out.capacity()];
      int count;
      do {
        out.clear();
        count = deflater.deflate(out, flush);
        out.flip().get(chunk, 0, count);
        packed.write(chunk, 0, count);
      } while (count == out.capacity());
    }
  }

  /**
   * Names the engine by what it does: the first 16 hexadecimal digits of the SHA-256 of a fixed
   * content, packed. Equal fingerprints make equal bytes.
   */
  public static String fingerprint() {
    byte[] sample = new byte[64 * 1024];
    int state = 20260101;
    for (int i = 0; i < sample.length; i++) {
      // a linear congruential sequence with runs: both matches and literals occur
      if (i % 7 != 3) {
        state = state * 1103515245 + 12345;
      }
      sample[i] = (byte) ((state >>> 16) & (i % 1024 < 512 ? 0x0F : 0xFF));
    }
    return Digests.sha256Hex(new Deflate().pack(new byte[0], sample, sample.length, true))
        .substring(0, 16);
  }
}
