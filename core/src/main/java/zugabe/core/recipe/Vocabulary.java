package zugabe.core.recipe;

import java.util.List;
import java.util.Optional;
import zugabe.core.finding.Code;
import zugabe.core.shape.TaggedShape;

/** What a recipe may name that isn't of its own making. */
public interface Vocabulary extends TaggedShape.Variants {
  /** The finding of this code; codes are written in capitals or not. */
  Optional<Code> code(String text);

  /** Every code. */
  List<Code> codes();
}
