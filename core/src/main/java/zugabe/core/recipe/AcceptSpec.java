package zugabe.core.recipe;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import zugabe.core.finding.Located;
import zugabe.core.finding.Where;
import zugabe.core.shape.Field;
import zugabe.core.shape.RecordShape;
import zugabe.core.shape.Shape;
import zugabe.core.shape.TextShape;

/**
 * A finding that somebody knows of and lives with for some time.
 *
 * @param at the file, entry or key it is about, with {@code *} for any part; empty for every place
 * @param because why that is all right
 * @param until the last day it counts, by UTC
 */
public record AcceptSpec(
    Located<String> finding,
    Optional<Located<String>> at,
    String because,
    Located<LocalDate> until,
    Where where) {
  private static final Field<Located<String>> FINDING =
      Field.required(
          "finding",
          TextShape.matching("a finding's code such as Z8006", "[Zz]\\d{4}"),
          "The finding's code, such as Z8006.");
  private static final Field<Located<String>> AT =
      Field.optional(
              "at",
              TextShape.any(),
              "File, entry or recipe key that it is about, as the finding names it; * matches any text.")
          .otherwise("every place");
  private static final Field<Located<String>> BECAUSE =
      Field.required(
          "because", TextShape.any(), "Why that is all right, for whoever reads this later.");
  private static final Field<Located<LocalDate>> UNTIL =
      Field.required(
          "until",
          TextShape.parsed(
              "a day such as 2027-03-31", "\\d{4}-\\d{2}-\\d{2}", AcceptSpec::day, LocalDate.MAX),
          "The last day on which it is accepted, such as 2027-03-31.");

  static final Shape<AcceptSpec> SHAPE =
      RecordShape.of(
          "accept",
          List.of(FINDING, AT, BECAUSE, UNTIL),
          v ->
              new AcceptSpec(
                  v.of(FINDING), v.maybe(AT), v.of(BECAUSE).value(), v.of(UNTIL), v.where()));

  private static Optional<LocalDate> day(String text) {
    try {
      return Optional.of(LocalDate.parse(text));
    } catch (DateTimeException e) {
      return Optional.empty();
    }
  }
}
