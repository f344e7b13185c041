package zugabe.core.resources;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.android.Platform;

/** Words for the types of an attribute's values, as sources declare them. */
final class Formats {
  private static final Map<String, Long> WORDS = new LinkedHashMap<>();
  private static final Map<Long, String> FORMS = new LinkedHashMap<>();

  static {
    word("reference", Platform.Attribute.REFERENCE, "a resource as @type/name");
    word("string", Platform.Attribute.STRING, "text");
    word("integer", Platform.Attribute.INTEGER, "a whole number");
    word("boolean", Platform.Attribute.BOOLEAN, "true or false");
    word("color", Platform.Attribute.COLOR, "a colour such as #2a6f97");
    word("float", Platform.Attribute.FLOAT, "a number");
    word("dimension", Platform.Attribute.DIMENSION, "a length such as 16dp");
    word("fraction", Platform.Attribute.FRACTION, "a part such as 50%");
    WORDS.put("enum", Platform.Attribute.ENUM);
    WORDS.put("flags", Platform.Attribute.FLAGS);
    WORDS.put("flag", Platform.Attribute.FLAGS);
  }

  private Formats() {}

  private static void word(String word, long bit, String form) {
    WORDS.put(word, bit);
    FORMS.put(bit, form);
  }

  /** The bits of words with bars between them; empty when one isn't known. */
  static Optional<Long> bits(String words) {
    long bits = 0;
    for (String one : words.split("\\|", -1)) {
      Long bit = WORDS.get(one.strip());
      if (bit == null) {
        return Optional.empty();
      }
      bits |= bit;
    }
    return Optional.of(bits);
  }

  static String form(long types) {
    List<String> forms = new ArrayList<>();
    FORMS.forEach(
        (bit, form) -> {
          if ((types & bit) != 0) {
            forms.add(form);
          }
        });
    return forms.isEmpty() ? "one of its names" : String.join(", or ", forms);
  }
}
