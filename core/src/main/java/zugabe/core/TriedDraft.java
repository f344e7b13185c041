package zugabe.core;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import zugabe.core.answer.Answer;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.making.MakingCode;

/** Drafts a recipe, makes what it says in a throw-away folder, and rehearses that. */
record TriedDraft(Zugabe zugabe, Surroundings around) {
  Answer.Survey of(Path folder, Path to) {
    Answer.Survey survey = zugabe.survey(folder, Optional.of(to));
    if (survey.written().isEmpty()) {
      return survey;
    }
    Findings findings = new Findings();
    findings.addAll(survey.findings());
    Optional<Answer.Build> tried = Optional.empty();
    try (Trial trial = Trial.create()) {
      Zugabe.Request request =
          new Zugabe.Request(Optional.of(Path.of(survey.written())), List.of(), List.of());
      Zugabe.Outlet outlet = new Zugabe.Outlet(Optional.of(trial.folder()), false, Duration.ZERO);
      Answer.Build build = zugabe.buildAndRehearse(request, outlet, Optional.empty());
      findings.addAll(trial.plain(around.shown(trial.folder()), build.findings()));
      tried = Optional.of(build);
    } catch (IOException e) {
      findings.add(
          MakingCode.Z5008,
          Where.file(survey.written()),
          "It can't be tried: " + e.getMessage() + ".",
          "Check the folder for temporary files and its free space.");
    }
    return new Answer.Survey(
        findings.sorted(), survey.survey(), survey.draft(), survey.written(), tried);
  }
}
