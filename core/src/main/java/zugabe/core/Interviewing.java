package zugabe.core;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zugabe.core.finding.Findings;
import zugabe.core.kind.Registry;
import zugabe.core.recipe.App;
import zugabe.core.recipe.Recipe;
import zugabe.core.survey.Wishes;

/** Takes from a recipe what need not be asked. */
final class Interviewing {
  private Interviewing() {}

  /** What a folder's recipe says; nothing when there is none, or it has faults. */
  static Wishes known(Path folder, Map<String, String> environment, Registry kinds)
      throws IOException {
    Path file = folder.resolve("zugabe.yaml");
    if (!Files.isRegularFile(file)) {
      return Wishes.NONE;
    }
    Findings faults = new Findings();
    Optional<Recipe> recipe =
        Recipe.read(
            new Recipe.Source(file.toString(), Files.readString(file), List.of(), environment),
            new RecipeWords(kinds),
            faults);
    if (recipe.isEmpty() || faults.hasErrors()) {
      return Wishes.NONE;
    }
    App app = recipe.get().app();
    return new Wishes(
        Optional.of(app.name()),
        Optional.of(app.version().value()),
        app.maker(),
        app.license().flatMap(App.License::id),
        List.copyOf(recipe.get().programs().keySet()),
        make(recipe.get(), kinds));
  }

  private static Optional<Wishes.Make> make(Recipe recipe, Registry kinds) {
    Set<Wishes.Make> makes = EnumSet.noneOf(Wishes.Make.class);
    recipe
        .deliverables()
        .values()
        .forEach(d -> kinds.of(d.common().kind().value()).makes().ifPresent(makes::add));
    return makes.size() > 1 ? Optional.of(Wishes.Make.BOTH) : makes.stream().findFirst();
  }
}
