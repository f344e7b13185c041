package zugabe.core.jar;

import java.io.IOException;
import java.util.Optional;
import zugabe.core.finding.Where;
import zugabe.core.materials.Materials;
import zugabe.core.plan.Choice;
import zugabe.core.plan.Identity;
import zugabe.core.plan.Program;
import zugabe.core.plan.Resolving;

/**
 * What a jar of a program is made of, found by what a recipe chooses.
 *
 * @param named the program, when the recipe names one
 * @param program what starts; empty for a library
 */
public record JarChoice(
    Optional<Resolving.Named> named,
    Materials materials,
    JarStyle style,
    Optional<Program> program) {
  /** Finds it; empty when something is wrong, which is in the findings. */
  public static Optional<JarChoice> of(
      Choice choice, JarKeys keys, Travel travel, Where where, Resolving by) throws IOException {
    Optional<Resolving.Named> named = by.program(choice);
    Optional<String> group = by.group(choice, named);
    if (group.isEmpty()) {
      return Optional.empty();
    }
    Materials materials = by.materials(group.get(), false);
    JarStyle style = keys.style(travel, materials, by);
    Optional<Program> program =
        by.start(
            named,
            materials,
            style.manifest().flatMap(m -> m.mainClass()),
            where,
            choice.materials().isEmpty());
    return Optional.of(new JarChoice(named, materials, style, program));
  }

  /** What files that belong to it, and users' settings of it, are named after. */
  public String base(Identity app) {
    return program.filter(p -> named.isPresent()).map(Program::name).orElse(app.shortName());
  }
}
