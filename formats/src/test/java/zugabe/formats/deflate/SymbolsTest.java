package zugabe.formats.deflate;

import static org.assertj.core.api.Assertions.assertThat;

import org.testng.annotations.Test;

/** The tables of RFC 1951, sections 3.2.5 and 3.2.6, as they stand there. */
public final class SymbolsTest {
  /** Code, extra bits, first and last length. */
  private static final int[][] LENGTHS = {
    {257, 0, 3, 3}, {258, 0, 4, 4}, {259, 0, 5, 5}, {260, 0, 6, 6},
    {261, 0, 7, 7}, {262, 0, 8, 8}, {263, 0, 9, 9}, {264, 0, 10, 10},
    {265, 1, 11, 12}, {266, 1, 13, 14}, {267, 1, 15, 16}, {268, 1, 17, 18},
    {269, 2, 19, 22}, {270, 2, 23, 26}, {271, 2, 27, 30}, {272, 2, 31, 34},
    {273, 3, 35, 42}, {274, 3, 43, 50}, {275, 3, 51, 58}, {276, 3, 59, 66},
    {277, 4, 67, 82}, {278, 4, 83, 98}, {279, 4, 99, 114}, {280, 4, 115, 130},
    {281, 5, 131, 162}, {282, 5, 163, 194}, {283, 5, 195, 226}, {284, 5, 227, 257},
    {285, 0, 258, 258}
  };

  /** Code, extra bits, first and last distance. */
  private static final int[][] DISTANCES = {
    {0, 0, 1, 1},
    {1, 0, 2, 2},
    {2, 0, 3, 3},
    {3, 0, 4, 4},
    {4, 1, 5, 6},
    {5, 1, 7, 8},
    {6, 2, 9, 12},
    {7, 2, 13, 16},
    {8, 3, 17, 24},
    {9, 3, 25, 32},
    {10, 4, 33, 48},
    {11, 4, 49, 64},
    {12, 5, 65, 96},
    {13, 5, 97, 128},
    {14, 6, 129, 192},
    {15, 6, 193, 256},
    {16, 7, 257, 384},
    {17, 7, 385, 512},
    {18, 8, 513, 768},
    {19, 8, 769, 1024},
    {20, 9, 1025, 1536},
    {21, 9, 1537, 2048},
    {22, 10, 2049, 3072},
    {23, 10, 3073, 4096},
    {24, 11, 4097, 6144},
    {25, 11, 6145, 8192},
    {26, 12, 8193, 12288},
    {27, 12, 12289, 16384},
    {28, 13, 16385, 24576},
    {29, 13, 24577, 32768}
  };

  @Test
  public void lengthsHaveTheStandardsCodes() {
    for (int[] row : LENGTHS) {
      int symbol = row[0] - Symbols.FIRST_LENGTH;
      assertThat(Symbols.EXTRA[row[0]]).as("%d", row[0]).isEqualTo(row[1]);
      assertThat(Symbols.LENGTH_BASE[symbol]).isEqualTo(row[2]);
      for (int length = row[2]; length <= row[3]; length++) {
        assertThat(Symbols.ofLength(length)).as("%d", length).isEqualTo(symbol);
      }
    }
    assertThat(LENGTHS).hasDimensions(Symbols.LENGTH_CODES, 4);
  }

  @Test
  public void distancesHaveTheStandardsCodes() {
    for (int[] row : DISTANCES) {
      assertThat(Symbols.EXTRA[Symbols.DISTANCES + row[0]]).as("%d", row[0]).isEqualTo(row[1]);
      // what stands behind the code is counted from the first of its distances
      assertThat((row[2] - 1) & ((1 << row[1]) - 1)).as("%d", row[0]).isZero();
      assertThat(Symbols.extraOfDistance(row[0])).as("%d", row[0]).isEqualTo(row[1]);
      for (int distance = row[2]; distance <= row[3]; distance++) {
        assertThat(Symbols.ofDistance(distance - 1)).as("%d", distance).isEqualTo(row[0]);
      }
    }
    assertThat(DISTANCES).hasDimensions(Symbols.DISTANCE_CODES, 4);
  }

  @Test
  public void literalsHaveNoExtraBitsAndFixedCodesTheirLengths() {
    int[] fixed = Symbols.fixedLengths();
    for (int s = 0; s < Symbols.FIXED_LITERAL_CODES; s++) {
      int wanted = s < 144 ? 8 : s < 256 ? 9 : s < 280 ? 7 : 8;
      assertThat(fixed[s]).as("%d", s).isEqualTo(wanted);
      if (s <= Symbols.END_OF_BLOCK) {
        assertThat(Symbols.EXTRA[s]).isZero();
      }
    }
    for (int s = 0; s < Symbols.DISTANCE_CODES; s++) {
      assertThat(fixed[Symbols.DISTANCES + s]).isEqualTo(5);
    }
  }
}
