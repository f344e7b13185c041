package zugabe.core;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import zugabe.core.answer.Answer;
import zugabe.core.materials.Materials;
import zugabe.core.plan.Planned;
import zugabe.core.plan.PlannedProgram;
import zugabe.core.target.Report;

/** What a deliverable will be, as an answer. */
final class Intended {
  private Intended() {}

  static Answer.Intended of(Planned d, Report report) {
    Map<String, Materials> groups = new LinkedHashMap<>();
    groups.put(d.materials().name(), d.materials());
    d.tree()
        .ifPresent(t -> t.parts().forEach(p -> groups.put(p.materials().name(), p.materials())));
    long own =
        groups.values().stream()
                .flatMap(g -> g.own().stream())
                .map(f -> f.file().path())
                .distinct()
                .count()
            + d.release().map(r -> r.applications().size()).orElse(0);
    long libraries =
        groups.values().stream()
            .flatMap(g -> g.libraries().stream())
            .map(l -> l.name())
            .distinct()
            .count();
    return new Answer.Intended(
        d.name(),
        d.kind(),
        d.file(),
        d.program().map(PlannedProgram::main).orElse(""),
        d.program().map(p -> p.java().text()).orElse(""),
        (int) own,
        (int) libraries,
        d.travel().name().toLowerCase(Locale.ROOT),
        report == null ? List.of() : report.files(),
        report == null ? List.of() : report.treatments(),
        report == null ? List.of() : report.trees().stream().map(TreeLines::of).toList(),
        report == null ? List.of() : report.forms());
  }
}
