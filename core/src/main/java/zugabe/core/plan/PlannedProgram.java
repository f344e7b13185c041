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
 * @param main class name; empty for a program that isn't Java
 * @param java versions it runs on: as said, else from what the byte code needs
 * @param modules set when it runs on the module path
 * @param toolkitMain whether its main class is one that a runtime refuses to start from the class
 *     path: a windowing toolkit's application class
 * @param file of a program that isn't Java: what is run, below its own files
 * @param interpreter what runs that file: a path below the own files, or a command of the system
 * @param options for the runtime
 * @param service set when it runs in the background
 * @param firstRun arguments it is started with once, when it is installed
 */
public record PlannedProgram(
    String name,
    String main,
    JavaRange java,
    Optional<ProgramSpec.Surface> surface,
    Optional<Modules> modules,
    boolean toolkitMain,
    Optional<String> file,
    Optional<String> interpreter,
    List<Said<String>> options,
    List<Said<String>> arguments,
    Optional<Service> service,
    Optional<List<String>> firstRun,
    Optional<TrialSpec> trial,
    Where where) {

  /** What may stand behind a program's name on Windows; nothing comes first. */
  public static final List<String> WINDOWS_ENDINGS = List.of("", ".exe", ".com", ".cmd", ".bat");

  /**
   * A program that runs in the background.
   *
   * @param arguments behind the program's own
   * @param atBoot whether the system starts it
   * @param user account of a service of the system
   */
  public record Service(List<String> arguments, boolean atBoot, Optional<String> user) {}

  /** A program that no recipe names: found in the byte code. */
  static PlannedProgram found(
      String name, String main, JavaRange java, boolean toolkitMain, Where where) {
    return new PlannedProgram(
        name,
        main,
        java,
        Optional.empty(),
        Optional.empty(),
        toolkitMain,
        Optional.empty(),
        Optional.empty(),
        List.of(),
        List.of(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        where);
  }

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
