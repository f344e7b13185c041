package zugabe.core.links;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;
import org.testng.annotations.Test;
import zugabe.core.links.Missing.Sure;

/** The small collections that keep hundreds of thousands of classes in little memory. */
public final class NamesTest {
  private static final int MANY = 100_000;

  @Test
  public void aTextHasOneNumberWhoeverAsks() {
    Names names = new Names();
    int[] numbers =
        IntStream.range(0, 4 * MANY).parallel().map(i -> names.of("name" + i % MANY)).toArray();
    Set<Integer> different = new HashSet<>();
    for (int i = 0; i < numbers.length; i++) {
      assertThat(names.text(numbers[i])).isEqualTo("name" + i % MANY);
      different.add(numbers[i]);
    }
    assertThat(different).hasSize(MANY);
    assertThat(names.dotted(names.of("quay/Level$Mean"))).isEqualTo("quay.Level$Mean");
  }

  @Test
  public void pairsAsAMapWouldHoldThem() {
    Random random = new Random(20260101);
    Pairs pairs = new Pairs();
    Map<List<Integer>, Integer> map = new HashMap<>();
    for (int i = 0; i < MANY; i++) {
      int a = random.nextInt(400);
      int b = random.nextInt(2) == 0 ? random.nextInt(400) : -random.nextInt(400);
      int value = 1 + random.nextInt(3);
      pairs.put(a, b, value);
      map.put(List.of(a, b), value);
    }
    map.forEach(
        (key, value) -> assertThat(pairs.get(key.get(0), key.get(1))).isEqualTo(value.intValue()));
    assertThat(pairs.get(401, 1)).isZero();
    assertThat(pairs.get(1, 401)).isZero();
  }

  @Test
  public void thingsByNumbers() {
    Numbered<String> things = new Numbered<>();
    assertThat(things.get(5)).isNull();
    things.put(MANY, "far");
    things.put(0, "near");
    assertThat(things.get(MANY)).isEqualTo("far");
    assertThat(things.get(0)).isEqualTo("near");
    assertThat(things.get(MANY - 1)).isNull();
    assertThat(things.get(10 * MANY)).isNull();
  }

  @Test
  public void degreesOfCertainty() {
    for (Sure sure : Sure.values()) {
      assertThat(Sure.ofRank(sure.rank())).isEqualTo(sure);
    }
    assertThat(Sure.OPTIONAL.rank()).isPositive().isLessThan(Sure.MAYBE.rank());
    assertThat(Sure.MAYBE.rank()).isLessThan(Sure.CALLED.rank());
  }

  @Test
  public void whatIsMissingInWords() {
    Missing one =
        new Missing(
            Missing.Kind.CLASS,
            "quay.Level",
            Sure.CALLED,
            Set.of("a.Main"),
            Set.of("classes/a/Main.class"),
            true);
    assertThat(new Reported(List.of(one), 17).what())
        .isEqualTo("Class quay.Level is missing; a.Main needs it (classes/a/Main.class).");
    Missing other =
        new Missing(
            Missing.Kind.CLASS, "quay.Mean", Sure.MAYBE, Set.of("b.Two"), Set.of("b.jar"), false);
    assertThat(new Reported(List.of(one, other), 17).what())
        .startsWith("Classes quay.Level, quay.Mean are missing;")
        .contains(" need them (");
    assertThat(new Reported(List.of(other), 17).what()).contains("Class quay.Mean may be missing");
    Missing newer =
        new Missing(
            Missing.Kind.OTHER_JAVA,
            "java.lang.Record",
            Sure.CALLED,
            Set.of("a.Main"),
            Set.of("classes/a/Main.class"),
            true);
    Reported telling = new Reported(List.of(newer), 11);
    assertThat(telling.what()).startsWith("java.lang.Record isn't in Java 11; a.Main needs it");
    assertThat(telling.fix()).startsWith("Name a version that has it under java:");
    assertThat(Reported.few(List.of("a", "b", "c", "d", "e"))).isEqualTo("a, b, c and 2 more");
  }
}
