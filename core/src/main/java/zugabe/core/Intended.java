package zugabe.core;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import zugabe.core.answer.Answer;
import zugabe.core.kind.Report;
import zugabe.core.materials.Materials;
import zugabe.core.plan.Plan;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Program;
import zugabe.core.plan.Use;

/** What a deliverable will be, as an answer. */
final class Intended {
  private Intended() {}

  static Answer.Intended of(Plan plan, Planned d, Report report) {
    Optional<Program> program = d.program().filter(Program::isJava);
    return new Answer.Intended(
        d.name(),
        d.kind(),
        plan.intents().get(d.name()).file(),
        new Answer.Intended.Starts(
            program.map(Program::main).orElse(""),
            program.map(p -> p.java().text()).orElse(""),
            isLibrary(d)),
        counts(d),
        new Answer.Intended.Outcome(
            report.paths(),
            report.travel(),
            report.treatments(),
            report.trees().stream().map(TreeLines::of).toList(),
            report.forms()));
  }

  private static boolean isLibrary(Planned d) {
    return d.programs().isEmpty() && d.parts().stream().anyMatch(p -> p.use() == Use.LOADED);
  }

  private static Answer.Intended.Counts counts(Planned d) {
    Map<String, Materials> groups = new LinkedHashMap<>();
    d.parts().forEach(p -> groups.putIfAbsent(p.materials().name(), p.materials()));
    long own =
        groups.values().stream()
            .flatMap(g -> g.own().stream())
            .map(f -> f.file().path())
            .distinct()
            .count();
    long libraries =
        groups.values().stream()
            .flatMap(g -> g.libraries().stream())
            .map(l -> l.name())
            .distinct()
            .count();
    return new Answer.Intended.Counts((int) own, (int) libraries);
  }
}
