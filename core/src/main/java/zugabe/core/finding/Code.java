package zugabe.core.finding;

/**
 * A kind of finding. Codes are stable and never used again: {@code Z}, two digits for the subject,
 * two for the finding. Each subject has an enumeration of them in the package that raises them.
 */
public interface Code {
  /** Such as {@code Z4006}. */
  String name();

  Facts facts();

  /**
   * What is so whenever the finding is raised.
   *
   * @param title a few words
   * @param why why it matters, in one sentence
   */
  record Facts(Severity severity, Basis basis, String title, String why) {}

  /** What a finding rests on: it decides the exit code, and whether a recipe may accept it. */
  enum Basis {
    /** The recipe's text: no plan can be made from it. */
    RECIPE,
    /** What the input is. */
    INPUT,
    /** This program's judgement of the input: the build could go on without it. */
    OPINION,
    /** The machine or its network, rather than the input. */
    MACHINE
  }

  default Severity severity() {
    return facts().severity();
  }

  default String title() {
    return facts().title();
  }

  default String why() {
    return facts().why();
  }

  default boolean isAboutRecipe() {
    return facts().basis() == Basis.RECIPE;
  }

  default boolean isAboutMachine() {
    return facts().basis() == Basis.MACHINE;
  }

  /** Whether a recipe may accept it: what keeps anything from being made can't be accepted. */
  default boolean canBeAccepted() {
    return !isAboutRecipe()
        && !isAboutMachine()
        && (severity() != Severity.ERROR || facts().basis() == Basis.OPINION);
  }
}
