package zugabe.kinds.launcher;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import zugabe.bytes.FieldOverflowException;
import zugabe.bytes.Regex;
import zugabe.core.finding.Located;
import zugabe.core.plan.Identity;
import zugabe.formats.pe.VersionResource;

/** The page of properties: what the recipe says, and what follows from the application. */
final class Properties {
  /** The standard's names ("StringFileInfo"). */
  static final List<String> NAMES =
      List.of(
          "Comments",
          "CompanyName",
          "FileDescription",
          "FileVersion",
          "InternalName",
          "LegalCopyright",
          "LegalTrademarks",
          "OriginalFilename",
          "PrivateBuild",
          "ProductName",
          "ProductVersion",
          "SpecialBuild");

  private static final int MOST = 65_535;

  /** Primary language and the country that most take for it (MS-LCID). */
  private static final Map<String, Integer> LANGUAGES =
      Map.ofEntries(
          Map.entry("cs", 0x0405),
          Map.entry("da", 0x0406),
          Map.entry("de", 0x0407),
          Map.entry("el", 0x0408),
          Map.entry("en", 0x0409),
          Map.entry("es", 0x0C0A),
          Map.entry("fi", 0x040B),
          Map.entry("fr", 0x040C),
          Map.entry("hu", 0x040E),
          Map.entry("it", 0x0410),
          Map.entry("ja", 0x0411),
          Map.entry("ko", 0x0412),
          Map.entry("nl", 0x0413),
          Map.entry("nb", 0x0414),
          Map.entry("pl", 0x0415),
          Map.entry("pt", 0x0816),
          Map.entry("ru", 0x0419),
          Map.entry("sv", 0x041D),
          Map.entry("tr", 0x041F),
          Map.entry("uk", 0x0422),
          Map.entry("zh", 0x0804));

  private Properties() {}

  /** Languages that strings can be in. */
  static List<String> languages() {
    return LANGUAGES.keySet().stream().sorted().toList();
  }

  /**
   * The first four numbers of a version, zeros for those that it hasn't; empty when one is too
   * large.
   */
  static List<Integer> numbers(String version) {
    int[] four = new int[4];
    int count = 0;
    String plain = Regex.replaceAll(version, "[-+].*$", "");
    for (String part : plain.split("[^0-9]+", -1)) {
      if (!part.isEmpty() && count < four.length) {
        if (part.length() > 5 || Integer.parseInt(part) > MOST) {
          return List.of();
        }
        four[count++] = Integer.parseInt(part);
      }
    }
    return List.of(four[0], four[1], four[2], four[3]);
  }

  /** Whether it is a version before the one whose numbers it has (semver.org, item 9). */
  static boolean isPreview(String version) {
    return version.contains("-");
  }

  static String dotted(List<Integer> four) {
    return String.join(".", four.stream().map(n -> String.format(Locale.ROOT, "%d", n)).toList());
  }

  /** Whether the resource has room for all of it. */
  static boolean fit(Identity app, String file, Map<String, Map<String, Located<String>>> said) {
    try {
      // a version without numbers is told by itself
      return numbers(app.version()).isEmpty() || of(app, file, said).encode().length > 0;
    } catch (FieldOverflowException e) {
      return false;
    }
  }

  static VersionResource of(
      Identity app, String file, Map<String, Map<String, Located<String>>> said) {
    List<Integer> four = numbers(app.version());
    Map<Integer, Map<String, String>> strings = new LinkedHashMap<>();
    strings.put(LANGUAGES.get("en"), strings(app, file, said.getOrDefault("en", Map.of())));
    said.keySet().stream()
        .sorted()
        .filter(l -> !l.equals("en"))
        .forEach(l -> strings.put(LANGUAGES.get(l), strings(app, file, said.get(l))));
    return new VersionResource(four, isPreview(app.version()), strings);
  }

  private static Map<String, String> strings(
      Identity app, String file, Map<String, Located<String>> said) {
    Map<String, String> usual = new LinkedHashMap<>();
    app.maker().ifPresent(m -> usual.put("CompanyName", m));
    usual.put("FileDescription", app.summary().orElse(app.name()));
    usual.put("FileVersion", dotted(numbers(app.version())));
    usual.put("InternalName", app.shortName());
    usual.put("OriginalFilename", file);
    usual.put("ProductName", app.name());
    usual.put("ProductVersion", app.version());
    Map<String, String> all = new LinkedHashMap<>();
    for (String name : NAMES) {
      String text = said.containsKey(name) ? said.get(name).value() : usual.get(name);
      if (text != null) {
        all.put(name, text);
      }
    }
    return all;
  }
}
