package zugabe.formats.jar;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.jar.Attributes;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.formats.jar.Manifest.Attribute;

public final class ManifestTest {
  private static String text(Manifest manifest) {
    return new String(manifest.encode(), StandardCharsets.UTF_8);
  }

  private static ManifestReader.Result read(String text) {
    return ManifestReader.read(text.getBytes(StandardCharsets.UTF_8));
  }

  @Test
  public void versionComesFirstAndABlankLineLast() {
    Manifest m =
        Manifest.of(
            List.of(new Attribute("Main-Class", "a.B"), new Attribute("Manifest-Version", "1.0")));
    assertThat(text(m)).isEqualTo("Manifest-Version: 1.0\r\nMain-Class: a.B\r\n\r\n");
  }

  /** "No line may be longer than 72 bytes (not characters), in its UTF8-encoded form." */
  @Test
  public void linesOf72BytesAreContinuedBehindASpace() {
    String text =
        text(Manifest.of(List.of(new Attribute("A", "x".repeat(69) + "y".repeat(71) + "z"))));
    assertThat(text)
        .isEqualTo(
            "Manifest-Version: 1.0\r\nA: "
                + "x".repeat(69)
                + "\r\n "
                + "y".repeat(71)
                + "\r\n z\r\n\r\n");
  }

  @Test
  public void charactersAreNeverSplit() {
    String value = "a" + "ü€🌊".repeat(40);
    byte[] bytes = Manifest.of(List.of(new Attribute("A", value))).encode();
    for (String line : new String(bytes, StandardCharsets.UTF_8).split("\r\n", -1)) {
      assertThat(line.getBytes(StandardCharsets.UTF_8).length).isLessThanOrEqualTo(72);
      assertThat(line).doesNotContain("\uFFFD");
    }
    assertThat(ManifestReader.read(bytes).manifest().value("a")).contains(value);
  }

  /** The runtime's own reader is the judge. */
  @Test
  public void theRuntimeReadsWhatIsWritten() throws Exception {
    Random random = new Random(11);
    for (int round = 0; round < 300; round++) {
      List<Attribute> main = new ArrayList<>();
      for (int i = 0; i < random.nextInt(8); i++) {
        main.add(new Attribute("Key-" + i + "x".repeat(random.nextInt(60)), value(random)));
      }
      List<Attribute> section = List.of(new Attribute("Sealed", value(random)));
      Manifest ours = new Manifest(main, Map.of("a/" + value(random).strip() + "b/", section));
      java.util.jar.Manifest theirs =
          new java.util.jar.Manifest(new ByteArrayInputStream(ours.encode()));
      for (Attribute a : main) {
        assertThat(theirs.getMainAttributes().getValue(a.name())).isEqualTo(a.value());
      }
      String name = ours.sections().keySet().iterator().next();
      assertThat(theirs.getEntries().get(name).getValue(new Attributes.Name("Sealed")))
          .isEqualTo(section.get(0).value());
      ManifestReader.Result back = ManifestReader.read(ours.encode());
      assertThat(back.oddities()).isEmpty();
      assertThat(back.manifest().sections()).isEqualTo(ours.sections());
    }
  }

  private static String value(Random random) {
    StringBuilder out = new StringBuilder("v");
    for (int i = 0; i < random.nextInt(200); i++) {
      out.appendCodePoint("aZ9 -ü€🌊:".codePoints().toArray()[random.nextInt(9)]);
    }
    return out.append("v").toString();
  }

  @DataProvider
  public Object[][] names() {
    return new Object[][] {
      {"Built-For", true},
      {"a_1", true},
      {"x".repeat(70), true},
      {"x".repeat(71), false},
      {"", false},
      {"With Space", false},
      {"-Dash", false},
      {"Ümlaut", false},
      {"From", false},
      {"from-here", false},
      {"a:b", false}
    };
  }

  @Test(dataProvider = "names")
  public void namesFollowTheSpecification(String name, boolean good) {
    assertThat(Manifest.faultyName(name).isEmpty()).isEqualTo(good);
  }

