package zugabe.core.kind;

import zugabe.core.plan.Planned;

/** A deliverable that was checked. Kinds keep in theirs what they make it of. */
public interface Prepared {
  Planned planned();

  /** What it will be. */
  Report report();
}
