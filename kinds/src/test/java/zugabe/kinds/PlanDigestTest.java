package zugabe.kinds;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Modifier;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Stream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.core.finding.Located;
import zugabe.core.finding.Where;
import zugabe.core.materials.ClassSurvey;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.Library;
import zugabe.core.materials.ReadExtent;
import zugabe.core.plan.Digested;
import zugabe.core.plan.PlanDigest;

/**
 * Every record of a plan tells all its components: whatever is changed, the digest is another.
 * Records are found among the compiled classes, so that a new one is in the test by itself.
 */
public final class PlanDigestTest {
  @DataProvider
  public Object[][] components() throws Exception {
    List<Object[]> rows = new ArrayList<>();
    for (Class<?> type : records()) {
      for (RecordComponent c : type.getRecordComponents()) {
        // places in the recipe don't decide any byte
        if (c.getType() != Where.class) {
          rows.add(new Object[] {type, c.getName()});
        }
      }
    }
    return rows.toArray(Object[][]::new);
  }

  private static List<Class<?>> records() throws Exception {
    List<Class<?>> records = new ArrayList<>();
    for (String module : List.of("core", "kinds")) {
      Path classes = Path.of("..", module, "target", "classes");
      try (Stream<Path> walk = Files.walk(classes)) {
        for (Path p : walk.filter(f -> f.toString().endsWith(".class")).sorted().toList()) {
          String name =
              classes.relativize(p).toString().replace('/', '.').replaceAll("\\.class$", "");
          if (name.endsWith("-info")) {
            continue;
          }
          Class<?> type = Class.forName(name, false, PlanDigestTest.class.getClassLoader());
          if (type.isRecord() && Digested.class.isAssignableFrom(type)) {
            records.add(type);
          }
        }
      }
    }
    return records;
  }

  @Test
  public void recordsOfAllKindsAreFound() throws Exception {
    assertThat(records())
        .extracting(Class::getSimpleName)
        .contains(
            "Planned",
            "Part",
            "Program",
            "JarDeliverable",
            "WarDeliverable",
            "ArchiveDeliverable",
            "ReleaseDeliverable")
        .hasSizeGreaterThan(15);
  }

  @Test(dataProvider = "components")
  public void everyComponentCounts(Class<?> type, String component) throws Exception {
    String first = PlanDigest.of((Digested) record(type, "", 0));
    assertThat(PlanDigest.of((Digested) record(type, "", 0))).isEqualTo(first);
    assertThat(PlanDigest.of((Digested) record(type, component, 1))).isNotEqualTo(first);
  }

  /** A record whose named component has another value. */
  private static Object record(Class<?> type, String other, int variant) throws Exception {
    RecordComponent[] components = type.getRecordComponents();
    Object[] values = new Object[components.length];
    Class<?>[] types = new Class<?>[components.length];
    for (int i = 0; i < values.length; i++) {
      types[i] = components[i].getType();
      int v = components[i].getName().equals(other) ? variant : 0;
      values[i] = value(components[i].getGenericType(), v);
    }
    var constructor = type.getDeclaredConstructor(types);
    constructor.setAccessible(true);
    try {
      return constructor.newInstance(values);
    } catch (InvocationTargetException e) {
      throw new AssertionError(type + ": " + e.getCause(), e);
    }
  }

  private static Object value(Type type, int v) throws Exception {
    if (type instanceof ParameterizedType p) {
      return generic((Class<?>) p.getRawType(), p.getActualTypeArguments(), v);
    }
    Class<?> c = (Class<?>) type;
    if (c == ClassSurvey.class) {
      // what was found out about the own files, which are told
      return null;
    }
    Object simple = simple(c, v);
    if (simple != null) {
      return simple;
    }
    if (c.isEnum()) {
      return c.getEnumConstants()[v];
    }
    if (c.isSealed()) {
      return value(c.getPermittedSubclasses()[v], 0);
    }
    if (c == Digested.class) {
      return value(zugabe.core.plan.Identity.class, v);
    }
    if (c.isRecord()) {
      // the last component that counts is changed
      String last =
          Arrays.stream(c.getRecordComponents())
              .filter(x -> x.getType() != Where.class && x.getType() != boolean.class)
              .map(RecordComponent::getName)
              .findFirst()
              .orElse("");
      return record(c, last, v);
    }
    throw new AssertionError("how is a " + c + " made (" + Modifier.toString(c.getModifiers()));
  }

  private static Object simple(Class<?> c, int v) throws IOException {
    if (c == String.class) {
      return "text" + v;
    }
    if (c == boolean.class || c == Boolean.class) {
      return v == 1;
    }
    if (c == int.class || c == Integer.class) {
      return 1 + v;
    }
    if (c == Instant.class) {
      return Instant.EPOCH.plusSeconds(v);
    }
    if (c == Duration.class) {
      return Duration.ofSeconds(1 + v);
    }
    if (c == Where.class) {
      return Where.file("zugabe.yaml");
    }
    if (c == OptionalInt.class) {
      return OptionalInt.of(1 + v);
    }
    if (c == FileContent.class) {
      return new FileContent(Path.of("f" + v), "f" + v, 0, ReadExtent.IN_PART);
    }
    if (c == Library.class) {
      FileContent file = (FileContent) simple(FileContent.class, v);
      return new Library(
          "l", Optional.empty(), file, List.of(), Optional.empty(), 0, "", Optional.empty());
    }
    return null;
  }

  private static Object generic(Class<?> c, Type[] of, int v) throws Exception {
    if (c == Optional.class) {
      return Optional.of(value(of[0], v));
    }
    if (c == List.class) {
      return new ArrayList<>(List.of(value(of[0], v)));
    }
    if (c == Map.class) {
      Map<Object, Object> map = new LinkedHashMap<>();
      map.put("key" + v, value(of[1], 0));
      return map;
    }
    if (c == Located.class) {
      return new Located<>(value(of[0], v), Where.file("zugabe.yaml"), true);
    }
    throw new AssertionError("how is a " + c + " made");
  }
}
