package zugabe.formats.deflate;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;

/** Made-up contents of several kinds, the same each time. */
final class Contents {
  private Contents() {}

  /** One of each kind, short. */
  static Map<String, byte[]> kinds() {
    Map<String, byte[]> kinds = new LinkedHashMap<>();
    kinds.put("letters", text(20_000));
    kinds.put("records", records(20_000));
    kinds.put("words", prose(20_000));
    kinds.put("sayings", sayings(48_000));
    kinds.put("mixed", mixed(60_000));
    kinds.put("noise", noise(3_000, 4));
    kinds.put("zeros", new byte[9_000]);
    kinds.put("empty", new byte[0]);
    return kinds;
  }

  static byte[] noise(int size, int seed) {
    byte[] noise = new byte[size];
    new Random(seed).nextBytes(noise);
    return noise;
  }

  static byte[] text(int size) {
    Random random = new Random(3);
    byte[] bytes = new byte[size];
    for (int i = 0; i < size; i++) {
      bytes[i] = (byte) "tides and harbours ".charAt(random.nextInt(19));
    }
    return bytes;
  }

  static byte[] prose(int size) {
    String[] words =
        "tide harbour quay salt marsh gannet heron staithe curve height".split(" ", -1);
    Random random = new Random(5);
    StringBuilder text = new StringBuilder();
    while (text.length() < size) {
      text.append(words[random.nextInt(words.length)])
          .append(random.nextInt(9) == 0 ? " " + random.nextInt(10_000) + ".\n" : " ");
    }
    return text.substring(0, size).getBytes(StandardCharsets.US_ASCII);
  }

  /** Words of few letters, so that each letter takes few bits. */
  static byte[] sayings(int size) {
    Random random = new Random(9);
    String[] words = new String[400];
    for (int i = 0; i < words.length; i++) {
      StringBuilder word = new StringBuilder();
      for (int left = 2 + random.nextInt(7); left > 0; left--) {
        word.append("aeinst".charAt(random.nextInt(6)));
      }
      words[i] = word.toString();
    }
    StringBuilder text = new StringBuilder();
    while (text.length() < size) {
      // some words come more often than others
      text.append(words[random.nextInt(1 + random.nextInt(words.length))]).append(' ');
    }
    return text.substring(0, size).getBytes(StandardCharsets.US_ASCII);
  }

  /** Texts of two alphabets and records in turn, so that matches are looked for in other ways. */
  static byte[] mixed(int size) {
    String greek = new String(prose(9_000), StandardCharsets.US_ASCII).replace('a', '\u03b1');
    ByteBuffer mixed = ByteBuffer.allocate(size);
    List<byte[]> turns =
        List.of(prose(9_000), records(9_000), greek.getBytes(StandardCharsets.UTF_8));
    for (int turn = 0; mixed.hasRemaining(); turn++) {
      byte[] next = turns.get(turn % turns.size());
      mixed.put(next, 0, Math.min(next.length, mixed.remaining()));
    }
    byte[] all = new byte[size];
    mixed.flip().get(all);
    return all;
  }

  static byte[] records(int size) {
    Random random = new Random(7);
    byte[] bytes = new byte[size];
    int value = 0x400000;
    for (int i = 0; i + 16 <= size; i += 16) {
      value += random.nextInt(64);
      bytes[i] = (byte) value;
      bytes[i + 1] = (byte) (value >>> 8);
      bytes[i + 2] = (byte) (value >>> 16);
      bytes[i + 4] = (byte) (0x48 + random.nextInt(4));
      bytes[i + 5] = (byte) random.nextInt(16);
      bytes[i + 8] = (byte) random.nextInt(256);
    }
    return bytes;
  }
}
