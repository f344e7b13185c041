package zugabe.core.recipe;

import java.util.List;
import java.util.Optional;
import zugabe.core.finding.Located;
import zugabe.core.finding.Where;
import zugabe.core.shape.Field;
import zugabe.core.shape.ListShape;
import zugabe.core.shape.RecordShape;
import zugabe.core.shape.Shape;
import zugabe.core.shape.TextShape;

/**
 * A program that runs in the background.
 *
 * @param arguments it is started with as a service, behind its own
 * @param starts when the system starts it
 * @param user account of a service of the system; without one the system makes one for it
 */
public record ServiceSpec(
    List<Located<String>> arguments, Starts starts, Optional<Located<String>> user, Where where) {

  /** When a service starts. */
  public enum Starts {
    /** With the system, or when its user logs in. */
    BOOT,
    /** When somebody starts it. */
    DEMAND
  }

  private static final Field<List<Located<String>>> ARGUMENTS =
      Field.optional(
          "arguments",
          new ListShape<>(TextShape.any()),
          "Arguments it is started with as a service, after the program's own.");
  private static final Field<Located<Starts>> STARTS =
      Field.optional(
              "starts",
              TextShape.choice(Starts.values()),
              "boot: with the system, or when its user logs in; demand: when somebody starts it.")
          .otherwise("boot");
  private static final Field<Located<String>> USER =
      Field.optional(
              "user",
              TextShape.matching("a user name such as tides", "[a-z_][a-z0-9_-]{0,30}"),
              "Account that a system service runs under; it must exist.")
          .otherwise("one of its own, made by the system");

  static final Shape<ServiceSpec> SHAPE =
      RecordShape.of(
          "service",
          List.of(ARGUMENTS, STARTS, USER),
          v -> new ServiceSpec(v.of(ARGUMENTS), v.of(STARTS).value(), v.maybe(USER), v.where()));
}
