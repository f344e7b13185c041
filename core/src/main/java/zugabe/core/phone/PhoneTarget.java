package zugabe.core.phone;

import java.util.List;
import java.util.Optional;
import zugabe.bytes.Regex;
import zugabe.core.finding.Located;
import zugabe.core.plan.Digested;
import zugabe.core.plan.PlanDigest;
import zugabe.core.shape.Field;
import zugabe.core.shape.RecordShape.Values;
import zugabe.core.shape.TextShape;

/**
 * Which phones an application is for.
 *
 * @param lowest level of the platform's interfaces
 * @param target the level it was made for
 * @param code the number by which phones compare versions
 */
public record PhoneTarget(
    Located<Integer> lowest, Located<Integer> target, Optional<Located<Integer>> code)
    implements Digested {
  /** Android 7: the first that verifies packages by their signing block. */
  public static final int LOWEST = 24;

  public static final int TARGET = 35;

  /** Google Play: "The greatest value that Google Play allows for versionCode". */
  public static final int MOST_CODE = 2_100_000_000;

  private static final int LEAST_LEVEL = 18;
  private static final int MOST_LEVEL = 999;

  private static final TextShape<Integer> LEVEL =
      number("a level of 18 to 999", LEAST_LEVEL, MOST_LEVEL);

  public static final Field<Located<Integer>> LOWEST_LEVEL =
      Field.optional(
              "lowest", LEVEL, "The lowest level of the platform's interfaces that it runs on.")
          .otherwise("24, which is Android 7");
  public static final Field<Located<Integer>> TARGET_LEVEL =
      Field.optional("target", LEVEL, "The level that it was made for and tried on.")
          .otherwise("35, which is Android 15");
  public static final Field<Located<Integer>> CODE =
      Field.optional(
              "version-code",
              number("a number of 1 to 2100000000", 1, MOST_CODE),
              "The number by which phones compare versions.")
          .otherwise(
              "of app.version: the first number times 1000000, the second times 10000, the third times 100");

  public static final List<Field<?>> FIELDS = List.of(LOWEST_LEVEL, TARGET_LEVEL, CODE);

  private static TextShape<Integer> number(String wanted, int least, int most) {
    return TextShape.parsed(
        wanted,
        "[0-9]{1,10}",
        t ->
            Regex.matches(t, "[0-9]{1,10}")
                    && Long.parseLong(t) >= least
                    && Long.parseLong(t) <= most
                ? Optional.of(Integer.valueOf(t))
                : Optional.empty(),
        0);
  }

  public static PhoneTarget of(Values v) {
    return new PhoneTarget(v.of(LOWEST_LEVEL), v.of(TARGET_LEVEL), v.maybe(CODE));
  }

  /** The lowest level, or what counts when nothing is said. */
  public int least() {
    return lowest.value() == 0 ? LOWEST : lowest.value();
  }

  /** The level it was made for. */
  public int made() {
    return target.value() == 0 ? Math.max(TARGET, least()) : target.value();
  }

  @Override
  public void addTo(PlanDigest digest) {
    digest.text("lowest", least()).text("target", made()).text("code", code.map(Located::value));
  }
}
