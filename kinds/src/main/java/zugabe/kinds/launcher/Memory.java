package zugabe.kinds.launcher;

import java.util.List;
import zugabe.core.finding.Located;
import zugabe.core.plan.Digested;
import zugabe.core.plan.PlanDigest;
import zugabe.core.shape.Field;
import zugabe.core.shape.RecordShape;
import zugabe.core.shape.Shape;

/**
 * How much memory a program's objects may take, by what the machine has.
 *
 * @param share percent of the machine's memory, 1 to 100
 * @param least at least so many megabytes; 0 for no bound
 * @param most at most so many megabytes; 0 for no bound
 */
record Memory(Located<Integer> share, Located<Integer> least, Located<Integer> most)
    implements Digested {
  private static final int PERCENT = 100;
  private static final int MEGABYTES = 1_000_000;

  private static final Field<Located<Integer>> SHARE =
      Field.required("share", Numbers.fromOneTo(PERCENT), "Percent of what the machine has.");
  private static final Field<Located<Integer>> LEAST =
      Field.optional("least", Numbers.upTo(MEGABYTES), "At least so many megabytes.");
  private static final Field<Located<Integer>> MOST =
      Field.optional("most", Numbers.upTo(MEGABYTES), "At most so many megabytes.");

  static final Shape<Memory> SHAPE =
      RecordShape.of(
          "a share of the machine's memory",
          List.of(SHARE, LEAST, MOST),
          v -> new Memory(v.of(SHARE), v.of(LEAST), v.of(MOST)));

  @Override
  public void addTo(PlanDigest digest) {
    digest.text("share", share.value()).text("least", least.value()).text("most", most.value());
  }
}
