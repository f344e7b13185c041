package zugabe.standins.phone;

import java.util.List;
import java.util.Optional;
import zugabe.bytes.Regex;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.recipe.Document;
import zugabe.core.shape.Field;
import zugabe.core.shape.ListShape;
import zugabe.core.shape.RecordShape;
import zugabe.core.shape.TextShape;
import zugabe.formats.arsc.Device;

/**
 * What a phone is.
 *
 * @param platform level of the platform's interfaces
 * @param processors kinds of processors that it has, the preferred first
 * @param density dots per inch
 * @param languages as BCP 47 has them, the preferred first
 */
public record Profile(
    int platform, List<String> processors, int density, List<String> languages, boolean night) {
  private static final int PLATFORM = 34;
  private static final int DENSITY = 420;
  private static final int WIDTH = 411;
  private static final int HEIGHT = 914;

  /** A phone of these years. */
  public static final Profile USUAL =
      new Profile(PLATFORM, List.of("arm64-v8a", "armeabi-v7a"), DENSITY, List.of("en"), false);

  private static final Field<Located<Integer>> LEVEL =
      Field.optional("platform", number(1, 999), "Level of the platform's interfaces.")
          .otherwise("34");
  private static final Field<List<Located<String>>> PROCESSORS =
      Field.optional(
              "processors",
              new ListShape<>(
                  TextShape.oneOf(List.of("arm64-v8a", "armeabi-v7a", "x86_64", "x86", "riscv64"))),
              "Kinds of processors, the preferred first.")
          .otherwise("arm64-v8a, armeabi-v7a");
  private static final Field<Located<Integer>> DOTS =
      Field.optional("density", number(60, 1000), "Dots per inch.").otherwise("420");
  private static final Field<List<Located<String>>> LANGUAGES =
      Field.optional(
              "languages",
              new ListShape<>(
                  TextShape.matching(
                      "a language such as de or pt-BR",
                      "[a-z]{2,3}(-[A-Z][a-z]{3})?(-([A-Z]{2}|[0-9]{3}))?")),
              "Languages of its user, the preferred first.")
          .otherwise("en");
  private static final Field<Located<Boolean>> NIGHT =
      Field.optional("night", TextShape.yesOrNo(), "Whether it shows light on dark.")
          .otherwise("false");

  private static final RecordShape<Profile> SHAPE =
      RecordShape.of(
          "a phone",
          List.of(LEVEL, PROCESSORS, DOTS, LANGUAGES, NIGHT),
          v ->
              new Profile(
                  v.maybe(LEVEL).map(Located::value).orElse(USUAL.platform),
                  texts(v.of(PROCESSORS), USUAL.processors),
                  v.maybe(DOTS).map(Located::value).orElse(USUAL.density),
                  texts(v.of(LANGUAGES), USUAL.languages),
                  v.maybe(NIGHT).map(Located::value).orElse(false)));

  public Profile {
    processors = List.copyOf(processors);
    languages = List.copyOf(languages);
  }

  private static List<String> texts(List<Located<String>> said, List<String> otherwise) {
    return said.isEmpty() ? otherwise : said.stream().map(Located::value).toList();
  }

  private static TextShape<Integer> number(int least, int most) {
    return TextShape.parsed(
        "a number of " + least + " to " + most,
        "[0-9]{1,4}",
        t ->
            Regex.matches(t, "[0-9]{1,4}")
                    && Integer.parseInt(t) >= least
                    && Integer.parseInt(t) <= most
                ? Optional.of(Integer.valueOf(t))
                : Optional.empty(),
        least);
  }

  /** Reads one in YAML; what is wrong is in the findings. */
  public static Optional<Profile> read(String file, String text, Findings findings) {
    return Document.read(file, text, SHAPE, findings);
  }

  /** What looks for resources on it. */
  Device device() {
    return new Device(languages, density, night, platform, WIDTH, HEIGHT);
  }

  @Override
  public String toString() {
    return "platform "
        + platform
        + ", "
        + String.join(" and ", processors)
        + ", "
        + density
        + " dpi, "
        + String.join(", ", languages)
        + (night ? ", night" : "");
  }
}
