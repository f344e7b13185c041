package zugabe.core;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;
import zugabe.core.answer.Answer;
import zugabe.core.finding.Finding;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.kind.Registry;
import zugabe.core.links.LinkCode;
import zugabe.core.making.MakingCode;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.MaterialCode;
import zugabe.core.materials.ReadExtent;
import zugabe.core.survey.Draft;
import zugabe.core.survey.Interview;
import zugabe.core.survey.Proposal;
import zugabe.core.survey.RecipeDraft;
import zugabe.core.survey.Survey;
import zugabe.core.survey.Surveyor;
import zugabe.core.survey.Wishes;
import zugabe.core.survey.YamlText;
import zugabe.core.unpacking.OpenedArchive;
import zugabe.core.work.Progress;
import zugabe.core.work.Workers;

/** Surveys a folder, and writes the recipe drafted for it when that is wanted. */
final class Surveying {
  private final Path folder;
  private final String shown;
  private final Map<String, String> environment;
  private final Registry kinds;
  private final Function<String, List<Finding>> preview;
  private final Findings findings = new Findings();

  /**
   * @param preview what checking a draft would tell
   */
  Surveying(
      Path folder,
      String shown,
      Map<String, String> environment,
      Registry kinds,
      Function<String, List<Finding>> preview) {
    this.folder = folder;
    this.preview = preview;
    this.environment = environment;
    this.kinds = kinds;
    this.shown = shown;
  }

  /**
   * Looks, and drafts.
   *
   * @param to where the draft goes, relative to the folder; empty to write nothing
   */
  Answer.Survey run(
      Optional<Path> to, Optional<Interview> interview, Workers workers, Progress progress) {
    Optional<OpenedArchive> opened = opened();
    if (!Files.isDirectory(folder) && opened.isEmpty()) {
      findings.add(
          MaterialCode.Z2003,
          Where.file(shown),
          Files.exists(folder) ? "It is a file." : "There is no such folder.",
          "Name the folder that your build writes to; \"zugabe inspect\" looks into files.");
      return new Answer.Survey(findings.sorted(), Optional.empty(), "", "");
    }
    try {
      Path looked = opened.map(OpenedArchive::folder).orElse(folder);
      Survey survey = new Surveyor(looked, shown, workers, progress, findings).run();
      Wishes wishes = Wishes.NONE;
      if (interview.isPresent() && !survey.programs().isEmpty()) {
        wishes =
            interview
                .get()
                .ask(
                    survey.programs(),
                    RecipeDraft.guesses(survey),
                    Interviewing.known(folder, environment, kinds));
      }
      boolean wanted = to.isPresent() || interview.isPresent();
      Optional<String> draft = draft(survey, wishes, wanted);
      String written = "";
      if (to.isPresent() && draft.isPresent()) {
        written = write(base().resolve(to.get()).normalize(), draft.get());
      } else if (to.isPresent()) {
        findings.add(
            RequestCode.Z6014,
            Where.file(shown),
            "Nothing was found that a recipe could be written for.",
            "Name the folder that your build writes to.");
      }
      return new Answer.Survey(findings.sorted(), Optional.of(survey), draft.orElse(""), written);
    } catch (IOException e) {
      findings.add(
          MaterialCode.Z2003,
          Where.file(shown),
          "It can't be read: " + e.getMessage() + ".",
          "Check its permissions.");
      return new Answer.Survey(findings.sorted(), Optional.empty(), "", "");
    }
  }

  /** The folder that a recipe is written to: an archive's is the one that it lies in. */
  private Path base() {
    return Files.isRegularFile(folder) ? folder.getParent() : folder;
  }

  /** An archive that is surveyed as it is. */
  private Optional<OpenedArchive> opened() {
    if (!Files.isRegularFile(folder)) {
      return Optional.empty();
    }
    try {
      String name = folder.getFileName().toString();
      FileContent file = new FileContent(folder, name, Files.size(folder), ReadExtent.IN_PART);
      return name.endsWith(".jar") ? Optional.empty() : OpenedArchive.of(file);
    } catch (IOException e) {
      findings.add(
          MaterialCode.Z2003,
          Where.file(shown),
          "It can't be unpacked: " + e.getMessage() + ".",
          "Get an undamaged copy.");
      return Optional.empty();
    }
  }

  /** A draft whose paths are in an archive says so. */
  private String placed(String draft) {
    if (!Files.isRegularFile(folder)) {
      return draft;
    }
    String name = folder.getFileName().toString();
    return draft
        .replace(
            "# Drafted from the files in this folder. Paths are relative to this file.\n",
            "# Drafted from the files in an archive. Paths are those in it; nothing is unpacked here.\n")
        .replace("\nzugabe: 1\n", "\nzugabe: 1\ninside: " + YamlText.path(name) + "\n");
  }

  /** Jars in the jar are drafted unless some code in them asks for what it won't find there. */
  private Optional<String> draft(Survey survey, Wishes wishes, boolean wanted) {
    Optional<String> draft =
        RecipeDraft.of(survey, wishes, around(), true, drafting()).map(this::placed);
    boolean asks =
        wanted
            && draft.isPresent()
            && preview.apply(draft.get()).stream().anyMatch(f -> f.code() == LinkCode.Z8012);
    return asks
        ? RecipeDraft.of(survey, wishes, around(), false, drafting()).map(this::placed)
        : draft;
  }

  private List<Function<Proposal, Draft>> drafting() {
    return kinds.kinds().stream().<Function<Proposal, Draft>>map(k -> k::draft).toList();
  }

  private Proposal.Around around() {
    return new Proposal.Around() {
      @Override
      public String variable(String name, String otherwise) {
        return environment.getOrDefault(name, otherwise);
      }

      @Override
      public boolean has(String inner, String start) {
        try (Stream<Path> inside = Files.list(folder.resolve(inner))) {
          return inside.anyMatch(p -> p.getFileName().toString().startsWith(start));
        } catch (IOException | UncheckedIOException e) {
          return false;
        }
      }
    };
  }

  private static String parent(String path) {
    int slash = path.lastIndexOf('/');
    return slash < 0 ? "." : path.substring(0, slash);
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
    String name = base().relativize(file).toString().replace('\\', '/');
    try {
      Files.write(file, draft.getBytes(StandardCharsets.UTF_8), StandardOpenOption.CREATE_NEW);
      String place = Files.isRegularFile(folder) ? parent(shown) : shown;
      return place.equals(".") ? name : place + "/" + name;
    } catch (FileAlreadyExistsException e) {
      findings.add(
          RequestCode.Z6013,
          Where.file(name),
          "There is a file of this name already; it was left as it is.",
          "Name another one with --to, or move it away.");
      return "";
    } catch (FileSystemException e) {
      String why = e.getReason() == null ? "no permission, or no such folder" : e.getReason();
      findings.add(
          MakingCode.Z5008,
          Where.file(name),
          "It can't be written: " + why + ".",
          "Check the folder's permissions, or name another file with --to.");
      return "";
    }
  }
}
