package zugabe.formats.arsc;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/** Words for values of traits, as the names of resource folders have them. */
final class Words {
  /** For pictures that are never scaled. */
  static final int NO_DENSITY = 0xFFFF;

  /** For drawings that suit every density. */
  static final int ANY_DENSITY = 0xFFFE;

  private static final Map<String, Word> BY_NAME = new LinkedHashMap<>();

  /** A word. */
  record Word(String name, Trait trait, int value) {}

  static {
    words(Trait.GENDER, "neuter", 1, "feminine", 2, "masculine", 3);
    words(Trait.DIRECTION, "ldltr", 0x40, "ldrtl", 0x80);
    words(Trait.SIZE, "small", 1, "normal", 2, "large", 3, "xlarge", 4);
    words(Trait.LONG, "notlong", 0x10, "long", 0x20);
    words(Trait.ROUND, "notround", 1, "round", 2);
    words(Trait.GAMUT, "nowidecg", 1, "widecg", 2);
    words(Trait.DYNAMIC_RANGE, "lowdr", 4, "highdr", 8);
    words(Trait.ORIENTATION, "port", 1, "land", 2, "square", 3);
    words(Trait.MODE, "desk", 2, "car", 3, "television", 4, "appliance", 5, "watch", 6);
    words(Trait.MODE, "vrheadset", 7);
    words(Trait.NIGHT, "notnight", 0x10, "night", 0x20);
    words(Trait.DENSITY, "ldpi", 120, "mdpi", 160, "tvdpi", 213, "hdpi", 240, "xhdpi", 320);
    words(Trait.DENSITY, "xxhdpi", 480, "xxxhdpi", 640);
    words(Trait.DENSITY, "nodpi", NO_DENSITY, "anydpi", ANY_DENSITY);
    words(Trait.TOUCH, "notouch", 1, "stylus", 2, "finger", 3);
    words(Trait.KEYS, "keysexposed", 1, "keyshidden", 2, "keyssoft", 3);
    words(Trait.KEYBOARD, "nokeys", 1, "qwerty", 2, "12key", 3);
    words(Trait.NAVIGATION_KEYS, "navexposed", 4, "navhidden", 8);
    words(Trait.NAVIGATION, "nonav", 1, "dpad", 2, "trackball", 3, "wheel", 4);
  }

  private Words() {}

  private static void words(Trait trait, Object... pairs) {
    for (int i = 0; i < pairs.length; i += 2) {
      String name = (String) pairs[i];
      BY_NAME.put(name, new Word(name, trait, (Integer) pairs[i + 1]));
    }
  }

  static Optional<Word> of(String name) {
    return Optional.ofNullable(BY_NAME.get(name));
  }

  static Optional<String> of(Trait trait, int value) {
    return BY_NAME.values().stream()
        .filter(w -> w.trait() == trait && w.value() == value)
        .map(Word::name)
        .findFirst();
  }
}
