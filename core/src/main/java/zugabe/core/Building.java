package zugabe.core;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.core.answer.Answer;
import zugabe.core.finding.Findings;
import zugabe.core.keys.Secrets;
import zugabe.core.kind.Ready;
import zugabe.core.kind.Registry;
import zugabe.core.making.Builder;
import zugabe.core.making.Disk;
import zugabe.core.making.Signers;
import zugabe.core.rehearse.Stage;
import zugabe.core.work.Workers;

/** Makes what a request asks for. */
final class Building {
  private final Surroundings around;
  private final Planning planning;
  private final Disk disk;
  private final Findings findings;
  private final List<Ready> made = new ArrayList<>();

  Building(Surroundings around, Registry kinds, Disk disk, Findings findings) {
    this.around = around;
    this.planning = new Planning(around, kinds);
    this.disk = disk;
    this.findings = findings;
  }

  /** If there are errors among the findings, nothing is written. */
  Answer.Build build(Zugabe.Request request, Zugabe.Outlet outlet) {
    long start = System.nanoTime();
    Path out = planning.out(request, outlet);
    String shown = around.shown(out);
    try (Workers workers = Workers.of(around.jobs())) {
      Optional<Checked> checked = planning.toMake(request, workers, findings);
      Optional<Builder.Result> result = Optional.empty();
      if (checked.isPresent()) {
        try (Checked open = checked.get()) {
          result = build(open, request, outlet, workers);
        }
      }
      return new Answer.Build(
          findings.sorted(),
          shown,
          out,
          result.map(Builder.Result::rows).orElse(List.of()),
          result.map(Builder.Result::removed).orElse(List.of()),
          List.of(),
          (System.nanoTime() - start) / 1_000_000);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private Optional<Builder.Result> build(
      Checked checked, Zugabe.Request request, Zugabe.Outlet outlet, Workers workers)
      throws IOException {
    if (findings.hasErrors()) {
      return Optional.empty();
    }
    Path out = planning.out(request, outlet);
    try (Secrets secrets =
        new Secrets(checked.plan().folder(), around.environment(), outlet.asking())) {
      Signers signers =
          checked.signs()
              ? SigningPlan.open(checked, planning.kinds(), secrets, Clock.systemUTC(), findings)
              : Signers.NONE;
      if (findings.hasErrors()) {
        return Optional.empty();
      }
      Builder.Order order =
          new Builder.Order(
              out,
              around.shown(out),
              request.overrides(),
              outlet.tidy(),
              outlet.waitAtMost(),
              signers,
              checked.rest());
      Builder.Means means = new Builder.Means(disk, workers, around.progress());
      made.addAll(checked.ready());
      return new Builder(checked.plan(), made, order, means, findings).run();
    }
  }

  /** What {@link #build} was to make, each deliverable behind those that it holds. */
  List<Ready> made() {
    return made;
  }

  /**
   * Where its deliverables are tried.
   *
   * @param shown the output folder, as the user would name it
   */
  Stage stage(String shown) {
    return new Stage(
        shown + "/",
        Machine.platform(),
        Machine.wine(around.environment()),
        Optional.empty(),
        around.phones(),
        false);
  }

  /** The same, and tries them. */
  Answer.Build buildAndRehearse(
      Zugabe.Request request, Zugabe.Outlet outlet, Rehearsing rehearsing) {
    Answer.Build build = build(request, outlet);
    if (build.ok()) {
      made.forEach(d -> rehearsing.run(d, build.folder(), stage(build.out())));
    }
    return new Answer.Build(
        findings.sorted(),
        build.out(),
        build.folder(),
        build.deliverables(),
        build.removed(),
        rehearsing.done(),
        build.millis());
  }
}
