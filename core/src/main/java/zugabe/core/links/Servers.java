package zugabe.core.links;

import java.util.List;

/**
 * Generations of servlet containers, each a bit: Servlet 3.1 and 4.0 (in {@code javax}), 5.0, 6.0
 * and 6.1 (in {@code jakarta}), with the pages, expressions and websockets that go with them.
 */
final class Servers {
  static final int ALL = 0b11111;

  private static final List<String> VERSIONS = List.of("3.1", "4.0", "5.0", "6.0", "6.1");
  private static final int JAVAX = 0b00011;

  private Servers() {}

  /** Those that the package of a class leaves open. */
  static int open(String className) {
    return className.startsWith("javax") ? JAVAX : ALL & ~JAVAX;
  }

  /** Those of the same package as some; the ones in {@code jakarta} for none. */
  static int open(int some) {
    return (some & JAVAX) != 0 ? JAVAX : ALL & ~JAVAX;
  }

  /** Some generations in words. */
  static String text(int some) {
    int open = open(some);
    String name = open == JAVAX ? "Java Servlet " : "Jakarta Servlet ";
    String lowest = VERSIONS.get(Integer.numberOfTrailingZeros(some));
    int highestBit = Integer.SIZE - 1 - Integer.numberOfLeadingZeros(some);
    String highest = VERSIONS.get(highestBit);
    if (Integer.highestOneBit(some) == Integer.highestOneBit(open)) {
      return name + lowest + (lowest.equals(highest) ? "" : " and later");
    }
    return name + (lowest.equals(highest) ? lowest : lowest + " to " + highest);
  }
}
