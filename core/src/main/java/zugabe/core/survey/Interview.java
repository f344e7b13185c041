package zugabe.core.survey;

import java.util.List;

/** Somebody who can be asked about a draft. */
public interface Interview {
  /**
   * Asks for what isn't known.
   *
   * @param offered the programs that there are
   * @param guesses what the draft would say
   * @param known what a recipe says already; nobody is asked for that
   */
  Wishes ask(List<Survey.Candidate> offered, Wishes guesses, Wishes known);
}
