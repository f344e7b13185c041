package zugabe.core;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import zugabe.core.answer.Answer;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.kind.Ready;
import zugabe.core.kind.Registry;
import zugabe.core.making.Disk;
import zugabe.core.making.MakingCode;
import zugabe.core.rehearse.Course;
import zugabe.core.rehearse.Runtimes;
import zugabe.core.rehearse.Stage;

/** The whole way, on an application of our own: copy, build, start. */
final class Demonstration {
  private final Surroundings around;
  private final Registry kinds;
  private final String shown;
  private final Findings findings = new Findings();
  private final long start = System.nanoTime();

  /**
   * @param around in the folder that is to be made
   * @param shown that folder, as the user named it
   */
  Demonstration(Surroundings around, Registry kinds, String shown) {
    this.around = around;
    this.kinds = kinds;
    this.shown = shown;
  }

  Answer.Demo run(Path workspace) {
    Answer.Build build =
        new Answer.Build(List.of(), shown, around.here(), List.of(), List.of(), List.of(), 0);
    List<Answer.Rehearsed> started = new ArrayList<>();
    try {
      if (isTaken()) {
        findings.add(
            RequestCode.Z6003,
            Where.file(shown),
            "The folder is there already and isn't empty.",
            "Name another one: zugabe demo DIR.");
      } else {
        copy(workspace);
        PhoneDemonstration phones = new PhoneDemonstration(around, findings);
        List<Path> launchers = new ArrayList<>();
        phones.sign();
        Building building = new Building(around, kinds, Disk.REAL, findings);
        build =
            building.build(
                new Zugabe.Request(Optional.empty(), List.of(), List.of()),
                new Zugabe.Outlet(Optional.empty(), false, Duration.ofSeconds(30)));
        Rehearsing rehearsing =
            new Rehearsing(
                new Runtimes(Optional.empty(), around.environment()), around.progress(), findings);
        for (Ready d : build.ok() ? building.made() : List.<Ready>of()) {
          // what is started without more is enough to show it
          boolean starts = d.planned().program().filter(p -> p.trial().isPresent()).isPresent();
          Stage stage = building.stage(shown + "/" + build.out());
          boolean onPhone = d.rehearsals(stage).stream().anyMatch(Course.OnPhone.class::isInstance);
          if (starts || onPhone) {
            rehearsing.run(d, build.folder(), stage);
          }
          if (onPhone) {
            launchers.add(build.folder().resolve(d.report().paths().get(0)));
          }
        }
        started.addAll(rehearsing.done());
        for (Path apk : launchers) {
          phones.launcher(apk).ifPresent(started::add);
        }
      }
    } catch (IOException e) {
      findings.add(
          MakingCode.Z5001,
          Where.file(shown),
          "The demonstration can't be put there: " + e.getMessage() + ".",
          "Name a folder that can be written: zugabe demo DIR.");
    }
    return new Answer.Demo(
        findings.sorted(), shown, build, started, (System.nanoTime() - start) / 1_000_000);
  }

  private boolean isTaken() throws IOException {
    if (!Files.exists(around.here())) {
      return false;
    }
    try (Stream<Path> list =
        Files.isDirectory(around.here()) ? Files.list(around.here()) : Stream.of(around.here())) {
      return list.findAny().isPresent();
    }
  }

  private void copy(Path workspace) throws IOException {
    List<Path> files;
    try (Stream<Path> walk = Files.walk(workspace)) {
      files = walk.sorted().toList();
    }
    for (Path file : files) {
      Path target = around.here().resolve(workspace.relativize(file).toString());
      around.progress().at("copying " + workspace.relativize(file), 0, 0);
      if (Files.isDirectory(file)) {
        Files.createDirectories(target);
      } else {
        Files.copy(file, target);
      }
    }
  }
}
