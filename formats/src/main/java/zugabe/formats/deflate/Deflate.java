package zugabe.formats.deflate;

import java.io.ByteArrayOutputStream;
import java.util.Arrays;
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
  private final Queue<Deflater> idle = new ConcurrentLinkedQueue<>();

  @Override
  public byte[] pack(byte[] previous, byte[] block, int length, boolean last) {
    Deflater waiting = idle.poll();
    Deflater deflater = waiting == null ? new Deflater(LEVEL, true) : waiting;
    deflater.reset();
    if (previous.length > 0) {
      int from = Math.max(0, previous.length - WINDOW_BYTES);
      deflater.setDictionary(previous, from, previous.length - from);
    }
    deflater.setInput(block, 0, length);
    byte[] packed = last ? finish(deflater, length) : flush(deflater, length);
    idle.add(deflater);
    return packed;
  }

  private static byte[] finish(Deflater deflater, int length) {
    deflater.finish();
    return drain(deflater, length, Deflater.NO_FLUSH);
  }

  private static byte[] flush(Deflater deflater, int length) {
    return drain(deflater, length, Deflater.SYNC_FLUSH);
  }

  private static byte[] drain(Deflater deflater, int length, int flush) {
    byte[] buffer = new byte[length + length / 1000 + 64];
    int size = deflater.deflate(buffer, 0, buffer.length, flush);
    if (size < buffer.length) {
      return Arrays.copyOf(buffer, size);
    }
    ByteArrayOutputStream rest = new ByteArrayOutputStream(2 * size);
    while (size > 0) {
      rest.write(buffer, 0, size);
      size = size < buffer.length ? 0 : deflater.deflate(buffer, 0, buffer.length, flush);
    }
    return rest.toByteArray();
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
