package zugabe.core.recipe;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Regex;
import zugabe.core.finding.Located;
import zugabe.core.shape.Field;
import zugabe.core.shape.ListShape;
import zugabe.core.shape.RecordShape;
import zugabe.core.shape.Shape;
import zugabe.core.shape.TextShape;

/**
 * How to try a program, and what is expected of it.
 *
 * @param exit the exit code, 0 to 255
 * @param text must occur in what it prints, or in what the address answers
 * @param address must answer while it runs; then it is stopped, and its exit code doesn't matter
 * @param within time limit
 */
public record TrialSpec(
    List<String> arguments,
    int exit,
    Optional<String> text,
    Optional<String> address,
    Duration within) {
  /**
   * What is done without a trial in the recipe: started without arguments, and nothing is expected.
   */
  public static final Duration DEFAULT_LIMIT = Duration.ofSeconds(20);

  /** With arguments, and exit code 0 expected. */
  public static TrialSpec of(List<String> arguments) {
    return new TrialSpec(arguments, 0, Optional.empty(), Optional.empty(), DEFAULT_LIMIT);
  }

  private static final Pattern DURATION = Pattern.compile("(\\d{1,6})(ms|s|m)");

  private record Expect(int exit, Optional<String> text, Optional<String> address) {
    private static final Field<Located<Integer>> EXIT =
        Field.optional(
                "exit",
                TextShape.parsed("an exit code from 0 to 255", "\\d{1,3}", Expect::code, 0),
                "Exit code, 0 to 255.")
            .otherwise("0");
    private static final Field<Located<String>> TEXT =
        Field.optional(
            "text",
            TextShape.any(),
            "Text that must occur in what it prints, or in what the address answers.");
    private static final Field<Located<String>> ADDRESS =
        Field.optional(
            "address",
            TextShape.matching("an address such as http://127.0.0.1:8080/", "https?://\\S+"),
            "Address that must answer while it runs; it is stopped then.");
    static final Shape<Expect> SHAPE =
        RecordShape.of(
            "trial.expect",
            List.of(EXIT, TEXT, ADDRESS),
            v ->
                new Expect(
                    v.of(EXIT).value(),
                    v.maybe(TEXT).map(Located::value),
                    v.maybe(ADDRESS).map(Located::value)));

    private static Optional<Integer> code(String text) {
      return Regex.matches(text, "\\d{1,3}") && Integer.parseInt(text) <= 255
          ? Optional.of(Integer.valueOf(text))
          : Optional.empty();
    }
  }

  private static final Field<List<Located<String>>> ARGUMENTS =
      Field.optional("arguments", new ListShape<>(TextShape.any()), "Arguments for the trial.")
          .otherwise("none");
  private static final Field<Expect> EXPECT =
      Field.optional("expect", Expect.SHAPE, "What is expected.");
  private static final Field<Located<Duration>> WITHIN = within(DEFAULT_LIMIT);

  /** The key for a time limit. */
  public static Field<Located<Duration>> within(Duration otherwise) {
    return Field.optional(
            "within",
            TextShape.parsed(
                "a time such as 20s, 500ms or 2m",
                "\\d{1,6}(ms|s|m)",
                TrialSpec::duration,
                otherwise),
            "Time limit.")
        .otherwise(otherwise.toSeconds() + "s");
  }

  public static final Shape<TrialSpec> SHAPE =
      RecordShape.of(
          "trial",
          List.of(ARGUMENTS, EXPECT, WITHIN),
          v ->
              new TrialSpec(
                  v.of(ARGUMENTS).stream().map(Located::value).toList(),
                  v.of(EXPECT).exit(),
                  v.of(EXPECT).text(),
                  v.of(EXPECT).address(),
                  v.of(WITHIN).value()));

  private static Optional<Duration> duration(String text) {
    Matcher m = DURATION.matcher(text);
    if (!m.matches()) {
      return Optional.empty();
    }
    long count = Long.parseLong(m.group(1));
    return Optional.of(
        switch (m.group(2)) {
          case "ms" -> Duration.ofMillis(count);
          case "s" -> Duration.ofSeconds(count);
          default -> Duration.ofMinutes(count);
        });
  }
}
