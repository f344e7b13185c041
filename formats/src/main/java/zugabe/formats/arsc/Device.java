package zugabe.formats.arsc;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * A device that looks for resources, held upright, with a touch screen and no keys.
 *
 * @param languages as BCP 47 has them, the preferred first
 * @param density dots per inch
 * @param level of the platform's interfaces
 * @param widthDp width of its screen, in units that don't depend on the density; also the smallest
 *     one
 */
public record Device(
    List<String> languages, int density, boolean night, int level, int widthDp, int heightDp) {
  private static final int NORMAL = 2;
  private static final int LONG = 0x20;
  private static final int LEFT_TO_RIGHT = 0x40;
  private static final int RIGHT_TO_LEFT = 0x80;
  private static final int FINGER = 3;
  private static final int PORTRAIT = 1;
  private static final int NOT_NIGHT = 0x10;
  private static final int NIGHT = 0x20;
  private static final int PLAIN_DENSITY = 160;

  public Device {
    languages = List.copyOf(languages);
  }

  /** The variant that it shows; empty when none is for it. */
  public Optional<ResourceTable.Found> best(List<ResourceTable.Found> variants) {
    List<ResourceTable.Found> left = new ArrayList<>();
    for (ResourceTable.Found one : variants) {
      if (suits(one.qualifiers())) {
        left.add(one);
      }
    }
    for (Trait trait : Trait.values()) {
      if (trait == Trait.LOCALE) {
        left = locale(left);
      } else if (trait == Trait.DENSITY) {
        left = density(left);
      } else {
        left = said(left, trait);
      }
    }
    return left.stream().findFirst();
  }

  private boolean suits(Qualifiers q) {
    for (Trait trait : Trait.values()) {
      int value = q.get(trait);
      if (value != 0 && !suits(trait, value)) {
        return false;
      }
    }
    return q.locale().isEmpty() || languages.stream().anyMatch(l -> matches(q.locale(), l));
  }

  private boolean suits(Trait trait, int value) {
    return switch (trait) {
      case SMALLEST_WIDTH, WIDTH -> value <= widthDp;
      case HEIGHT -> value <= heightDp;
      case SIZE -> value <= NORMAL;
      case LONG -> value == LONG;
      case ORIENTATION -> value == PORTRAIT;
      case NIGHT -> value == (night ? NIGHT : NOT_NIGHT);
      case TOUCH -> value == FINGER;
      case VERSION -> value <= level;
      case DIRECTION -> value == (isFromRight() ? RIGHT_TO_LEFT : LEFT_TO_RIGHT);
      case DENSITY, LOCALE, ROUND, GAMUT, DYNAMIC_RANGE, KEYS, NAVIGATION_KEYS, MINOR_VERSION ->
          true;
      default -> false;
    };
  }

  private boolean isFromRight() {
    String first = languages.isEmpty() ? "" : Locale.forLanguageTag(languages.get(0)).getLanguage();
    return List.of("ar", "he", "fa", "ur").contains(first);
  }

  /** A resource for a language serves its regions; one for a region only that one. */
  private static boolean matches(String resource, String wanted) {
    Locale is = Locale.forLanguageTag(resource);
    Locale want = Locale.forLanguageTag(wanted);
    return is.getLanguage().equals(want.getLanguage())
        && (is.getScript().isEmpty() || is.getScript().equals(want.getScript()))
        && (is.getCountry().isEmpty() || is.getCountry().equals(want.getCountry()));
  }

  private List<ResourceTable.Found> locale(List<ResourceTable.Found> all) {
    for (String language : languages) {
      List<ResourceTable.Found> of =
          all.stream()
              .filter(f -> !f.qualifiers().locale().isEmpty())
              .filter(f -> matches(f.qualifiers().locale(), language))
              .toList();
      int closest = of.stream().mapToInt(f -> f.qualifiers().locale().length()).max().orElse(0);
      if (closest > 0) {
        return of.stream().filter(f -> f.qualifiers().locale().length() == closest).toList();
      }
      // the default is in whatever language the maker speaks: it serves the first one as well
      if (all.stream().anyMatch(f -> f.qualifiers().locale().isEmpty())
          && language.equals(languages.get(languages.size() - 1))) {
        break;
      }
    }
    return all.stream().filter(f -> f.qualifiers().locale().isEmpty()).toList();
  }

  /** Drawings that suit every density, else the next larger one, else the largest. */
  private List<ResourceTable.Found> density(List<ResourceTable.Found> all) {
    int best = 0;
    for (ResourceTable.Found one : all) {
      int is = density(one);
      boolean better =
          best == 0 || (is >= density ? best < density || is < best : best < density && is > best);
      best = best == Words.ANY_DENSITY || (is != Words.ANY_DENSITY && !better) ? best : is;
    }
    int chosen = best;
    return all.stream().filter(f -> density(f) == chosen).toList();
  }

  private static int density(ResourceTable.Found one) {
    int density = one.qualifiers().density();
    return density == 0 || density == Words.NO_DENSITY ? PLAIN_DENSITY : density;
  }

  /** Those that say something of a trait go before those that don't; the greatest value wins. */
  private static List<ResourceTable.Found> said(List<ResourceTable.Found> all, Trait trait) {
    int most = all.stream().mapToInt(f -> f.qualifiers().get(trait)).max().orElse(0);
    return all.stream().filter(f -> f.qualifiers().get(trait) == most).toList();
  }
}