  @Test
  public void aLastLineWithoutEndIsReadAndReported() {
    ManifestReader.Result r = read("Manifest-Version: 1.0\nMain-Class: a.B");
    assertThat(r.missingLastNewline()).isTrue();
    assertThat(r.manifest().value("main-class")).contains("a.B");
  }

  @DataProvider
  public Object[][] faulty() {
    return new Object[][] {
      {"Manifest-Version: 1.0\nMain-Class a.B\n", 2, "there is no \"name: value\""},
      {"Manifest-Version: 1.0\n\nMain-Class: a.B\n", 3, "stands after a blank line"},
      {"A: 1\na: 2\n", 2, "given twice"},
      {"A b: 1\n", 1, "only letters"},
    };
  }

  @Test(dataProvider = "faulty")
  public void faultsHaveTheirLine(String text, int line, String what) {
    assertThat(read(text).oddities())
        .anySatisfy(
            o -> {
              assertThat(o.line()).isEqualTo(line);
              assertThat(o.fatal()).isTrue();
              assertThat(o.what()).contains(what);
            });
  }

  @Test
  public void anyBytesGiveAValue() {
    byte[] good =
        Manifest.of(List.of(new Attribute("Main-Class", "a.B"), new Attribute("X", "ü".repeat(90))))
            .encode();
    for (int cut = 0; cut <= good.length; cut++) {
      assertThat(ManifestReader.read(Arrays.copyOf(good, cut))).isNotNull();
    }
    for (int bit = 0; bit < good.length * 8; bit++) {
      byte[] flipped = good.clone();
      flipped[bit / 8] ^= (byte) (1 << (bit % 8));
      assertThat(ManifestReader.read(flipped)).isNotNull();
    }
  }

  @Test
  public void theManifestStandsFirst() {
    List<String> names =
        new ArrayList<>(
            List.of(
                "a/B.class",
                "META-INF/services/x",
                "META-INF/SIG.SF",
                "META-INF/MANIFEST.MF",
                "META-INF/",
                "META-INF/x/Y.RSA",
                "é",
                "z"));
    names.sort(JarOrder.BY_NAME);
    assertThat(names)
        .containsExactly(
            "META-INF/",
            "META-INF/MANIFEST.MF",
            "META-INF/SIG.SF",
            "META-INF/services/x",
            "META-INF/x/Y.RSA",
            "a/B.class",
            "z",
            "é");
  }

  @DataProvider
  public Object[][] sayings() {
    return new Object[][] {
      {"Name: a\r\nD: x\r\n\r\n", "x"},
      {"Name: a\nD:  x \n\n\n", "x"},
      {"NAME: a\rD: x\r\r", "x"},
      {"Name: a\r\nD: x\r\n", "x"},
      {"Name: a\r\n b\r\nD: x\r\n\r\n", "x"},
      // others would miss the last line
      {"Name: a\r\nD: x", null},
      {"Name: a\r\nD: x\r\n y\r\n\r\n", null},
      {"Name: a\r\nD: x\r\nE: y\r\n\r\n", null},
      {"Name: a\r\nE: y\r\nD: x\r\n\r\n", null},
      {"Name: a\r\nd: x\r\n\r\n", null},
      {"Name: a\r\n\r\n", null},
      {"Name: a", null},
    };
  }

  /** What a section says in one line is told without reading it as a manifest, and just as that. */
  @Test(dataProvider = "sayings")
  public void theOnlyAttributeOfASection(String section, String value) {
    ManifestBytes read =
        ManifestBytes.of(
            ("Manifest-Version: 1.0\r\n\r\n" + section).getBytes(StandardCharsets.UTF_8));
    assertThat(read.fault()).isEmpty();
    assertThat(read.sections()).hasSize(1);
    ManifestBytes.Section one = read.sections().values().iterator().next();
    assertThat(new String(one.bytes(), StandardCharsets.UTF_8)).isEqualTo(section);
    byte[] start = "D: ".getBytes(StandardCharsets.UTF_8);
    assertThat(one.only(start).orElse(null)).isEqualTo(value);
    if (value != null) {
      assertThat(ManifestReader.read(one.bytes()).manifest().main())
          .hasSize(2)
          .endsWith(new Attribute("D", value));
    }
  }
}
