package zugabe.core.plan;

/**
 * Part of a plan. It tells every field to one writer, so that plans that differ anywhere have other
 * digests; places in the recipe don't count.
 */
public interface Digested {
  void addTo(PlanDigest digest);
}
