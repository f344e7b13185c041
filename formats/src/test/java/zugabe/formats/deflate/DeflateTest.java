package zugabe.formats.deflate;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
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
    byte[] content = Contents.text(count * size);
    assertThat(unpacked(deflate.stream(content, Math.max(1, size)))).isEqualTo(content);
  }

  @Test(dataProvider = "efforts")
  public void theDictionaryOfTheBlockBeforeIsUsed(Deflate deflate) {
    byte[] block = Contents.noise(20_000, 1);
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
      for (byte[] content :
          List.of(Contents.noise(size, size), Contents.text(size), new byte[size])) {
        assertThat(unpacked(deflate.stream(content, BLOCK))).as("%d", size).isEqualTo(content);
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
    byte[] noise = Contents.noise(period, period);
    for (int i = 0; i < content.length; i++) {
      content[i] = noise[i % period];
    }
    for (Object[] effort : efforts()) {
      byte[] packed = ((Deflate) effort[0]).stream(content, BLOCK);
      assertThat(unpacked(packed)).isEqualTo(content);
      int reached = period < Symbols.WINDOW_BYTES ? period + 2_500 : content.length + 64;
      assertThat(packed.length).isLessThan(reached);
    }
  }

  /** Places are passed over in noise, but never so many that something short is missed. */
  @Test
  public void whatComesAgainAmongNoiseIsFound() throws Exception {
    int apart = 16_000;
    int length = 100;
    byte[] content = Contents.noise(400_000, 3);
    int copies = 0;
    for (int at = apart; at < content.length; at += apart, copies++) {
      System.arraycopy(content, at - apart / 2, content, at, length);
    }
    byte[] packed = new Deflate().stream(content, Packing.BLOCK_BYTES);
    assertThat(unpacked(packed)).isEqualTo(content);
    // of each but sixteen bytes, less what the match takes; and codes that aren't stored bytes
    assertThat(packed.length).isLessThan(content.length - copies * (length - 20) + 500);
  }

  @DataProvider
  public Object[][] passedOver() {
    return new Object[][] {{2_996, '@'}, {2_016, '\0'}};
  }

  /**
   * Where places are passed over, what lay there before must not be read. The contents are of the
   * few that show it, among texts and other bytes: found among thousands.
   */
  @Test(dataProvider = "passedOver")
  public void whatWasPackedBeforeLeavesNoTrace(int shows, char first) {
    byte[] content = lettersWithCopies(shows, first);
    byte[] fresh = new Encoder(false).pack(new byte[0], content, content.length, true);
    for (int seed = shows - 50; seed < shows; seed++) {
      Encoder used = new Encoder(false);
      byte[] before = lettersWithCopies(seed, first);
      used.pack(new byte[0], before, before.length, true);
      assertThat(used.pack(new byte[0], content, content.length, true)).isEqualTo(fresh);
    }
  }

  /** Symbols enough for places to be passed over, few enough for matches; copies with slips. */
  private static byte[] lettersWithCopies(int seed, char first) {
    Random random = new Random(seed);
    byte[] content = new byte[30_000];
    int kinds = 36 + random.nextInt(12);
    for (int i = 0; i < content.length; i++) {
      content[i] = (byte) (first + random.nextInt(kinds));
    }
    int gap = 300 + random.nextInt(500);
    for (int at = 9_000; at + 200 < content.length; at += gap) {
      int from = random.nextInt(at - 300);
      int length = 10 + random.nextInt(60);
      System.arraycopy(content, from, content, at, length);
      if (random.nextBoolean()) {
        content[at + random.nextInt(length)] ^= 1;
      }
    }
    return content;
  }

  /** Whoever gives more than a block at once, such as a picture, gets blocks. */
  @Test
  public void longContentsComeBackWhole() throws Exception {
    byte[] content = Contents.prose(2 * BLOCK + 5);
    byte[] packed = new Deflate().pack(new byte[0], content, content.length, true);
    assertThat(unpacked(packed)).isEqualTo(content);
    assertThat(new Deflate().stream(content, BLOCK)).isEqualTo(packed);
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
      assertThat(unpacked(deflate.stream(content, 1 + random.nextInt(200)))).isEqualTo(content);
    }
  }

  /** A stored block's header is all that is added (section 3.2.4). */
  @Test(dataProvider = "efforts")
  public void noiseGrowsByFiveBytesForEachStoredBlock(Deflate deflate) throws Exception {
    for (int size : new int[] {1, 100, STORED_MOST, STORED_MOST + 1, 400_000, BLOCK}) {
      byte[] noise = Contents.noise(size, 2);
      for (boolean last : new boolean[] {true, false}) {
        byte[] packed = deflate.pack(new byte[0], noise, size, last);
        int headers = 5 * ((size + STORED_MOST - 1) / STORED_MOST);
        assertThat(packed.length).as("%d", size).isLessThanOrEqualTo(size + headers + 5);
      }
      byte[] packed = deflate.stream(noise, BLOCK);
      assertThat(packed.length).isLessThanOrEqualTo(size + 5 * (size / STORED_MOST + 1));
    }
  }

  /** Sequences that chains are made of change with the content, at any place. */
  @Test(dataProvider = "efforts")
  public void textsAndRecordsInTurnComeBack(Deflate deflate) throws Exception {
    byte[] turns = Contents.mixed(200_000);
    String first = Digests.sha256Hex(deflate.stream(turns, BLOCK));
    for (int start = 0; start < 60_000; start += 4_999) {
      byte[] content = Arrays.copyOfRange(turns, start, turns.length);
      assertThat(unpacked(deflate.stream(content, 70_000 + start))).isEqualTo(content);
    }
    assertThat(Digests.sha256Hex(deflate.stream(turns, BLOCK))).isEqualTo(first);
  }

  /** Earlier contents leave nothing behind in an encoder. */
  @Test(dataProvider = "efforts")
  public void bytesDependOnTheContentOnly(Deflate deflate) {
    byte[] content = Contents.text(90_000);
    String first = Digests.sha256Hex(deflate.pack(new byte[0], content, content.length, true));
    for (int i = 0; i < 40; i++) {
      byte[] other = i % 2 == 0 ? Contents.noise(1 << i % 18, i) : Contents.text(3_000 * i);
      deflate.pack(Contents.text(100 * i), other, other.length, i % 3 == 0);
      byte[] moved = Arrays.copyOf(content, content.length + i);
      assertThat(Digests.sha256Hex(deflate.pack(new byte[0], moved, content.length, true)))
          .isEqualTo(first);
    }
  }

  /**
   * Places are counted on from content to content, until the numbers end: then the count starts
   * anew, and nothing from before is found.
   */
  @Test
  public void countsOfPlacesStartAnew() {
    Encoder encoder = new Encoder(false);
    byte[] few = Contents.prose(300);
    byte[] packed = encoder.pack(new byte[0], few, few.length, true);
    // each takes its length and a window of the numbers: this is shortly before their end
    for (int i = 0; i < 64_890; i++) {
      assertThat(encoder.pack(new byte[0], few, few.length, true)).isEqualTo(packed);
    }
    // noise comes by all slots of the tables: without clearing, what it finds there shows
    for (int i = 0; i < 40; i++) {
      byte[] content = Contents.noise(60_000, i);
      byte[] fresh = new Encoder(false).pack(new byte[0], content, content.length, true);
      assertThat(encoder.pack(new byte[0], content, content.length, true)).isEqualTo(fresh);
    }
  }

  /** Level 6 is what general-purpose programs use, level 9 their smallest. */
  @Test
  public void noneIsLargerThanTheLevelItStandsFor() {
    // a few words that come again at once are where most places have to be looked at, the more so
    // where each letter is two bytes or four
    byte[] words = Contents.prose(400_000);
    String said = new String(words, StandardCharsets.US_ASCII);
    for (byte[] content :
        List.of(
            Contents.text(400_000),
            Contents.records(400_000),
            words,
            said.getBytes(StandardCharsets.UTF_16LE),
            said.getBytes(Charset.forName("UTF-32LE")))) {
      assertThat(new Deflate().stream(content, Packing.BLOCK_BYTES).length)
          .isLessThan((int) (level(content, 6) * 1.002));
    }
    // while a content is short, it can't be known to repeat a few words
    byte[] few = Contents.prose(20_000);
    assertThat(new Deflate().pack(new byte[0], few, few.length, true).length)
        .isLessThan((int) (level(few, 6) * 1.01));
    for (byte[] content : List.of(Contents.records(400_000), words)) {
      assertThat(Deflate.smallest().pack(new byte[0], content, content.length, true).length)
          .isLessThan((int) (level(content, 9) * 0.98));
    }
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
}
