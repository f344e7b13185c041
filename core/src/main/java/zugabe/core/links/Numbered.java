package zugabe.core.links;

import java.util.Arrays;

/** Things by small numbers. */
final class Numbered<T> {
  private Object[] things = new Object[1 << 10];

  /** What has this number, or null. */
  @SuppressWarnings("unchecked") // only put writes
  T get(int number) {
    return number < things.length ? (T) things[number] : null;
  }

  void put(int number, T thing) {
    if (number >= things.length) {
      things = Arrays.copyOf(things, Math.max(2 * things.length, number + 1));
    }
    things[number] = thing;
  }
}
