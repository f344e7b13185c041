package zugabe.formats.arsc;

import java.util.Optional;
import zugabe.bytes.Regex;

/**
 * Reads the qualifiers in a resource folder's name (Android developers, "Providing resources",
 * table 2): each once, in the platform's order.
 */
public final class ParsedQualifiers {
  private static final int MOST_LOCALE_PARTS = 4;

  private final byte[] config = new byte[Qualifiers.BYTES];
  private Optional<Trait> last = Optional.empty();
  private String fault = "";

  private ParsedQualifiers() {}

  /**
   * What was read.
   *
   * @param qualifiers empty when there is a fault
   * @param fault why they can't be, as the end of a sentence; else empty
   */
  public record Result(Optional<Qualifiers> qualifiers, String fault) {}

  /**
   * Reads them.
   *
   * @param text behind the type and its hyphen; empty for none
   */
  public static Result parse(String text) {
    ParsedQualifiers parsed = new ParsedQualifiers();
    String[] words = text.isEmpty() ? new String[0] : text.split("-", -1);
    for (int i = 0; i < words.length && parsed.fault.isEmpty(); i++) {
      String next = i + 1 < words.length ? words[i + 1] : "";
      if (parsed.locale(words[i], next)) {
        i++;
      }
    }
    return parsed.fault.isEmpty()
        ? new Result(Optional.of(new Qualifiers(parsed.config)), "")
        : new Result(Optional.empty(), parsed.fault);
  }

  /** Takes a word; whether the next one belongs to it. */
  private boolean locale(String word, String next) {
    if (Regex.matches(word, "[a-z]{2,3}") && Words.of(word).isEmpty()) {
      boolean region = Regex.matches(next, "r([A-Z]{2}|[0-9]{3})");
      put(Trait.LOCALE, word, 0);
      LocaleFields.set(config, word, "", region ? next.substring(1) : "", "");
      return region;
    }
    if (word.startsWith("b+")) {
      tag(word);
      return false;
    }
    word(word);
    return false;
  }

  private void tag(String word) {
    String[] parts = word.substring(2).split("\\+", -1);
    String script = "";
    String region = "";
    String variant = "";
    boolean good = Regex.matches(parts[0], "[a-zA-Z]{2,3}") && parts.length <= MOST_LOCALE_PARTS;
    for (int i = 1; i < parts.length; i++) {
      if (Regex.matches(parts[i], "[a-zA-Z]{4}") && script.isEmpty() && region.isEmpty()) {
        script = parts[i];
      } else if (Regex.matches(parts[i], "[a-zA-Z]{2}|[0-9]{3}") && region.isEmpty()) {
        region = parts[i];
      } else if (Regex.matches(parts[i], "[a-zA-Z0-9]{5,8}|[0-9][a-zA-Z0-9]{3}")
          && variant.isEmpty()) {
        variant = parts[i];
      } else {
        good = false;
      }
    }
    if (!good) {
      fault = "\"" + word + "\" isn't a language";
      return;
    }
    put(Trait.LOCALE, word, 0);
    LocaleFields.set(config, parts[0], script, region, variant);
  }

  private void word(String word) {
    Optional<Words.Word> known = Words.of(word);
    if (known.isPresent()) {
      put(known.get().trait(), word, known.get().value());
    } else if (Regex.matches(word, "mcc[0-9]{3}")) {
      number(Trait.MCC, word, word.substring(3));
    } else if (Regex.matches(word, "mnc[0-9]{1,3}")) {
      int value = Integer.parseInt(word.substring(3));
      put(Trait.MNC, word, value == 0 ? Qualifiers.NO_MNC : value);
    } else if (Regex.matches(word, "sw[0-9]{1,5}dp")) {
      number(Trait.SMALLEST_WIDTH, word, word.substring(2, word.length() - 2));
    } else if (Regex.matches(word, "w[0-9]{1,5}dp")) {
      number(Trait.WIDTH, word, word.substring(1, word.length() - 2));
    } else if (Regex.matches(word, "h[0-9]{1,5}dp")) {
      number(Trait.HEIGHT, word, word.substring(1, word.length() - 2));
    } else if (Regex.matches(word, "[0-9]{1,5}dpi")) {
      number(Trait.DENSITY, word, word.substring(0, word.length() - 3));
    } else if (Regex.matches(word, "[0-9]{1,5}x[0-9]{1,5}")) {
      screen(word);
    } else if (Regex.matches(word, "v[0-9]{1,5}(\\.[0-9]{1,3})?")) {
      version(word);
    } else {
      fault = "\"" + word + "\" isn't a qualifier";
    }
  }

  private void screen(String word) {
    int x = word.indexOf('x');
    number(Trait.SCREEN_WIDTH, word, word.substring(0, x));
    number(Trait.SCREEN_HEIGHT, word, word.substring(x + 1));
  }

  private void version(String word) {
    String[] parts = word.substring(1).split("\\.", -1);
    number(Trait.VERSION, word, parts[0]);
    if (parts.length > 1 && !parts[1].equals("0")) {
      number(Trait.MINOR_VERSION, word, parts[1]);
    }
  }

  private void number(Trait trait, String word, String digits) {
    int value = Integer.parseInt(digits);
    if (value == 0 || value > 0xFFFF) {
      fault = "\"" + word + "\" is out of range";
      return;
    }
    put(trait, word, value);
  }

  private void put(Trait trait, String word, int value) {
    boolean again = last.filter(trait::equals).isPresent();
    if (again || last.filter(l -> l.compareTo(trait) > 0).isPresent()) {
      fault = "\"" + word + "\" " + (again ? "is the second of its sort" : "stands too far behind");
      return;
    }
    last = Optional.of(trait);
    trait.set(config, value);
  }
}
