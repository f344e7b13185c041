package zugabe.kinds.archive;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.Where;
import zugabe.core.kind.Report;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Program;
import zugabe.core.recipe.TrialSpec;
import zugabe.core.rehearse.Course;
import zugabe.core.rehearse.RehearsalCode;
import zugabe.core.rehearse.Stage;

/** How an archive is tried: the one for this machine is installed, and its programs are started. */
final class ArchiveRehearsal {
  private ArchiveRehearsal() {}

  static List<Course> of(Planned d, ArchiveDeliverable own, Report report, Stage stage) {
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
