package zugabe.shortstart;

import java.io.Serializable;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.Callable;
import java.util.function.BiFunction;
import java.util.function.BinaryOperator;
import java.util.function.DoubleSupplier;
import java.util.function.Function;
import java.util.function.IntFunction;
import java.util.function.IntPredicate;
import java.util.function.LongFunction;
import java.util.function.ObjLongConsumer;
import java.util.function.Supplier;
import java.util.function.ToDoubleFunction;
import java.util.function.ToIntFunction;
import java.util.function.ToLongFunction;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * One of each form that a function takes in class files; what they say is compared before and
 * after.
 */
public class Functions implements Supplier<String> {
  private final String name;

  /** Its method returns what Java can't widen without unboxing first. */
  private interface Widening<T> {
    double of(T value);
  }

  private interface WithDefault {
    String of(String text);

    private String hidden(String text) {
      Supplier<String> inner = () -> "hidden " + of(text);
      return inner.get();
    }

    default String twice(String text) {
      Function<String, String> f = this::hidden;
      return f.apply(text) + f.apply(text);
    }
  }

  private static final class Nested {
    private final int secret;

    private Nested(int secret) {
      this.secret = secret;
    }

    private int secret() {
      IntFunction<Nested> again = Nested::new;
      return again.apply(secret + 1).secret;
    }
  }

  public Functions() {
    this("plain");
  }

  private Functions(String name) {
    this.name = name;
  }

  private String join(String a, long b, double c, boolean d, char e, byte[] f) {
    Callable<String> all = () -> name + a + b + c + d + e + f.length;
    try {
      return all.call();
    } catch (Exception x) {
      throw new IllegalStateException(x);
    }
  }

  private static int length(CharSequence text) {
    return text.length();
  }

  private static String all(Object... parts) {
    return List.of(parts).toString();
  }

  @Override
  public String toString() {
    Supplier<String> above = super::toString;
    return above.get().startsWith("zugabe.shortstart.Functions") ? "above" : "?";
  }

  @Override
  @SuppressWarnings("ReturnValueIgnored") // what functions return is dropped: one of the forms
  public String get() {
    List<Object> said = new ArrayList<>();
    said.add(join("a", 5L, 0.5, true, 'e', new byte[3]));
    Function<String, Functions> made = Functions::new;
    said.add(made.apply("made").name);
    said.add(made.apply("x"));
    Function<Integer, Nested> nested = Nested::new;
    ToIntFunction<Nested> secret = Nested::secret;
    said.add(secret.applyAsInt(nested.apply(41)));
    ToLongFunction<Integer> wider = i -> i;
    ToLongFunction<String> counted = String::length;
    ToDoubleFunction<Long> real = Long::longValue;
    Widening<Integer> widening = Integer::intValue;
    DoubleSupplier seven = () -> 7;
    said.add(wider.applyAsLong(3) + counted.applyAsLong("four") + real.applyAsDouble(2L));
    said.add(widening.of(5) + seven.getAsDouble());
    LongFunction<Object> boxed = Long::valueOf;
    Function<Integer, Long> shifted = i -> 1L << i;
    said.add(boxed.apply(9L) + "" + shifted.apply(40));
    BiFunction<Integer, Integer, Integer> sum = Integer::sum;
    BinaryOperator<Integer> most = Math::max;
    said.add(sum.apply(2, 3) + most.apply(4, 5));
    Runnable dropped = said::size;
    dropped.run();
    Runnable wide = () -> shifted.apply(3).longValue();
    wide.run();
    ObjLongConsumer<List<Object>> kept = List::add;
    kept.accept(said, 12L);
    IntFunction<int[]> array = int[]::new;
    said.add(array.apply(4).length);
    UnaryOperator<int[]> copied = int[]::clone;
    said.add(copied.apply(new int[] {1, 2}).length);
    IntPredicate even = i -> i % 2 == 0;
    said.add(IntStream.range(0, 9).filter(even.negate()).boxed().collect(Collectors.toList()));
    Map<String, List<String>> groups =
        Stream.of("b", "aa", "cc", "d")
            .collect(
                Collectors.groupingBy(s -> "" + s.length(), TreeMap::new, Collectors.toList()));
    said.add(groups);
    said.add(
        Stream.of("bb", "a", "cc")
            .sorted(
                Comparator.<String, Integer>comparing(Functions::length)
                    .thenComparing(Comparator.reverseOrder()))
            .toList());
    Function<Object, String> many = Functions::all;
    said.add(many.apply("v"));
    WithDefault withDefault = t -> t + "!";
    said.add(withDefault.twice("d"));
    Supplier<String> serial = (Supplier<String> & Serializable) () -> "serial";
    said.add(serial.get() + (serial instanceof Serializable));
    Supplier<Supplier<String>> deep = () -> () -> name + "deep";
    said.add(deep.get().get());
    Supplier<String> broken =
        () -> {
          throw new IllegalStateException("thrown");
        };
    try {
      broken.get();
    } catch (IllegalStateException e) {
      said.add(e.getMessage());
    }
    Function<Object, Integer> cast = o -> ((String) o).length();
    Function<String, Integer> typed = cast::apply;
    said.add(typed.apply("cast"));
    return said.toString();
  }
}
