package zugabe.core.recipe;

import java.util.Optional;
import zugabe.core.finding.Located;
import zugabe.core.finding.Where;

/**
 * What every deliverable says, whatever its kind.
 *
 * @param name in the recipe
 * @param kind one of those there are; empty when the recipe names none of them
 * @param file its file name, when the recipe chooses it
 * @param sign the key it is signed with
 */
public record Common(
    String name,
    Located<String> kind,
    Optional<Located<String>> file,
    Optional<Located<String>> sign,
    Where where) {

  Common named(String newName) {
    return new Common(newName, kind, file, sign, where);
  }
}
