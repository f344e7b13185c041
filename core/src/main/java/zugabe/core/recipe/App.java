package zugabe.core.recipe;

import java.time.DateTimeException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Regex;
import zugabe.core.finding.Located;
import zugabe.core.shape.Field;
import zugabe.core.shape.RecordShape;
import zugabe.core.shape.Reference;
import zugabe.core.shape.Shape;
import zugabe.core.shape.TextShape;

/** The application's identity; what isn't said is empty. */
public record App(
    Optional<String> id,
    String name,
    Located<String> version,
    Description description,
    Optional<License> license,
    Optional<Located<String>> icon,
    Optional<Instant> time) {

  /** What is said of it to those who install it. */
  public record Description(
      Optional<String> summary,
      Optional<String> maker,
      Optional<String> contact,
      Optional<String> homepage) {}

  public Optional<String> summary() {
    return description.summary();
  }

  public Optional<String> maker() {
    return description.maker();
  }

  /** The licence: an SPDX identifier, and the file with its text. */
  public record License(Optional<String> id, Optional<Located<String>> text) {
    private static final Field<Located<String>> ID =
        Field.optional("id", TextShape.any(), "SPDX identifier, such as Apache-2.0.");
    private static final Field<Located<String>> TEXT =
        Field.optional(
            "text", TextShape.any().naming(Reference.To.FILE), "File with the licence's text.");
    static final Shape<License> SHAPE =
        RecordShape.of(
            "app.license",
            List.of(ID, TEXT),
            v -> new License(v.maybe(ID).map(Located::value), v.maybe(TEXT)));
  }

  private static final String VERSIONS = "[A-Za-z0-9][A-Za-z0-9._+~-]*";

  private static final Field<Located<String>> ID =
      Field.optional(
          "id",
          TextShape.matching(
              "a reverse domain name such as example.gannet.saltmarsh",
              "[A-Za-z][A-Za-z0-9_-]*(\\.[A-Za-z][A-Za-z0-9_-]*)+"),
          "Reverse domain name, fixed for the application's life.");
  private static final Field<Located<String>> NAME =
      Field.required(
          "name",
          TextShape.matching("a name on one line", "[^\\r\\n\\x00]*\\S[^\\r\\n\\x00]*"),
          "The name as users see it.");
  private static final Field<Located<String>> VERSION =
      Field.required(
          "version",
          TextShape.matching(
              "a version of letters, digits and . _ + ~ -, starting with a digit or letter",
              VERSIONS),
          "The version, such as 2.4.0. It is never read as a number: 2.10 stays 2.10.");
  private static final Field<Located<String>> SUMMARY =
      Field.optional(
          "summary",
          TextShape.matching("text on one line", "[^\\r\\n\\x00]+"),
          "One line on what it does.");
  private static final Field<Located<String>> MAKER =
      Field.optional(
          "maker", TextShape.matching("text on one line", "[^\\r\\n\\x00]+"), "Who makes it.");
  private static final Field<Located<String>> CONTACT =
      Field.optional(
          "contact",
          TextShape.matching("text on one line", "[^\\r\\n\\x00]+"),
          "Name and mail address for questions: what installs it tells them.");
  private static final Field<Located<String>> HOMEPAGE =
      Field.optional(
          "homepage",
          TextShape.matching("an http or https address", "https?://\\S+"),
          "Web address.");
  private static final Field<License> LICENSE =
      Field.optional("license", License.SHAPE, "The licence it is given away under.");
  private static final Field<Located<String>> ICON =
      Field.optional(
          "icon", TextShape.any().naming(Reference.To.FILE), "Picture from which icons are made.");
  private static final Field<Located<Instant>> TIME =
      Field.optional(
              "time",
              TextShape.parsed(
                  "a time such as 2026-03-01T12:00:00Z",
                  "\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d)?Z",
                  App::instant,
                  Instant.EPOCH),
              "Time of all entries, in UTC.")
          .otherwise("SOURCE_DATE_EPOCH, else 1980-01-01T00:00:00Z");

  static final Shape<App> SHAPE =
      RecordShape.of(
          "app",
          List.of(ID, NAME, VERSION, SUMMARY, MAKER, CONTACT, HOMEPAGE, LICENSE, ICON, TIME),
          v ->
              new App(
                  v.maybe(ID).map(Located::value),
                  v.of(NAME).value(),
                  v.of(VERSION),
                  new Description(
                      v.maybe(SUMMARY).map(Located::value),
                      v.maybe(MAKER).map(Located::value),
                      v.maybe(CONTACT).map(Located::value),
                      v.maybe(HOMEPAGE).map(Located::value)),
                  v.maybe(LICENSE),
                  v.maybe(ICON),
                  v.maybe(TIME).map(Located::value)));

  /** Whether a text can be its version. */
  public static boolean isVersion(String text) {
    return Regex.matches(text, VERSIONS);
  }

  private static Optional<Instant> instant(String text) {
    try {
      return Optional.of(Instant.parse(text.length() == 17 ? text.replace("Z", ":00Z") : text));
    } catch (DateTimeException e) {
      return Optional.empty();
    }
  }
}
