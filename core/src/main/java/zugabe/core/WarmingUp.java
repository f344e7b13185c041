package zugabe.core;

import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Map;
import zugabe.bytes.Digests;
import zugabe.core.finding.Findings;
import zugabe.core.kind.Registry;
import zugabe.core.program.Version;
import zugabe.core.recipe.Recipe;
import zugabe.formats.classfile.ClassFacts;

/** What a short command does before it is asked. */
public final class WarmingUp {
  private WarmingUp() {}

  /**
   * Does a very small piece of what checking a recipe does, so that its classes are loaded.
   *
   * @param building whether much is going to be digested
   */
  public static void warmUp(boolean building, Registry kinds) {
    Recipe.read(
        new Recipe.Source("", "app: {name: A, version: 1}", List.of(), Map.of()),
        new RecipeWords(kinds),
        new Findings());
    try (InputStream in = Version.class.getResourceAsStream("Version.class")) {
      ClassFacts.decode(in.readAllBytes());
      if (building) {
        Digests.warmUp();
      } else {
        Digests.sha256().digest();
      }
    } catch (IOException e) {
      // nothing depends on it
      return;
    }
  }
}
