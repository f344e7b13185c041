package zugabe.core.scripts;

import java.util.List;
import zugabe.core.plan.Identity;
import zugabe.core.plan.Planned;
import zugabe.core.plan.PlannedProgram;
import zugabe.core.plan.PlannedTree;

/** Names under which a system knows what an install tree brings. */
public final class InstalledNames {
  private final Identity app;
  private final List<PlannedProgram> programs;

  public InstalledNames(Planned deliverable) {
    this.app = deliverable.app();
    this.programs =
        deliverable.tree().orElseThrow().parts().stream().map(PlannedTree.Part::program).toList();
  }

  /** Programs that run as services. */
  public List<PlannedProgram> services() {
    return programs.stream().filter(p -> p.service().isPresent()).toList();
  }

  /** Programs with a window. */
  public List<PlannedProgram> windows() {
    return programs.stream().filter(PlannedProgram::isWindow).toList();
  }

  /** Commands that are linked; a service isn't a command. */
  public List<String> commands() {
    return programs.stream().filter(p -> p.service().isEmpty()).map(PlannedProgram::name).toList();
  }

  List<PlannedProgram> programs() {
    return programs;
  }

  /** The application's, in one word. */
  public String id() {
    return app.id().orElse(app.shortName());
  }

  /** A service's, without an ending: it is told from those of other applications by it. */
  public String unit(PlannedProgram service) {
    return ServiceFiles.unitName(app, service);
  }

  /** A service's for launchd. */
  public String label(PlannedProgram service) {
    return ServiceFiles.label(app, service);
  }

  /** Of a menu entry's file, without its ending (Desktop Entry Specification, "File naming"). */
  public String entry(PlannedProgram window) {
    return windows().size() == 1 ? id() : id() + "." + window.name();
  }

  /** What users see in a menu. */
  public String title(PlannedProgram window) {
    return windows().size() == 1 ? app.name() : app.name() + " (" + window.name() + ")";
  }
}
