package zugabe.core.plan;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
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
 * @param modules set when it runs on the module path
 * @param toolkitMain whether its main class is one that a runtime refuses to start from the class
 *     path: a windowing toolkit's application class
 * @param options for the runtime
 */
public record PlannedProgram(
    String name,
    String main,
    JavaRange java,
    Optional<ProgramSpec.Surface> surface,
    Optional<Modules> modules,
    boolean toolkitMain,
    List<Said<String>> options,
    List<Said<String>> arguments,
    Optional<TrialSpec> trial,
    Where where) {

  /** A main module and further ones to resolve. */
  public record Modules(String main, List<String> add, Where where) {}

  /** The oldest version it runs on. */
  public int javaFrom() {
    return java.from();
  }

  /** The newest version it is said to run on. */
  public OptionalInt javaTo() {
    return java.to();
  }

  /** The versions as they are written. */
  public String javaText() {
    return java.text();
  }

  /** Whether it shows a window, as far as the recipe says. */
  public boolean isWindow() {
    return surface.isPresent() && surface.get() == ProgramSpec.Surface.WINDOW;
  }
}
