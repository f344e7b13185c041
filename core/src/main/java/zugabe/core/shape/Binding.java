package zugabe.core.shape;

import java.util.ArrayList;
import java.util.List;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;

/** What is gathered while a recipe is bound: findings, and what its values refer to. */
public final class Binding {
  private final Findings findings;
  private final List<Reference> references = new ArrayList<>();

  public Binding(Findings findings) {
    this.findings = findings;
  }

  public Findings findings() {
    return findings;
  }

  /** Notes that a value names something that has to be there. */
  void refer(Reference.To to, Located<String> name) {
    references.add(new Reference(to, name));
  }

  /** All that was noted, in the order of binding. */
  public List<Reference> references() {
    return List.copyOf(references);
  }
}
