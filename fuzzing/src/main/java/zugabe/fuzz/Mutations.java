package zugabe.fuzz;

import java.util.Arrays;
import java.util.List;
import java.util.Random;

/** Spoils inputs: the same seed spoils the same way. */
final class Mutations {
  private static final int MAX_BYTES = 1 << 20;

  /** Numbers at the edges of what fields hold. */
  private static final long[] EDGES = {
    0,
    1,
    -1,
    0x7F,
    0x80,
    0xFF,
    0x7FFF,
    0x8000,
    0xFFFF,
    0x7FFFFFFFL,
    0x80000000L,
    0xFFFFFFFFL,
    Long.MAX_VALUE,
    Long.MIN_VALUE
  };

  private final Random random;
  private final List<byte[]> seeds;

  Mutations(long seed, List<byte[]> seeds) {
    this.random = new Random(seed);
    this.seeds = seeds;
  }

  /** One more input. */
  byte[] next() {
    byte[] bytes = any().clone();
    for (int i = random.nextInt(4); i >= 0; i--) {
      bytes = spoilt(bytes);
    }
    return bytes.length > MAX_BYTES ? Arrays.copyOf(bytes, MAX_BYTES) : bytes;
  }

  private byte[] any() {
    return seeds.get(random.nextInt(seeds.size()));
  }

  private byte[] spoilt(byte[] bytes) {
    if (bytes.length == 0) {
      return any().clone();
    }
    int at = random.nextInt(bytes.length);
    switch (random.nextInt(8)) {
      case 0 -> bytes[at] ^= (byte) (1 << random.nextInt(8));
      case 1 -> bytes[at] = (byte) random.nextInt(256);
      case 2 -> {
        return Arrays.copyOf(bytes, at);
      }
      case 3 -> number(bytes, at);
      case 4 -> {
        return spliced(
            bytes,
            at,
            Arrays.copyOfRange(bytes, at, Math.min(bytes.length, at + 1 + random.nextInt(200))));
      }
      case 5 -> {
        byte[] other = any();
        int from = random.nextInt(Math.max(1, other.length));
        return spliced(
            bytes,
            at,
            Arrays.copyOfRange(other, from, Math.min(other.length, from + random.nextInt(300))));
      }
      case 6 -> {
        byte[] without =
            new byte[bytes.length - Math.min(bytes.length - at, 1 + random.nextInt(50))];
        System.arraycopy(bytes, 0, without, 0, at);
        System.arraycopy(
            bytes, bytes.length - (without.length - at), without, at, without.length - at);
        return without;
      }
      default -> {
        byte[] run = new byte[1 + random.nextInt(2000)];
        Arrays.fill(run, bytes[at]);
        return spliced(bytes, at, run);
      }
    }
    return bytes;
  }

  private void number(byte[] bytes, int at) {
    long edge = EDGES[random.nextInt(EDGES.length)] + random.nextInt(3) - 1;
    int width = 1 << random.nextInt(4);
    boolean big = random.nextBoolean();
    for (int i = 0; i < width && at + i < bytes.length; i++) {
      bytes[at + i] = (byte) (edge >> (8 * (big ? width - 1 - i : i)));
    }
  }

  private static byte[] spliced(byte[] bytes, int at, byte[] piece) {
    byte[] longer = new byte[bytes.length + piece.length];
    System.arraycopy(bytes, 0, longer, 0, at);
    System.arraycopy(piece, 0, longer, at, piece.length);
    System.arraycopy(bytes, at, longer, at + piece.length, bytes.length - at);
    return longer;
  }
}
