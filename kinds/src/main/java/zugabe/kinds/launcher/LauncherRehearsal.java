package zugabe.kinds.launcher;

import java.util.List;
import java.util.Optional;
import zugabe.core.kind.ForWindows;
import zugabe.core.kind.Report;
import zugabe.core.plan.Part;
import zugabe.core.plan.Planned;
import zugabe.core.rehearse.Course;

/** How a start program is tried: its jar by this machine's Java, and itself under Wine. */
final class LauncherRehearsal {
  private LauncherRehearsal() {}

  /** What is tried of one. */
  static List<Course> of(Planned d, Report report) {
    LauncherDeliverable own = d.own(LauncherDeliverable.class);
    if (own.beside().isPresent()) {
      // it is tried with the archive that holds it
      return List.of();
    }
    Part part = d.parts().get(0);
    List<String> files = report.paths();
    boolean carried = own.running().places().stream().allMatch(p -> p.startsWith(Running.CARRIED));
    return List.of(
        new Course.Start(files, Optional.of(own.base()), part.program().orElseThrow().trial()),
        carried
            ? ForWindows.notHere(
                own.file(),
                "it starts only with the runtime that it carries, which isn't in it",
                d.where())
            : ForWindows.tried(report.place().orElseThrow(), part, files, own.file(), d.where()));
  }
}
