package zugabe.core.recipe;

import java.util.List;
import java.util.Optional;
import zugabe.core.finding.Said;
import zugabe.core.finding.Where;

/**
 * A program that runs in the background.
 *
 * @param arguments it is started with as a service, behind its own
 * @param starts when the system starts it
 * @param user account of a service of the system; without one the system makes one for it
 */
public record ServiceSpec(
    List<Said<String>> arguments, Starts starts, Optional<Said<String>> user, Where where) {

  /** When a service starts. */
  public enum Starts {
    /** With the system, or when its user logs in. */
    BOOT,
    /** When somebody starts it. */
    DEMAND
  }

  private static final Field<List<Said<String>>> ARGUMENTS =
      Field.optional(
          "arguments",
          new ListShape<>(TextShape.any()),
          "Arguments it is started with as a service, behind the program's own.");
  private static final Field<Said<Starts>> STARTS =
      Field.optional(
          "starts",
          TextShape.choice(Starts.values()),
          "boot: with the system, or when its user logs in; demand: when somebody starts it. Default: boot.");
  private static final Field<Said<String>> USER =
      Field.optional(
          "user",
          TextShape.matching("a user name such as tides", "[a-z_][a-z0-9_-]{0,30}"),
          "Account that a service of the system runs under; it must be there. Default: one of its own, made by the system.");

  static final Shape<ServiceSpec> SHAPE =
      new RecordShape<>(
          "service",
          List.of(ARGUMENTS, STARTS, USER),
          v -> new ServiceSpec(v.of(ARGUMENTS), v.of(STARTS).value(), v.maybe(USER), v.where()));
}
