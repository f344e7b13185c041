package zugabe.kinds.launcher;

import java.util.List;
import zugabe.core.finding.Located;
import zugabe.core.plan.Digested;
import zugabe.core.plan.PlanDigest;
import zugabe.core.shape.Field;
import zugabe.core.shape.RecordShape;
import zugabe.core.shape.Shape;
import zugabe.core.shape.TextShape;

/**
 * That a program runs once.
 *
 * @param on where it counts
 * @param then what a second start does
 * @param code with which the second start ends
 */
record One(Located<On> on, Located<Then> then, Located<Integer> code) implements Digested {
  /** Where it counts. */
  enum On {
    USER,
    MACHINE
  }

  /** What a second start does. */
  enum Then {
    /** Brings the first one's window to the front. */
    FRONT,
    /** Hands its arguments over as well. */
    ARGUMENTS
  }

  private static final Field<Located<On>> ON =
      Field.optional("on", TextShape.choice(On.values()), "Once for each user, or on the machine.")
          .otherwise("user");
  private static final Field<Located<Then>> THEN =
      Field.optional(
              "then",
              TextShape.choice(Then.values()),
              "What a second start does: bring the first one's window to the front, or hand over its arguments as well (see docs/windows.md).")
          .otherwise("front");
  private static final Field<Located<Integer>> CODE =
      Field.optional("code", Numbers.upTo(Integer.MAX_VALUE), "Exit code of the second start.")
          .otherwise("0");

  static final Shape<One> SHAPE =
      RecordShape.of(
          "what happens at a second start",
          List.of(ON, THEN, CODE),
          v -> new One(v.of(ON), v.of(THEN), v.of(CODE)));

  @Override
  public void addTo(PlanDigest digest) {
    digest.text("on", on.value()).text("then", then.value()).text("code", code.value());
  }
}
