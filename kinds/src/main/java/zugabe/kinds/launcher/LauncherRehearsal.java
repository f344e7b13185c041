package zugabe.kinds.launcher;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.core.plan.Part;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Program;
import zugabe.core.rehearse.Course;
import zugabe.core.rehearse.RehearsalCode;

/** How a start program is tried: its jar by this machine's Java, and itself under Wine. */
final class LauncherRehearsal {
  private LauncherRehearsal() {}

  /**
   * What is tried of one.
   *
   * @param files its own
   */
  static List<Course> of(Planned d, List<String> files) {
    LauncherDeliverable own = d.own(LauncherDeliverable.class);
    Part part = d.parts().get(0);
    Program program = part.program().orElseThrow();
    if (own.beside().isPresent()) {
      // it is tried with the archive that holds it
      return List.of();
    }
    List<Course> courses = new ArrayList<>();
    courses.add(new Course.Start(files, Optional.of(own.base()), program.trial()));
    Optional<String> not = whyNot(own, part);
    courses.add(
        not.isPresent()
            ? new Course.NotHere(
                RehearsalCode.Z6012,
                d.where(),
                own.file() + " isn't started here: " + not.get() + ".",
                "Start it on Windows: ZUGABE_LAUNCH_LOG=FILE tells what it does.")
            : new Course.UnderWine(files, own.file(), variables(own), program.trial(), d.where()));
    return courses;
  }

  private static Optional<String> whyNot(LauncherDeliverable own, Part part) {
    if (own.target() == Keys.Target.WINDOWS_X86) {
      return Optional.of("it is a program of 32 bits");
    }
    if (part.materials().natives().containsKey("windows-x64")) {
      return Optional.of("its native libraries need a runtime for Windows");
    }
    return own.running().places().stream().allMatch(p -> p.startsWith("carried:"))
        ? Optional.of("it starts only with the runtime that it carries, which isn't in it")
        : Optional.empty();
  }

  private static List<String> variables(LauncherDeliverable own) {
    String name = "variable:";
    return own.running().places().stream()
        .filter(p -> p.startsWith(name))
        .map(p -> p.substring(name.length()))
        .toList();
  }
}
