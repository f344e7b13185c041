package zugabe.core.scripts;

import java.util.List;
import zugabe.core.plan.Identity;
import zugabe.core.plan.Program;

/** Names under which a system knows what an install tree brings. */
public final class InstalledNames {
  private final Identity app;
  private final List<Program> programs;

  public InstalledNames(Identity app, List<Program> programs) {
    this.app = app;
    this.programs = programs;
  }

  /** Programs that run as services. */
  public List<Program> services() {
    return programs.stream().filter(p -> p.service().isPresent()).toList();
  }

  /** Programs with a window. */
  public List<Program> windows() {
    return programs.stream().filter(Program::isWindow).toList();
  }

  /** Commands that are linked; a service isn't a command. */
  public List<String> commands() {
    return programs.stream().filter(p -> p.service().isEmpty()).map(Program::name).toList();
  }

  List<Program> programs() {
    return programs;
  }

  /** The application's, in one word. */
  public String id() {
    return app.id().orElse(app.shortName());
  }

  /** A service's, without an ending: it is told from those of other applications by it. */
  public String unit(Program service) {
    return ServiceFiles.unitName(app, service);
  }

  /** A service's for launchd. */
  public String label(Program service) {
    return ServiceFiles.label(app, service);
  }

  /** Of a menu entry's file, without its ending (Desktop Entry Specification, "File naming"). */
  public String entry(Program window) {
    return windows().size() == 1 ? id() : id() + "." + window.name();
  }

  /** What users see in a menu. */
  public String title(Program window) {
    return windows().size() == 1 ? app.name() : app.name() + " (" + window.name() + ")";
  }
}
