package zugabe.fuzz;

import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.zip.DataFormatException;
import java.util.zip.Inflater;
import zugabe.formats.deflate.Deflate;

/**
 * Packs contents that are made of an input, in blocks, and holds what comes back against them. The
 * reader is the runtime's, which is zlib or a descendant of it.
 */
final class RoundTrip {
  private static final int MOST_BYTES = 300_000;

  /** Text and other bytes change places after so many. */
  private static final int TURN_BYTES = 20_000;

  /** Longer ones take the thorough effort too long. */
  private static final int MOST_THOROUGH = 20_000;

  private RoundTrip() {}

  /** Seeds of several kinds; each is varied once more. */
  static List<byte[]> seeds() {
    byte[] noise = new byte[40_000];
    new Random(3).nextBytes(noise);
    return List.of(
        new byte[0],
        new byte[] {7},
        Seeds.text("tide tide harbour quay ".repeat(40)),
        new byte[70_000],
        Arrays.copyOf(noise, 3_000),
        noise,
        Seeds.jar());
  }

  /** Fails with an {@link IllegalStateException} when another content comes back. */
  static void take(byte[] input) {
    Random random = new Random(Arrays.hashCode(input));
    byte[] content = random.nextBoolean() ? input : longer(input, random);
    int block = 1 + random.nextInt(random.nextInt(10) == 0 ? 100_000 : 20_000);
    check(content, new Deflate(), block);
    if (content.length <= MOST_THOROUGH) {
      check(content, Deflate.smallest(), block);
    }
  }

  /** Parts of it that come again, near and far, with other bytes between them. */
  private static byte[] longer(byte[] input, Random random) {
    byte[] content = Arrays.copyOf(input, random.nextInt(MOST_BYTES) + 1);
    int at = Math.min(input.length, content.length);
    int turn = random.nextInt(4);
    while (at < content.length) {
      int left = content.length - at;
      if (at == 0 || random.nextInt(4) == 0) {
        boolean text = at / TURN_BYTES % 2 == turn;
        content[at++] =
            (byte)
                (text ? 'a' + random.nextInt(20) : random.nextInt(random.nextBoolean() ? 4 : 256));
      } else {
        int length = Math.min(left, 1 + random.nextInt(random.nextInt(8) == 0 ? 5_000 : 20));
        int distance = 1 + random.nextInt(Math.min(at, random.nextBoolean() ? 300 : 70_000));
        for (int i = 0; i < length; i++, at++) {
          content[at] = content[at - distance];
        }
      }
    }
    return content;
  }

  private static void check(byte[] content, Deflate deflate, int blockBytes) {
    Inflater inflater = new Inflater(true);
    try {
      inflater.setInput(deflate.stream(content, blockBytes));
      byte[] back = new byte[content.length + 1];
      int length = 0;
      for (int n = 1; n > 0; length += n) {
        n = inflater.inflate(back, length, back.length - length);
      }
      boolean same =
          inflater.finished()
              && inflater.getRemaining() == 0
              && Arrays.equals(back, 0, length, content, 0, content.length);
      if (!same) {
        throw new IllegalStateException("another content came back");
      }
    } catch (DataFormatException e) {
      throw new IllegalStateException(e);
    } finally {
      inflater.end();
    }
  }
}
