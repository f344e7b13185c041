package zugabe.core.links;

import java.util.Arrays;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Texts as numbers: of hundreds of thousands of classes, most name the same ones. Several threads
 * may ask; which number a text gets depends on who comes first, so nothing may be sorted by them.
 */
final class Names {
  private final Map<String, Integer> numbers = new ConcurrentHashMap<>(1 << 14);
  private volatile String[] texts = new String[1 << 14];
  private int count;

  int of(String text) {
    Integer known = numbers.get(text);
    return known == null ? add(text) : known;
  }

  private synchronized int add(String text) {
    Integer known = numbers.get(text);
    if (known != null) {
      return known;
    }
    if (count == texts.length) {
      texts = Arrays.copyOf(texts, 2 * count);
    }
    texts[count] = text;
    numbers.put(text, count);
    return count++;
  }

  String text(int number) {
    return texts[number];
  }

  /** What stands for a member's name where the name itself isn't kept. */
  int hash(int number) {
    return texts[number].hashCode();
  }

  /** A text with dots for slashes: the name of a class as users write it. */
  String dotted(int number) {
    return texts[number].replace('/', '.');
  }
}
