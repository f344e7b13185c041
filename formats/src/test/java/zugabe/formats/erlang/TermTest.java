package zugabe.formats.erlang;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigInteger;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Erlang terms, as text and in the external form. */
public final class TermTest {
  private static Term read(String text) throws TermFaultException {
    List<Term> terms = TermReader.read(text.getBytes(StandardCharsets.UTF_8));
    assertThat(terms).hasSize(1);
    return terms.get(0);
  }

  @DataProvider
  public Object[][] examples() {
    // text, the same written back, the external form by the standard's tables
    return new Object[][] {
      {"ok.", "ok", "83 7702 6f6b"},
      {"'two words' .", "'two words'", "83 7709 74776f20776f726473"},
      {"%% a comment\n[].", "[]", "83 6a"},
      {"\"ab\" \"c\".", "\"abc\"", "83 6b 0003 616263"},
      {"\"\\x{6c34}\".", "\"水\"", "83 6c 00000001 62 00006c34 6a"},
      {"{a,-1,255,256}.", "{a,-1,255,256}", "83 6804 770161 62ffffffff 61ff 6200000100"},
      {"16#ff.", "255", "83 61ff"},
      {"$a.", "97", "83 6161"},
      {"$\\n.", "10", "83 610a"},
      {"1_000_000_000_000.", "1000000000000", "83 6e 05 00 0010a5d4e8"},
      {"-4294967296.", "-4294967296", "83 6e 05 01 0000000001"},
      {"1.5e2.", "150.0", "83 46 4062c00000000000"},
      {"<<\"hi\",0>>.", "<<104,105,0>>", "83 6d 00000003 686900"},
      {"#{k => [1]}.", "#{k => [1]}", "83 74 00000001 77016b 6c00000001 6101 6a"},
      {"'maybe'.", "'maybe'", "83 7705 6d61796265"},
    };
  }

  @Test(dataProvider = "examples")
  public void examplesOfTheStandard(String text, String written, String bytes) throws Exception {
    Term term = read(text);
    assertThat(TermText.of(term)).isEqualTo(written);
    byte[] wanted = HexFormat.of().parseHex(bytes.replace(" ", ""));
    assertThat(ExternalTerm.encode(term)).isEqualTo(wanted);
    assertThat(ExternalTerm.encode(ExternalTerm.decode(wanted))).isEqualTo(wanted);
    assertThat(read(TermText.of(term) + ".")).isEqualTo(term);
  }

  private static Term random(Random random, int depth) {
    return switch (random.nextInt(depth > 4 ? 5 : 8)) {
      case 0 -> Term.atom(word(random));
      case 1 -> new Term.Int(new BigInteger(random.nextInt(90), random).subtract(BigInteger.TEN));
      case 2 -> new Term.Real(random.nextGaussian() * 1e10);
      case 3 -> Term.text(word(random) + "ü水\"\\\n");
      case 4 -> new Term.Bytes("\0ÿ" + random.nextInt());
      case 5 -> mapping(random, depth);
      case 6 -> new Term.Tuple(items(random, depth));
      default -> Term.list(items(random, depth));
    };
  }

  private static Term mapping(Random random, int depth) {
    Map<Term, Term> entries = new LinkedHashMap<>();
    for (int i = random.nextInt(3); i > 0; i--) {
      entries.put(random(random, depth + 1), random(random, depth + 1));
    }
    return new Term.Mapping(entries);
  }

  private static List<Term> items(Random random, int depth) {
    List<Term> items = new ArrayList<>();
    for (int i = random.nextInt(6); i > 0; i--) {
      items.add(random(random, depth + 1));
    }
    return items;
  }

  private static String word(Random random) {
    return random
        .ints(1 + random.nextInt(9), 'A', 'z')
        .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
        .toString();
  }

  @Test
  public void whatIsWrittenIsReadBack() throws Exception {
    Random random = new Random(7);
    for (int i = 0; i < 500; i++) {
      Term term = random(random, 0);
      byte[] bytes = ExternalTerm.encode(term);
      // strings may come back as lists, which are the same to Erlang
      assertThat(ExternalTerm.encode(ExternalTerm.decode(bytes))).isEqualTo(bytes);
      List<Term> back = TermReader.read(TermText.file(term));
      assertThat(back).containsExactly(term);
    }
  }

  @Test
  public void damageIsATypedError() throws Exception {
    Random random = new Random(8);
    for (int i = 0; i < 60; i++) {
      Term term = random(random, 0);
      byte[] bytes = ExternalTerm.encode(term);
      byte[] text = TermText.file(term);
      for (int end = 0; end < bytes.length; end++) {
        byte[] cut = Arrays.copyOf(bytes, end);
        assertThatThrownBy(() -> ExternalTerm.decode(cut)).isInstanceOf(TermFaultException.class);
      }
      for (int bit = 0; bit < Math.min(bytes.length, 300) * 8; bit += 3) {
        tolerated(bytes, bit, true);
      }
      for (int bit = 0; bit < Math.min(text.length, 300) * 8; bit += 5) {
        tolerated(text, bit, false);
      }
    }
  }

  private static void tolerated(byte[] good, int bit, boolean external) {
    byte[] bad = good.clone();
    bad[bit / 8] ^= (byte) (1 << (bit % 8));
    try {
      if (external) {
        ExternalTerm.decode(bad);
      } else {
        TermReader.read(bad);
      }
    } catch (TermFaultException e) {
      assertThat(e.getMessage()).isNotEmpty();
    }
  }

  @DataProvider
  public Object[][] faults() {
    return new Object[][] {
      {"{a, b", 1, 6, "the end comes"},
      {"{a,\n b c}.", 2, 4, "\"}\" is wanted"},
      {"[a].\n)", 2, 1, "no term starts"},
      {"\"open", 1, 6, "quotation marks"},
      {"[".repeat(300), 1, 201, "nested more than 200"},
      {"ok", 1, 3, "the end comes where \".\""},
      {"99#1.", 1, 5, "no number to the base"},
      {"\"\\x{zz}\".", 1, 4, "\\x wants"},
    };
  }

  @Test(dataProvider = "faults")
  public void faultsHaveAPlace(String text, int line, int column, String message) {
    assertThatThrownBy(() -> TermReader.read(text.getBytes(StandardCharsets.UTF_8)))
        .isInstanceOfSatisfying(
            TermFaultException.class,
            e -> {
              assertThat(e.getMessage()).contains(message);
              assertThat(e.line()).isEqualTo(line);
              assertThat(e.column()).isEqualTo(column);
            });
  }
}
