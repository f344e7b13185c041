package zugabe.core.plan;

import java.util.Optional;
import zugabe.core.finding.Located;
import zugabe.core.finding.Where;

/**
 * What a deliverable says of the program and the materials it is made of.
 *
 * @param where the deliverable's place
 */
public record Choice(
    Optional<Located<String>> program, Optional<Located<String>> materials, Where where) {
  /** Of materials alone. */
  public Choice(Optional<Located<String>> materials, Where where) {
    this(Optional.empty(), materials, where);
  }
}
