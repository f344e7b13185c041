package zugabe.formats.deflate;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import java.util.zip.Deflater;
import java.util.zip.Inflater;
import java.util.zip.InflaterInputStream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.bytes.Digests;
import zugabe.bytes.Packing;

/** Both efforts, read by the runtime's own inflater. */
public final class DeflateTest {
  private static final int BLOCK = Packing.BLOCK_BYTES;
  private static final int STORED_MOST = 65_535;

  @DataProvider
  public Object[][] efforts() {
    return new Object[][] {{new Deflate()}, {Deflate.smallest()}};
  }

  @DataProvider
  public Object[][] blocks() {
    List<Object[]> all = new ArrayList<>();
    for (Object[] effort : efforts()) {
      for (int[] sizes : new int[][] {{1, 10}, {3, 100}, {4, 65536}, {7, 40000}, {2, 0}, {1, 0}}) {
        all.add(new Object[] {effort[0], sizes[0], sizes[1]});
      }
    }
    return all.toArray(Object[][]::new);
  }

  /** Blocks that were packed by themselves are one stream to any reader. */
  @Test(dataProvider = "blocks")
  public void blocksJoinToOneStream(Deflate deflate, int count, int size) throws Exception {
    byte[] content = text(count * size);
    assertThat(unpacked(packed(deflate, content, Math.max(1, size)))).isEqualTo(content);
  }

  @Test(dataProvider = "efforts")
  public void theDictionaryOfTheBlockBeforeIsUsed(Deflate deflate) {
    byte[] block = noise(20_000, 1);
    int alone = deflate.pack(new byte[0], block, block.length, true).length;
    int behind = deflate.pack(block, block, block.length, true).length;
    assertThat(behind).isLessThan(alone / 10);
  }

  /** Whatever a content's length is: around the edges of window, part, stored block and run. */
  @Test(dataProvider = "efforts")
  public void edgesComeBack(Deflate deflate) throws Exception {
    List<Integer> sizes = new ArrayList<>();
    for (int edge : new int[] {4, 256, 258, 8192, 12_288, 32_768, 65_535, 65_536}) {
      for (int off = -2; off <= 2; off++) {
        sizes.add(edge + off);
      }
    }
    for (int size : sizes) {
      for (byte[] content : List.of(noise(size, size), text(size), new byte[size])) {
        assertThat(unpacked(packed(deflate, content, BLOCK))).as("%d", size).isEqualTo(content);
      }
    }
  }

  @DataProvider
  public Object[][] periods() {
    return new Object[][] {
      {1}, {2}, {3}, {4}, {5}, {7}, {8}, {9}, {255}, {258}, {259}, {1000}, {4097}, {16_384},
      {32_766}, {32_767}, {32_768}, {32_769}
    };
  }

  /** A match may reach back 32,768 bytes and no farther (RFC 1951, section 2). */
  @Test(dataProvider = "periods")
  public void whatComesAgainIsFound(int period) throws Exception {
    byte[] content = new byte[200_000];
    byte[] noise = noise(period, period);
    for (int i = 0; i < content.length; i++) {
      content[i] = noise[i % period];
    }
    for (Object[] effort : efforts()) {
      byte[] packed = packed((Deflate) effort[0], content, BLOCK);
      assertThat(unpacked(packed)).isEqualTo(content);
      int reached = period < Symbols.WINDOW_BYTES ? period + 2_500 : content.length + 64;
      assertThat(packed.length).isLessThan(reached);
    }
  }

  /** Whoever gives more than a block at once, such as a picture, gets blocks. */
  @Test
  public void longContentsComeBackWhole() throws Exception {
    byte[] content = prose(2 * BLOCK + 5);
    byte[] packed = new Deflate().pack(new byte[0], content, content.length, true);
    assertThat(unpacked(packed)).isEqualTo(content);
    assertThat(packed(new Deflate(), content, BLOCK)).isEqualTo(packed);
    byte[] zeros = new byte[9 << 20];
    assertThat(unpacked(new Deflate().pack(content, zeros, zeros.length, true))).isEqualTo(zeros);
  }

