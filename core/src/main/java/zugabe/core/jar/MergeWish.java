package zugabe.core.jar;

import zugabe.core.finding.Where;
import zugabe.core.plan.Digested;
import zugabe.core.plan.PlanDigest;

/**
 * What the recipe wants done with several files for one place.
 *
 * @param pattern of the paths
 */
public record MergeWish(String pattern, MergeAction action, Where where) implements Digested {
  @Override
  public void addTo(PlanDigest digest) {
    digest.text("pattern", pattern).text("action", action);
  }
}
