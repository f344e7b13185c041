package zugabe.formats.arsc;

import java.util.Collection;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;

/** What has to change in a device's configuration before a resource may be another one. */
final class Changes {
  private static final Map<Trait, Integer> BITS = new EnumMap<>(Trait.class);
  private static final int LOCALE = 0x4;

  static {
    BITS.put(Trait.MCC, 0x1);
    BITS.put(Trait.MNC, 0x2);
    BITS.put(Trait.TOUCH, 0x8);
    BITS.put(Trait.KEYBOARD, 0x10);
    BITS.put(Trait.KEYS, 0x20);
    BITS.put(Trait.NAVIGATION_KEYS, 0x20);
    BITS.put(Trait.NAVIGATION, 0x40);
    BITS.put(Trait.ORIENTATION, 0x80);
    BITS.put(Trait.DENSITY, 0x100);
    BITS.put(Trait.SCREEN_WIDTH, 0x200);
    BITS.put(Trait.SCREEN_HEIGHT, 0x200);
    BITS.put(Trait.WIDTH, 0x200);
    BITS.put(Trait.HEIGHT, 0x200);
    BITS.put(Trait.VERSION, 0x400);
    BITS.put(Trait.SIZE, 0x800);
    BITS.put(Trait.LONG, 0x800);
    BITS.put(Trait.MODE, 0x1000);
    BITS.put(Trait.NIGHT, 0x1000);
    BITS.put(Trait.SMALLEST_WIDTH, 0x2000);
    BITS.put(Trait.DIRECTION, 0x4000);
    BITS.put(Trait.ROUND, 0x8000);
    BITS.put(Trait.GAMUT, 0x10000);
    BITS.put(Trait.DYNAMIC_RANGE, 0x10000);
    BITS.put(Trait.GENDER, 0x20000);
  }

  private Changes() {}

  /** Bits of what differs between some configurations. */
  static long of(Collection<Qualifiers> all) {
    long bits = 0;
    for (Map.Entry<Trait, Integer> one : BITS.entrySet()) {
      Set<Integer> values = new HashSet<>();
      all.forEach(q -> values.add(q.get(one.getKey())));
      bits |= values.size() > 1 ? one.getValue() : 0;
    }
    long locales = all.stream().map(Qualifiers::locale).distinct().count();
    return locales > 1 ? bits | LOCALE : bits;
  }
}