  @Test(dataProvider = "efforts")
  public void everyShortContentComesBack(Deflate deflate) throws Exception {
    Random random = new Random(9);
    for (int i = 0; i < 3_000; i++) {
      byte[] content = new byte[random.nextInt(400)];
      int kinds = 1 + random.nextInt(i % 2 == 0 ? 4 : 256);
      for (int at = 0; at < content.length; at++) {
        content[at] = (byte) random.nextInt(kinds);
      }
      assertThat(unpacked(packed(deflate, content, 1 + random.nextInt(200)))).isEqualTo(content);
    }
  }

  /** A stored block's header is all that is added (section 3.2.4). */
  @Test(dataProvider = "efforts")
  public void noiseGrowsByFiveBytesForEachStoredBlock(Deflate deflate) throws Exception {
    for (int size : new int[] {1, 100, STORED_MOST, STORED_MOST + 1, 400_000, BLOCK}) {
      byte[] noise = noise(size, 2);
      for (boolean last : new boolean[] {true, false}) {
        byte[] packed = deflate.pack(new byte[0], noise, size, last);
        int headers = 5 * ((size + STORED_MOST - 1) / STORED_MOST);
        assertThat(packed.length).as("%d", size).isLessThanOrEqualTo(size + headers + 5);
      }
      byte[] packed = packed(deflate, noise, BLOCK);
      assertThat(packed.length).isLessThanOrEqualTo(size + 5 * (size / STORED_MOST + 1));
    }
  }

  /** Earlier contents leave nothing behind in an encoder. */
  @Test(dataProvider = "efforts")
  public void bytesDependOnTheContentOnly(Deflate deflate) {
    byte[] content = text(90_000);
    String first = Digests.sha256Hex(deflate.pack(new byte[0], content, content.length, true));
    for (int i = 0; i < 40; i++) {
      byte[] other = i % 2 == 0 ? noise(1 << i % 18, i) : text(3_000 * i);
      deflate.pack(text(100 * i), other, other.length, i % 3 == 0);
      byte[] moved = Arrays.copyOf(content, content.length + i);
      assertThat(Digests.sha256Hex(deflate.pack(new byte[0], moved, content.length, true)))
          .isEqualTo(first);
    }
  }

  /** Level 6 is what general-purpose programs use, level 9 their smallest. */
  @Test
  public void noneIsLargerThanTheLevelItStandsFor() {
    for (byte[] content : List.of(text(400_000), records(400_000))) {
      assertThat(new Deflate().pack(new byte[0], content, content.length, true).length)
          .isLessThan((int) (level(content, 6) * 1.002));
    }
    // a few words that come again at once are where most places would have to be looked at
    byte[] words = prose(400_000);
    assertThat(new Deflate().pack(new byte[0], words, words.length, true).length)
        .isLessThan((int) (level(words, 6) * 1.02));
    for (byte[] content : List.of(records(400_000), words)) {
      assertThat(Deflate.smallest().pack(new byte[0], content, content.length, true).length)
          .isLessThan((int) (level(content, 9) * 0.98));
    }
  }

  /** Bytes may change together with {@link Deflate#ENGINE} only. */
  static final String GOLDEN =
      """
      engine 1
      15430 5441eb81484fe3ee
      14856 9d65ab4d37c05c4f
      11316 4283d3b301507a85
      10964 1c4e9f497b66665a
      5876 2cd86ad00cacc3ca
      5117 bf3fa59616c6a24e
      9005 6fbe696e270f8632
      9005 6fbe696e270f8632
      """;

  @Test
  public void theEnginesBytesAreThoseOfItsVersion() {
    assertThat(made()).isEqualTo(GOLDEN);
  }

