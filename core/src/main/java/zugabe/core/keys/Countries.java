package zugabe.core.keys;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zugabe.bytes.Regex;

/** Countries by their codes of two letters (ISO 3166-1), and what people write instead. */
final class Countries {
  private static final Set<String> CODES = Set.of(Locale.getISOCountries());

  /** In which people write the names of countries; more than these are guessed from no text. */
  private static final List<Locale> LANGUAGES =
      List.of(
          Locale.ENGLISH,
          Locale.GERMAN,
          Locale.FRENCH,
          Locale.ITALIAN,
          Locale.forLanguageTag("es"),
          Locale.forLanguageTag("pt"),
          Locale.forLanguageTag("nl"));

  /** Dialling codes (ITU-T E.164) of the countries that have one of their own. */
  private static final Map<String, String> DIALLING =
      Map.ofEntries(
          Map.entry("20", "EG"),
          Map.entry("27", "ZA"),
          Map.entry("30", "GR"),
          Map.entry("31", "NL"),
          Map.entry("32", "BE"),
          Map.entry("33", "FR"),
          Map.entry("34", "ES"),
          Map.entry("36", "HU"),
          Map.entry("39", "IT"),
          Map.entry("40", "RO"),
          Map.entry("41", "CH"),
          Map.entry("43", "AT"),
          Map.entry("44", "GB"),
          Map.entry("45", "DK"),
          Map.entry("46", "SE"),
          Map.entry("47", "NO"),
          Map.entry("48", "PL"),
          Map.entry("49", "DE"),
          Map.entry("51", "PE"),
          Map.entry("52", "MX"),
          Map.entry("54", "AR"),
          Map.entry("55", "BR"),
          Map.entry("56", "CL"),
          Map.entry("57", "CO"),
          Map.entry("60", "MY"),
          Map.entry("61", "AU"),
          Map.entry("62", "ID"),
          Map.entry("63", "PH"),
          Map.entry("64", "NZ"),
          Map.entry("65", "SG"),
          Map.entry("66", "TH"),
          Map.entry("81", "JP"),
          Map.entry("82", "KR"),
          Map.entry("84", "VN"),
          Map.entry("86", "CN"),
          Map.entry("90", "TR"),
          Map.entry("91", "IN"),
          Map.entry("92", "PK"),
          Map.entry("234", "NG"),
          Map.entry("254", "KE"),
          Map.entry("351", "PT"),
          Map.entry("352", "LU"),
          Map.entry("353", "IE"),
          Map.entry("354", "IS"),
          Map.entry("358", "FI"),
          Map.entry("370", "LT"),
          Map.entry("371", "LV"),
          Map.entry("372", "EE"),
          Map.entry("380", "UA"),
          Map.entry("385", "HR"),
          Map.entry("386", "SI"),
          Map.entry("420", "CZ"),
          Map.entry("421", "SK"),
          Map.entry("886", "TW"),
          Map.entry("971", "AE"),
          Map.entry("972", "IL"));

  /** Codes of other lists, and of parts of a country. */
  private static final Map<String, String> MISTAKEN =
      Map.of(
          "UK",
          "GB",
          "ENGLAND",
          "GB",
          "SCOTLAND",
          "GB",
          "WALES",
          "GB",
          "USA",
          "US",
          "AMERICA",
          "US",
          "EN",
          "GB",
          "HOLLAND",
          "NL");

  private Countries() {}

  static boolean isCode(String text) {
    return CODES.contains(text);
  }

  /** The code that was meant, perhaps. */
  static Optional<String> meant(String text) {
    String plain = text.strip().toUpperCase(Locale.ROOT);
    String digits = Regex.replaceFirst(Regex.replaceAll(plain, "[+ ()-]", ""), "^00", "");
    if (MISTAKEN.containsKey(plain)) {
      return Optional.of(MISTAKEN.get(plain));
    }
    if (isCode(plain)) {
      return Optional.of(plain);
    }
    if (DIALLING.containsKey(digits)) {
      return Optional.of(DIALLING.get(digits));
    }
    return Arrays.stream(Locale.getISOCountries()).filter(c -> isName(c, text.strip())).findFirst();
  }

  private static boolean isName(String code, String text) {
    Locale country = new Locale.Builder().setRegion(code).build();
    return country.getISO3Country().equalsIgnoreCase(text)
        || LANGUAGES.stream().anyMatch(l -> country.getDisplayCountry(l).equalsIgnoreCase(text));
  }
}
