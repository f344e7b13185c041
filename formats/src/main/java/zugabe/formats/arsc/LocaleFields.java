package zugabe.formats.arsc;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/**
 * Language, region, script and variant in {@code ResTable_config}. Languages and regions of three
 * characters are packed in five bits each.
 *
 * <pre>
 *  8 language, 2    36 localeScript, 4     52 localeScriptWasComputed, 1
 * 10 country, 2     40 localeVariant, 8    53 localeNumberingSystem, 8
 * </pre>
 */
final class LocaleFields {
  static final int COMPUTED = 52;
  private static final int LANGUAGE = 8;
  private static final int REGION = 10;
  private static final int SCRIPT = 36;
  private static final int SCRIPT_BYTES = 4;
  private static final int VARIANT = 40;
  private static final int VARIANT_BYTES = 8;
  private static final int PACKED = 0x80;
  private static final int FIVE_BITS = 0x1F;

  private LocaleFields() {}

  /** Sets what is given; empty texts leave a field as it is. */
  static void set(byte[] config, String language, String script, String region, String variant) {
    packed(config, LANGUAGE, language.toLowerCase(Locale.ROOT), 'a');
    packed(config, REGION, region.toUpperCase(Locale.ROOT), '0');
    text(config, SCRIPT, script.isEmpty() ? "" : title(script));
    text(config, VARIANT, variant.toLowerCase(Locale.ROOT));
  }

  private static String title(String script) {
    return script.substring(0, 1).toUpperCase(Locale.ROOT)
        + script.substring(1).toLowerCase(Locale.ROOT);
  }

  private static void text(byte[] config, int at, String text) {
    byte[] bytes = text.getBytes(StandardCharsets.US_ASCII);
    System.arraycopy(bytes, 0, config, at, bytes.length);
  }

  private static void packed(byte[] config, int at, String text, char base) {
    if (text.length() == 2) {
      text(config, at, text);
    } else if (text.length() == 3) {
      int first = text.charAt(0) - base;
      int second = text.charAt(1) - base;
      int third = text.charAt(2) - base;
      config[at] = (byte) (PACKED | third << 2 | second >> 3);
      config[at + 1] = (byte) (second << 5 | first);
    }
  }

  private static String unpacked(byte[] config, int at, char base) {
    int high = config[at] & 0xFF;
    int low = config[at + 1] & 0xFF;
    if (high == 0) {
      return "";
    }
    if ((high & PACKED) == 0) {
      return "" + (char) high + (char) low;
    }
    char[] all = {
      (char) (base + (low & FIVE_BITS)),
      (char) (base + (low >> 5 | (high & 3) << 3)),
      (char) (base + (high >> 2 & FIVE_BITS))
    };
    return new String(all);
  }

  private static String text(byte[] config, int at, int most) {
    int end = at;
    while (end < at + most && config[end] != 0) {
      end++;
    }
    return new String(Arrays.copyOfRange(config, at, end), StandardCharsets.ISO_8859_1);
  }

  private static List<String> parts(byte[] config) {
    List<String> parts = new ArrayList<>();
    parts.add(unpacked(config, LANGUAGE, 'a'));
    parts.add(text(config, SCRIPT, SCRIPT_BYTES));
    parts.add(unpacked(config, REGION, '0'));
    parts.add(text(config, VARIANT, VARIANT_BYTES));
    return parts;
  }

  /** As BCP 47 has it. */
  static String tag(byte[] config) {
    return String.join("-", parts(config).stream().filter(p -> !p.isEmpty()).toList());
  }

  /** As the name of a folder has it: the short form where it is enough. */
  static List<String> words(byte[] config) {
    List<String> all = parts(config);
    boolean plain = all.get(1).isEmpty() && all.get(3).isEmpty() && all.get(2).length() < 3;
    if (plain && !all.get(0).isEmpty()) {
      return all.get(2).isEmpty() ? List.of(all.get(0)) : List.of(all.get(0), "r" + all.get(2));
    }
    String tag = String.join("+", all.stream().filter(p -> !p.isEmpty()).toList());
    return tag.isEmpty() ? List.of() : List.of("b+" + tag);
  }
}
