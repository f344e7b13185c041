package zugabe.kinds.launcher;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.Located;
import zugabe.core.plan.Digested;
import zugabe.core.plan.PlanDigest;
import zugabe.core.shape.Field;
import zugabe.core.shape.MapShape;
import zugabe.core.shape.RecordShape.Values;
import zugabe.core.shape.Reference;
import zugabe.core.shape.TextShape;

/**
 * What users see of a start program.
 *
 * @param address page that the message opens when there is no runtime
 * @param texts of messages, by language and name
 * @param properties strings of the page of properties, by language and name
 */
record Looks(
    Optional<Located<String>> icon,
    Optional<Opening> opening,
    Optional<Located<String>> address,
    Map<String, Map<String, Located<String>>> texts,
    Map<String, Map<String, Located<String>>> properties,
    Located<Level> level)
    implements Digested {
  /** Which rights the system asks the user for. */
  enum Level {
    USER,
    HIGHEST,
    ADMINISTRATOR
  }

  private static final String LANGUAGE = "[a-z]{2}";

  /** Windows and pages have no room for longer ones. */
  private static final TextShape<String> SHORT =
      TextShape.matching("a text of at most 1000 characters", "[\\s\\S]{0,1000}");

  static final Field<Located<String>> ICON =
      Field.optional(
              "icon",
              TextShape.any().naming(Reference.To.FILE),
              "PNG file of 256 pixels or more on each side.")
          .otherwise("app.icon");
  static final Field<Opening> OPENING =
      Field.optional(
          "opening", Opening.SHAPE, "A picture that is shown until the program's first window.");
  static final Field<Located<String>> ADDRESS =
      Field.optional(
          "address",
          TextShape.matching("an address such as https://java.gannet.example/", "https?://[^\\s]+"),
          "Page that the message offers when there is no fitting runtime.");
  static final Field<Map<String, Map<String, Located<String>>>> TEXTS =
      Field.optional(
              "texts",
              new MapShape<>(new MapShape<>(SHORT, String.join("|", Texts.NAMES)), LANGUAGE),
              "Texts of messages by language: none (with {needed} and {found}), nothing, needed, start, open, close, setting, utf8, missing.")
          .otherwise("English and German");
  static final Field<Map<String, Map<String, Located<String>>>> PROPERTIES =
      Field.optional(
          "properties",
          new MapShape<>(
              new MapShape<>(SHORT, String.join("|", Properties.NAMES)),
              String.join("|", Properties.languages())),
          "Strings of the page of properties, by language: FileDescription, LegalCopyright and so on.");
  static final Field<Located<Level>> LEVEL =
      Field.optional(
              "level", TextShape.choice(Level.values()), "Whose rights the program runs with.")
          .otherwise("user");

  @Override
  public void addTo(PlanDigest digest) {
    digest
        .text("icon", icon.map(Located::value))
        .text("opening", opening.map(o -> o.picture().value()))
        .text("seconds", opening.map(o -> o.seconds().value()))
        .text("address", address.map(Located::value))
        .texts("texts", flat(texts))
        .texts("properties", flat(properties))
        .text("level", level.value());
  }

  private static Map<String, String> flat(Map<String, Map<String, Located<String>>> by) {
    Map<String, String> flat = new LinkedHashMap<>();
    by.forEach(
        (language, said) ->
            said.forEach((name, text) -> flat.put(language + "." + name, text.value())));
    return flat;
  }

  static Looks of(Values v) {
    return new Looks(
        v.maybe(ICON),
        v.maybe(OPENING),
        v.maybe(ADDRESS),
        v.of(TEXTS),
        v.of(PROPERTIES),
        v.of(LEVEL));
  }
}
