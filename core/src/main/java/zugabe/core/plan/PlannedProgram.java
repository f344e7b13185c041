package zugabe.core.plan;

import java.util.List;
import java.util.Optional;
import zugabe.core.finding.Said;
import zugabe.core.finding.Where;
import zugabe.core.recipe.JavaRange;
import zugabe.core.recipe.ProgramSpec;
import zugabe.core.recipe.TrialSpec;

/**
 * Something that can be started.
 *
 * @param name in the recipe, or that of its group of materials
 * @param main class name
 * @param java versions it runs on: as said, else from what the byte code needs
 * @param options for the runtime
 */
public record PlannedProgram(
    String name,
    String main,
    JavaRange java,
    Optional<ProgramSpec.Surface> surface,
    List<Said<String>> options,
    List<Said<String>> arguments,
    Optional<TrialSpec> trial,
    Where where) {}
