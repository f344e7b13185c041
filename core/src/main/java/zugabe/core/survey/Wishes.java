package zugabe.core.survey;

import java.util.List;
import java.util.Optional;

/**
 * What somebody said in place of a draft's own guesses; what is empty is guessed.
 *
 * @param license SPDX identifier
 * @param programs names of those that are to be shipped
 * @param make what is to be made of programs in Java
 */
public record Wishes(
    Optional<String> name,
    Optional<String> version,
    Optional<String> maker,
    Optional<String> license,
    List<String> programs,
    Optional<Make> make) {

  /** Nobody said anything. */
  public static final Wishes NONE =
      new Wishes(
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          List.of(),
          Optional.empty());

  /** What goes out. */
  public enum Make {
    /** One file for each program, which a Java runtime starts. */
    SINGLE,
    /** One file that installs all programs. */
    INSTALLED,
    BOTH
  }
}
