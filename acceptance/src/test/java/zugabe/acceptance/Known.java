package zugabe.acceptance;

import java.util.List;
import zugabe.core.RecipeWords;
import zugabe.core.finding.Code;
import zugabe.kinds.Kinds;

/** What the program knows, for tests that look at all of it. */
final class Known {
  static final List<Code> CODES = new RecipeWords(Kinds.registry()).codes();

  private Known() {}
}
