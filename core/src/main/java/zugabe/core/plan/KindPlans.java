package zugabe.core.plan;

import java.io.IOException;
import java.util.Optional;
import zugabe.core.recipe.DeliverableSpec;

/** Makes plans of what only kinds understand. */
public interface KindPlans {
  /** What the text alone tells. */
  Intent intent(DeliverableSpec spec, Identity app);

  /** The plan; empty when something is wrong, which is in the findings. */
  Optional<Planned> plan(DeliverableSpec spec, Resolving by) throws IOException;
}
