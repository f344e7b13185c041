package zugabe.core;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import zugabe.core.answer.Answer;
import zugabe.core.finding.Finding;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.survey.ErlangDraft;
import zugabe.core.survey.Interview;
import zugabe.core.survey.RecipeDraft;
import zugabe.core.survey.Survey;
import zugabe.core.survey.Surveyor;
import zugabe.core.survey.Wishes;
import zugabe.core.work.Progress;
import zugabe.core.work.Workers;

/** Surveys a folder, and writes the recipe drafted for it when that is wanted. */
final class Surveying {
  private final Path folder;
  private final String shown;
  private final Map<String, String> environment;
  private final Findings findings = new Findings();

  Surveying(Path folder, String shown, Map<String, String> environment) {
    this.folder = folder;
    this.environment = environment;
    this.shown = shown;
  }

  /**
   * Looks, and drafts.
   *
   * @param to where the draft goes, relative to the folder; empty to write nothing
   */
  Answer.Survey run(
      Optional<Path> to, Optional<Interview> interview, Workers workers, Progress progress) {
    if (!Files.isDirectory(folder)) {
      findings.add(
          FindingCode.Z2003,
          Where.file(shown),
          Files.exists(folder) ? "It is a file." : "There is no such folder.",
          "Name the folder that your build writes to; \"zugabe inspect\" looks into files.");
      return new Answer.Survey(findings.sorted(), Optional.empty(), "", "");
    }
    try {
      Survey survey = new Surveyor(folder, shown, workers, progress, findings).run();
      Wishes wishes = Wishes.NONE;
      if (interview.isPresent() && !survey.programs().isEmpty()) {
        wishes =
            interview
                .get()
                .ask(
                    survey.programs(),
                    RecipeDraft.guesses(survey),
                    Interviewing.known(folder, environment));
      }
      Optional<String> draft = RecipeDraft.of(survey, wishes, erlangIsHere());
      String written = "";
      if (to.isPresent() && draft.isPresent()) {
        written = write(folder.resolve(to.get()).normalize(), draft.get());
      } else if (to.isPresent()) {
        findings.add(
            FindingCode.Z6014,
            Where.file(shown),
            "Nothing was found that a recipe could be about.",
            "Name the folder that your build writes to.");
      }
      return new Answer.Survey(findings.sorted(), Optional.of(survey), draft.orElse(""), written);
    } catch (IOException e) {
      findings.add(
          FindingCode.Z2003,
          Where.file(shown),
          "It can't be read: " + e.getMessage() + ".",
          "Check its permissions.");
      return new Answer.Survey(findings.sorted(), Optional.empty(), "", "");
    }
  }

  /** Where drafts look for it, too. */
  private boolean erlangIsHere() {
    Path root = Path.of(environment.getOrDefault(ErlangDraft.VARIABLE, ErlangDraft.USUAL_ROOT));
    try (Stream<Path> inside = Files.list(folder.resolve(root))) {
      return inside.anyMatch(p -> p.getFileName().toString().startsWith("erts-"));
    } catch (IOException | UncheckedIOException e) {
      return false;
    }
  }

  List<Finding> findings() {
    return findings.sorted();
  }

  /**
   * Writes a draft where nothing is yet.
   *
   * @return as the user would name the file; empty when it can't be
   */
  String write(Path file, String draft) throws IOException {
    String name = folder.relativize(file).toString().replace('\\', '/');
    try {
      Files.write(file, draft.getBytes(StandardCharsets.UTF_8), StandardOpenOption.CREATE_NEW);
      return shown.equals(".") ? name : shown + "/" + name;
    } catch (FileAlreadyExistsException e) {
      findings.add(
          FindingCode.Z6013,
          Where.file(name),
          "There is a file of this name already; it was left as it is.",
          "Name another one with --to, or move it away.");
      return "";
    }
  }
}
