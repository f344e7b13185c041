package zugabe.formats.arsc;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.SortedMap;
import java.util.TreeMap;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.bytes.Content;
import zugabe.bytes.MalformedException;

/** Tables of resources, and the qualifiers of their configurations. */
public final class ResourceTableTest {
  @DataProvider
  public Object[][] qualifiers() {
    return new Object[][] {
      {"", ""},
      {"de", "de"},
      {"de-rAT", "de-rAT"},
      {"b+zh+Hant+TW", "b+zh+Hant+TW"},
      {"b+es+419", "b+es+419"},
      {"es-r419", "b+es+419"},
      {"b+de+1996", "b+de+1996"},
      {"haw", "haw"},
      {"b+de", "de"},
      {"mcc310-mnc004-en-rUS", "mcc310-mnc04-en-rUS"},
      {"mcc310-mnc00", "mcc310-mnc00"},
      {"neuter-ldrtl-sw600dp-w820dp-h480dp", "neuter-ldrtl-sw600dp-w820dp-h480dp"},
      {"xlarge-long-round-widecg-highdr", "xlarge-long-round-widecg-highdr"},
      {"port-car-night-xxhdpi-finger", "port-car-night-xxhdpi-finger"},
      {"keyssoft-12key-navhidden-dpad-v26", "keyssoft-12key-navhidden-dpad-v26"},
      {"anydpi-v26", "anydpi-v26"},
      {"420dpi-1280x720", "420dpi-1280x720"},
      {"nodpi-v31.2", "nodpi-v31.2"},
    };
  }

  @Test(dataProvider = "qualifiers")
  public void qualifiersAreReadAndTold(String written, String told) throws Exception {
    ParsedQualifiers.Result read = ParsedQualifiers.parse(written);
    assertThat(read.fault()).isEmpty();
    Qualifiers qualifiers = read.qualifiers().orElseThrow();
    assertThat(qualifiers).hasToString(told);
    assertThat(
            Qualifiers.read(
                new zugabe.bytes.Fields(Content.of(qualifiers.encode()).access(), false), 0))
        .isEqualTo(qualifiers);
  }

  @Test
  public void othersAreNone() {
    for (String text :
        List.of(
            "huge",
            "night-de",
            "de-de",
            "port-land",
            "v0",
            "sw0dp",
            "b+x",
            "b+de+a+b+c+d",
            "-",
            "hdpi-")) {
      assertThat(ParsedQualifiers.parse(text).qualifiers()).as(text).isEmpty();
    }
  }

  private static List<Resource> resources(Random random) {
    List<String> configs = List.of("", "de", "night", "xhdpi", "b+sr+Latn", "v21");
    List<Resource> all = new ArrayList<>();
    for (int type = 1; type < 5; type++) {
      for (int i = 0; i < 6; i++) {
        if (random.nextInt(4) == 0) {
          continue;
        }
        SortedMap<Qualifiers, TableEntry> values = new TreeMap<>();
        for (String config : configs) {
          if (config.isEmpty() || random.nextBoolean()) {
            values.put(ParsedQualifiers.parse(config).qualifiers().orElseThrow(), entry(random));
          }
        }
        all.add(new Resource("t" + type, "name_" + i, 0x7f000000L | (long) type << 16 | i, values));
      }
    }
    return all;
  }

  private static Value value(Random random) {
    return switch (random.nextInt(4)) {
      case 0 -> Value.number(random.nextInt());
      case 1 -> Value.string("ü" + random.nextInt(20));
      case 2 -> Value.string("bold", List.of(new StringPool.Span("b", 0, 3)));
      default -> Value.string("long".repeat(random.nextInt(100)));
    };
  }

  private static TableEntry entry(Random random) {
    if (random.nextBoolean()) {
      return new TableEntry(0, value(random), List.of());
    }
    List<TableEntry.Part> parts = new ArrayList<>();
    for (int i = random.nextInt(4); i > 0; i--) {
      parts.add(new TableEntry.Part(Parts.FIRST_ITEM + parts.size(), value(random)));
    }
    return new TableEntry(TableEntry.COMPLEX, Value.reference(0x7f010000L), parts);
  }

  @Test
  public void tablesAreReadAsTheyWereWritten() throws Exception {
    Random random = new Random(41);
    for (int round = 0; round < 60; round++) {
      List<Resource> made = resources(random);
      ResourceTable table =
          ResourceTable.read(Content.of(TableWriter.write("example.gannet", 0x7f, made)).access());
      assertThat(table.packages().get(0).name()).isEqualTo("example.gannet");
      for (Resource one : made) {
        SortedMap<Qualifiers, TableEntry> read = new TreeMap<>();
        for (ResourceTable.Found found : table.find(one.number())) {
          assertThat(found.type()).isEqualTo(one.type());
          assertThat(found.name()).isEqualTo(one.name());
          read.put(found.qualifiers(), found.entry());
        }
        assertThat(read).isEqualTo(one.values());
      }
      assertThat(table.find(0x7f0900ffL)).isEmpty();
    }
  }

  @Test
  public void damagedOnesAreRefused() throws Exception {
    byte[] whole = TableWriter.write("a", 0x7f, resources(new Random(2)));
    Random random = new Random(5);
    for (int i = 0; i < 6000; i++) {
      byte[] spoilt = whole.clone();
      spoilt[random.nextInt(whole.length)] ^= (byte) (1 << random.nextInt(8));
      isTyped(spoilt);
    }
    for (int i = 0; i < whole.length; i += 3) {
      byte[] cut = Arrays.copyOf(whole, i);
      assertThatThrownBy(() -> ResourceTable.read(Content.of(cut).access()))
          .isInstanceOf(MalformedException.class);
    }
  }

  private static void isTyped(byte[] bytes) {
    try {
      ResourceTable table = ResourceTable.read(Content.of(bytes).access());
      for (TablePackage pack : table.packages()) {
        for (TypeChunk chunk : pack.types()) {
          pack.typeName(chunk.type());
          chunk.each(
              (index, at) -> {
                pack.key(chunk.key(at));
                chunk.entry(at);
              });
        }
      }
    } catch (IOException e) {
      assertThat(e).isInstanceOf(MalformedException.class);
    }
  }

  @DataProvider
  public Object[][] lengths() {
    return new Object[][] {
      {16, "dp", "16dp", 0x1001L},
      {14.5, "sp", "14.5sp", 0x74012L},
      {-3, "px", "-3px", 0xfffffd00L},
      {0.25, "in", "0.25in", 0x2014L},
      {100000, "dp", "100000dp", 0x186a001L},
    };
  }

  @Test(dataProvider = "lengths")
  public void lengthsHaveAUnit(double number, String unit, String shown, long data) {
    Value value = Complex.dimension(number, unit).orElseThrow();
    assertThat(value.shown()).isEqualTo(shown);
    assertThat(value.data()).isEqualTo(data);
  }

  @Test
  public void whatHasNoRoomIsNone() {
    assertThat(Complex.dimension(9e6, "dp")).isEmpty();
    assertThat(Complex.dimension(1, "yd")).isEmpty();
    assertThat(Complex.fraction(50, "%").orElseThrow().shown()).isEqualTo("50%");
  }
}
