package zugabe.kinds.archive;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zugabe.core.finding.Where;
import zugabe.core.install.ProgramJars;
import zugabe.core.kind.ForWindows;
import zugabe.core.kind.Report;
import zugabe.core.plan.Part;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Program;
import zugabe.core.recipe.TrialSpec;
import zugabe.core.rehearse.Course;
import zugabe.core.rehearse.RehearsalCode;
import zugabe.core.rehearse.Stage;
import zugabe.core.tree.Entry;

/** How an archive is tried: the one for this machine is installed, and its programs are started. */
final class ArchiveRehearsal {
  private ArchiveRehearsal() {}

  /**
   * What is tried of one.
   *
   * @param held what it holds, by name
   */
  static List<Course> of(
      Planned d, ArchiveDeliverable own, Report report, Map<String, Report> held, Stage stage) {
    List<Course> courses = new ArrayList<>(installed(d, own, report, stage));
    Set<String> tried = new HashSet<>();
    for (Report.Tree tree : report.trees()) {
      String archive = own.stem(tree.platform()) + "." + own.formats().get(0).ending();
      for (Entry entry : tree.tree().entries()) {
        if (entry instanceof Entry.Awaited file && held.containsKey(file.deliverable())) {
          Optional<Report.Place> place = held.get(file.deliverable()).place();
          Optional<Part> part =
              place.flatMap(Report.Place::beside).flatMap(jar -> ProgramJars.startedBy(jar, d));
          if (part.isPresent() && tried.add(file.deliverable())) {
            courses.add(
                ForWindows.tried(
                    place.get(), part.get(), List.of(archive), file.path(), d.where()));
          }
        }
      }
    }
    return courses;
  }

  private static List<Course> installed(
      Planned d, ArchiveDeliverable own, Report report, Stage stage) {
    Optional<String> platform =
        report.trees().stream()
            .map(Report.Tree::platform)
            .filter(p -> p.isEmpty() || p.equals(stage.platform()))
            .findFirst();
    if (platform.isEmpty()) {
      return List.of(
          new Course.NotHere(
              RehearsalCode.Z6012,
              Where.file(stage.shown() + own.file()),
              "There is none for this machine, which is " + stage.platform() + ".",
              "Rehearse it on one of the platforms it is made for."));
    }
    if (d.programs().isEmpty()) {
      return List.of();
    }
    Map<String, Optional<TrialSpec>> trials = new LinkedHashMap<>();
    for (Program program : d.programs()) {
      // what runs in the background is started so, unless it is to be tried otherwise
      if (program.trial().isPresent() || program.service().isEmpty()) {
        trials.put(program.name(), program.trial());
      }
    }
    String file = own.stem(platform.get()) + "." + own.formats().get(0).ending();
    boolean carries = own.tree().runtimes().containsKey(platform.get());
    return List.of(new Course.Install(file, d.app().shortName(), trials, carries));
  }
}