  @DataProvider
  public Object[][] ways() {
    return new Object[][] {
      {List.of("-Xint")},
      {List.of("-XX:TieredStopAtLevel=1")},
      {List.of("-XX:-TieredCompilation")},
      {List.of("-XX:UseAVX=0")},
      {List.of("-XX:+UseParallelGC", "-Duser.language=tr")}
    };
  }

  /** Interpreted, compiled by either compiler, with other instructions, by every runtime here. */
  @Test(dataProvider = "ways")
  public void everyRuntimeMakesTheSameBytes(List<String> options) throws Exception {
    for (Path java : runtimes()) {
      List<String> command =
          new ArrayList<>(List.of(java.toString(), "-XX:+IgnoreUnrecognizedVMOptions"));
      command.addAll(options);
      command.addAll(
          List.of("-cp", System.getProperty("java.class.path"), DeflateBytes.class.getName()));
      Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
      String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
      assertThat(said).as("%s", command).isEqualTo(GOLDEN);
      assertThat(process.waitFor()).isZero();
    }
  }

  /** This one, and those that are installed beside it, version 17 and later. */
  private static List<Path> runtimes() throws IOException {
    Path own = Path.of(System.getProperty("java.home")).toRealPath();
    List<Path> all = new ArrayList<>(List.of(own.resolve("bin/java")));
    try (Stream<Path> beside = Files.list(own.getParent())) {
      for (Path home : beside.filter(h -> !Files.isSymbolicLink(h) && !h.equals(own)).toList()) {
        Path release = home.resolve("release");
        if (Files.exists(release)
            && Files.readString(release)
                .matches("(?s).*JAVA_VERSION=.(1[7-9]|[2-9][0-9])[.\"].*")) {
          all.add(home.resolve("bin/java"));
        }
      }
    }
    return all;
  }

  /** The golden contents, packed with both efforts: size and start of the SHA-256. */
  static String made() {
    StringBuilder all = new StringBuilder("engine " + Deflate.ENGINE + "\n");
    for (byte[] content : List.of(text(30_000), records(30_000), prose(30_000), noise(9_000, 4))) {
      for (Deflate deflate : List.of(new Deflate(), Deflate.smallest())) {
        byte[] packed = packed(deflate, content, 20_000);
        all.append(packed.length).append(' ').append(Digests.sha256Hex(packed), 0, 16).append('\n');
      }
    }
    return all.toString();
  }

  static byte[] packed(Deflate deflate, byte[] content, int block) {
    ByteArrayOutputStream joined = new ByteArrayOutputStream();
    byte[] previous = new byte[0];
    int at = 0;
    do {
      byte[] next = Arrays.copyOfRange(content, at, Math.min(content.length, at + block));
      at += next.length;
      joined.writeBytes(deflate.pack(previous, next, next.length, at == content.length));
      previous = next;
    } while (at < content.length);
    return joined.toByteArray();
  }

  private static byte[] unpacked(byte[] packed) throws IOException {
    return new InflaterInputStream(new ByteArrayInputStream(packed), new Inflater(true))
        .readAllBytes();
  }

  private static int level(byte[] content, int level) {
    Deflater deflater = new Deflater(level, true);
    deflater.setInput(content);
    deflater.finish();
    byte[] out = new byte[content.length + 100];
    int length = deflater.deflate(out);
    deflater.end();
    return length;
  }

  private static byte[] noise(int size, int seed) {
    byte[] noise = new byte[size];
    new Random(seed).nextBytes(noise);
    return noise;
  }

  private static byte[] text(int size) {
    Random random = new Random(3);
    byte[] bytes = new byte[size];
    for (int i = 0; i < size; i++) {
      bytes[i] = (byte) "tides and harbours ".charAt(random.nextInt(19));
    }
    return bytes;
  }

  private static byte[] prose(int size) {
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

  private static byte[] records(int size) {
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
