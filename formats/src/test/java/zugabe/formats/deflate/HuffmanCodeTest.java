package zugabe.formats.deflate;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.HashSet;
import java.util.PriorityQueue;
import java.util.Random;
import java.util.Set;
import org.testng.annotations.Test;

/** Prefix codes: complete, as short as can be, and never longer than allowed. */
public final class HuffmanCodeTest {
  private static final int SYMBOLS = 286;
  private final HuffmanCode huffman = new HuffmanCode();

  private int[] lengths(int[] counts, int most) {
    int[] lengths = new int[counts.length];
    Arrays.fill(lengths, 99);
    huffman.lengths(counts, 0, counts.length, most, lengths);
    return lengths;
  }

  /** In units of the longest code: a complete code fills all of them. */
  private static long filled(int[] lengths, int most) {
    return Arrays.stream(lengths).filter(l -> l > 0).mapToLong(l -> 1L << (most - l)).sum();
  }

  private static long cost(int[] counts, int[] lengths) {
    long cost = 0;
    for (int i = 0; i < counts.length; i++) {
      cost += (long) counts[i] * lengths[i];
    }
    return cost;
  }

  /** What a tree without a limit costs: the sum of all inner nodes. */
  private static long unlimited(int[] counts) {
    PriorityQueue<Long> nodes = new PriorityQueue<>();
    Arrays.stream(counts).filter(c -> c > 0).forEach(c -> nodes.add((long) c));
    long cost = 0;
    while (nodes.size() > 1) {
      long joined = nodes.remove() + nodes.remove();
      cost += joined;
      nodes.add(joined);
    }
    return cost;
  }

  @Test
  public void codesAreCompleteAndAsShortAsCanBe() {
    Random random = new Random(1);
    for (int i = 0; i < 400; i++) {
      int[] counts = new int[2 + random.nextInt(SYMBOLS - 1)];
      for (int s = 0; s < counts.length; s++) {
        counts[s] = random.nextInt(3) == 0 ? 0 : 1 + random.nextInt(1 << random.nextInt(12));
      }
      counts[0] = 1;
      counts[counts.length - 1] = 1;
      int[] lengths = lengths(counts, 15);
      assertThat(filled(lengths, 15)).isEqualTo(1 << 15);
      for (int s = 0; s < counts.length; s++) {
        assertThat(lengths[s] > 0).isEqualTo(counts[s] > 0);
      }
      assertThat(cost(counts, lengths)).isEqualTo(unlimited(counts));
    }
  }

  /** Counts that grow as fast make codes as long as there are symbols. */
  @Test
  public void noCodeIsLongerThanAllowed() {
    int[] counts = new int[30];
    counts[0] = 1;
    counts[1] = 1;
    for (int s = 2; s < counts.length; s++) {
      counts[s] = counts[s - 1] + counts[s - 2];
    }
    long before = Long.MAX_VALUE;
    for (int most = 5; most <= 15; most++) {
      int[] lengths = lengths(counts, most);
      assertThat(Arrays.stream(lengths).max().orElse(0)).isEqualTo(most);
      assertThat(filled(lengths, most)).isEqualTo(1L << most);
      // more room never makes it longer
      assertThat(cost(counts, lengths)).isLessThanOrEqualTo(before);
      before = cost(counts, lengths);
      for (int s = 1; s < counts.length; s++) {
        assertThat(lengths[s]).isLessThanOrEqualTo(lengths[s - 1]);
      }
    }
    // all of 32 symbols fit codes of five bits, and no shorter limit
    int[] many = new int[32];
    Arrays.setAll(many, s -> 1 << Math.min(s, 20));
    assertThat(lengths(many, 5)).containsOnly(5);
  }

  /** A code with one symbol or none would be incomplete, which some readers refuse. */
  @Test
  public void aCodeHasTwoSymbolsAtLeast() {
    assertThat(lengths(new int[4], 7)).containsExactly(1, 1, 0, 0);
    assertThat(lengths(new int[] {0, 0, 5, 0}, 7)).containsExactly(1, 0, 1, 0);
    assertThat(lengths(new int[] {9, 0, 0, 0}, 7)).containsExactly(1, 1, 0, 0);
    assertThat(lengths(new int[] {9, 0, 0, 1}, 7)).containsExactly(1, 0, 0, 1);
  }

  /** The example of RFC 1951, section 3.2.2. */
  @Test
  public void codesAreThoseOfTheStandardsExample() {
    int[] lengths = {3, 3, 3, 3, 3, 2, 4, 4};
    int[] codes = new int[8];
    huffman.codes(lengths, 0, 8, codes);
    String[] wanted = {"010", "011", "100", "101", "110", "00", "1110", "1111"};
    for (int s = 0; s < 8; s++) {
      // they are written from their most significant bit on
      String code = Integer.toBinaryString(codes[s] | 1 << lengths[s]).substring(1);
      assertThat(new StringBuilder(code).reverse()).hasToString(wanted[s]);
    }
  }

  @Test
  public void noCodeBeginsAnother() {
    int[] counts = new int[SYMBOLS];
    Random random = new Random(2);
    Arrays.setAll(counts, s -> random.nextInt(1 << random.nextInt(16)));
    int[] lengths = lengths(counts, 14);
    int[] codes = new int[SYMBOLS];
    huffman.codes(lengths, 0, SYMBOLS, codes);
    Set<String> all = new HashSet<>();
    for (int s = 0; s < SYMBOLS; s++) {
      if (lengths[s] > 0) {
        all.add(written(codes[s], lengths[s]));
      }
    }
    for (String code : all) {
      for (int end = 1; end < code.length(); end++) {
        assertThat(all).doesNotContain(code.substring(0, end));
      }
    }
  }

  private static String written(int code, int length) {
    StringBuilder bits = new StringBuilder();
    for (int i = 0; i < length; i++) {
      bits.append(code >>> i & 1);
    }
    return bits.toString();
  }
}
