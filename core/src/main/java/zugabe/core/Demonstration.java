package zugabe.core;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import zugabe.core.answer.Answer;
import zugabe.core.build.Disk;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.plan.Plan;
import zugabe.core.plan.Planned;
import zugabe.core.receipt.Receipt;
import zugabe.core.recipe.TrialSpec;
import zugabe.core.rehearse.Subject;
import zugabe.core.work.Progress;

/** The whole way, on an application of our own: copy, build, start. */
final class Demonstration {
  private final Path folder;
  private final String shown;
  private final Zugabe zugabe;
  private final Progress progress;
  private final Findings findings = new Findings();
  private final long start = System.nanoTime();

  Demonstration(
      Zugabe from,
      Path folder,
      String shown,
      int jobs,
      Map<String, String> environment,
      Progress progress) {
    this.folder = folder;
    this.shown = shown;
    this.zugabe = new Zugabe(folder, environment, jobs, progress);
    this.progress = progress;
  }

  Answer.Demo run(Path workspace) {
    List<Plan> plans = new ArrayList<>();
    Answer.Build build =
        new Answer.Build(List.of(), shown, folder, List.of(), List.of(), List.of(), 0);
    List<Answer.Rehearsed> started = new ArrayList<>();
    try {
      if (isTaken()) {
        findings.add(
            FindingCode.Z6003,
            Where.file(shown),
            "The folder is there already and isn't empty.",
            "Name another one: zugabe demo DIR.");
      } else {
        copy(workspace);
        build =
            zugabe.build(
                new Zugabe.Request(Optional.empty(), List.of(), List.of()),
                new Zugabe.Outlet(Optional.empty(), false, Duration.ofSeconds(30)),
                Disk.REAL,
                findings,
                plans);
        Rehearsing rehearsing =
            new Rehearsing(Path.of(System.getProperty("java.home")), progress, findings);
        for (Planned d :
            build.ok() && !plans.isEmpty() ? plans.get(0).deliverables() : List.<Planned>of()) {
          rehearse(d, build, rehearsing);
        }
        started.addAll(rehearsing.done());
      }
    } catch (IOException e) {
      findings.add(
          FindingCode.Z5001,
          Where.file(shown),
          "The demonstration can't be put there: " + e.getMessage() + ".",
          "Name a folder that can be written: zugabe demo DIR.");
    }
    return new Answer.Demo(
        findings.sorted(), shown, build, started, (System.nanoTime() - start) / 1_000_000);
  }

  private boolean isTaken() throws IOException {
    if (!Files.exists(folder)) {
      return false;
    }
    try (Stream<Path> list = Files.isDirectory(folder) ? Files.list(folder) : Stream.of(folder)) {
      return list.findAny().isPresent();
    }
  }

  private void copy(Path workspace) throws IOException {
    List<Path> files;
    try (Stream<Path> walk = Files.walk(workspace)) {
      files = walk.sorted().toList();
    }
    for (Path file : files) {
      Path target = folder.resolve(workspace.relativize(file).toString());
      progress.at("copying " + workspace.relativize(file), 0, 0);
      if (Files.isDirectory(file)) {
        Files.createDirectories(target);
      } else {
        Files.copy(file, target);
      }
    }
  }

  private static void rehearse(Planned d, Answer.Build build, Rehearsing rehearsing) {
    Optional<TrialSpec> trial = d.program().flatMap(p -> p.trial());
    List<String> files =
        build.deliverables().stream()
            .filter(r -> r.name().equals(d.name()))
            .flatMap(r -> r.files().stream())
            .map(Receipt.Made::path)
            .toList();
    if (trial.isPresent()) {
      rehearsing.run(
          d.name(), new Subject(build.folder(), files, Optional.of(d.base())), "", trial);
    }
  }
}
