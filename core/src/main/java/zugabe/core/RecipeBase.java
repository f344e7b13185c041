package zugabe.core;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.finding.RecipeCode;
import zugabe.core.finding.Where;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.MaterialCode;
import zugabe.core.materials.ReadExtent;
import zugabe.core.recipe.Recipe;
import zugabe.core.unpacking.OpenedArchive;

/**
 * Where a recipe's paths start: in its folder, or in an archive that it names.
 *
 * @param folder the recipe's
 */
record RecipeBase(Surroundings around, Path folder, Findings findings) {
  /** Where the recipe's paths start. */
  Optional<Path> of(Recipe recipe) {
    Optional<Located<String>> inside = recipe.sources().inside();
    if (inside.isEmpty()) {
      return Optional.of(folder);
    }
    Path file = folder.resolve(inside.get().value()).normalize();
    Where where = inside.get().where();
    if (!Files.isRegularFile(file)) {
      findings.add(
          MaterialCode.Z2001,
          where,
          "There is no file " + inside.get().value() + " in the recipe's folder.",
          "Name the archive that the paths are in, or remove inside:.");
      return Optional.empty();
    }
    around.progress().at("unpacking " + file.getFileName(), 0, 0);
    try {
      Optional<OpenedArchive> opened =
          OpenedArchive.of(
              new FileContent(file, inside.get().value(), Files.size(file), ReadExtent.IN_PART));
      if (opened.isEmpty()) {
        findings.add(
            RecipeCode.Z1008,
            where,
            inside.get().value() + " is neither a zip nor a tar file.",
            "Name such an archive, or remove inside: and name folders.");
      }
      return opened.map(OpenedArchive::folder);
    } catch (IOException e) {
      findings.add(
          MaterialCode.Z2003,
          where,
          inside.get().value() + " can't be unpacked: " + e.getMessage() + ".",
          "See what is in it with zugabe inspect; get an undamaged copy.");
      return Optional.empty();
    }
  }
}
