package zugabe.core;

import java.time.DateTimeException;
import java.time.Instant;
import java.util.Map;
import zugabe.core.finding.Findings;
import zugabe.core.finding.RecipeCode;
import zugabe.core.finding.Where;

/** The time that outputs bear: what the environment says, by a convention that many tools share. */
final class SourceDate {
  private static final Instant DEFAULT = Instant.parse("1980-01-01T00:00:00Z");
  private static final String NAME = "SOURCE_DATE_EPOCH";

  private SourceDate() {}

  /** What is said, or a time of our own. */
  static Instant of(Map<String, String> environment, Findings findings) {
    String text = environment.getOrDefault(NAME, "");
    if (text.isEmpty()) {
      return DEFAULT;
    }
    try {
      return Instant.ofEpochSecond(Long.parseLong(text));
    } catch (NumberFormatException | DateTimeException e) {
      findings.add(
          RecipeCode.Z1008,
          Where.file(NAME),
          "\"" + text + "\" is not a number of seconds since 1970.",
          "Set it to a whole number, or unset it.");
      return DEFAULT;
    }
  }
}
