package zugabe.acceptance.toy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zugabe.bytes.Content;
import zugabe.core.archive.ArchiveFormat;
import zugabe.core.archive.EntryPacking;
import zugabe.core.finding.Code;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.inspect.Inspection;
import zugabe.core.inspect.Opened;
import zugabe.core.inspect.TarInspector;
import zugabe.core.install.Placing;
import zugabe.core.kind.Form;
import zugabe.core.kind.Inputs;
import zugabe.core.kind.Kind;
import zugabe.core.kind.Output;
import zugabe.core.kind.Prepared;
import zugabe.core.kind.Report;
import zugabe.core.kind.Supply;
import zugabe.core.materials.Materials;
import zugabe.core.materials.OwnFile;
import zugabe.core.plan.Digested;
import zugabe.core.plan.Identity;
import zugabe.core.plan.Intent;
import zugabe.core.plan.Part;
import zugabe.core.plan.PlanDigest;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Resolving;
import zugabe.core.plan.Use;
import zugabe.core.recipe.Common;
import zugabe.core.recipe.TrialSpec;
import zugabe.core.rehearse.Course;
import zugabe.core.rehearse.Stage;
import zugabe.core.shape.RecordShape;
import zugabe.core.tree.Entry;
import zugabe.core.tree.InstallTree;
import zugabe.formats.unix.Owner;

/** A kind that only tests know: a tar file with files, a script, and another deliverable. */
final class ChestKind implements Kind<ChestKeys, ChestKind.Checked> {
  static final String NAME = "chest";
  private static final String ENDING = ".chest.tar";

  /** What only this kind knows. */
  record Chest(String file, Optional<String> lid) implements Digested {
    @Override
    public void addTo(PlanDigest digest) {
      digest.text("file", file).text("lid", lid);
    }
  }

  record Checked(Planned planned, Report report) implements Prepared {}

  @Override
  public String name() {
    return NAME;
  }

  @Override
  public RecordShape<ChestKeys> keys() {
    return ChestKeys.SHAPE;
  }

  @Override
  public List<Code> codes() {
    return List.of(ChestCode.values());
  }

  @Override
  public String example() {
    return "deliverables: {it: {kind: chest, treasure: jar}}\n";
  }

  @Override
  public Intent intent(Common said, ChestKeys keys, Identity app) {
    String file = said.file().map(Located::value).orElse(app.fileName() + ENDING);
    return new Intent(file, List.of(file), Set.of(keys.treasure().value()), Set.of());
  }

  @Override
  public Optional<Planned> plan(Common said, ChestKeys keys, Resolving by) throws IOException {
    Optional<String> group = by.group(keys.choice(), Optional.empty());
    if (group.isEmpty()) {
      return Optional.empty();
    }
    Materials materials = by.materials(group.get(), true);
    return Optional.of(
        by.planned(
            said,
            NAME,
            List.of(
                new Part(
                    Optional.empty(),
                    materials,
                    Use.CARRIED,
                    List.of(),
                    Optional.empty(),
                    said.where())),
            Map.of(keys.treasure().value(), "."),
            new Chest(intent(said, keys, by.app()).file(), keys.lid().map(Located::value))));
  }

  @Override
  public Checked check(Planned d, Map<String, Report> held, Findings findings) throws IOException {
    Chest chest = d.own(Chest.class);
    if (chest.lid().isEmpty()) {
      findings.add(ChestCode.Z9901, d.where(), "The chest has no lid.", "Write lid:.");
    }
    Placing placing = new Placing(d.where(), d.time(), "", findings);
    for (OwnFile own : d.parts().get(0).materials().own()) {
      placing.own("chest/files/", own);
    }
    String script = "#!/bin/sh\necho \"open: " + chest.lid().orElse("no lid") + "\"\n";
    placing.generated("chest/open", 0755, Content.of(script.getBytes(StandardCharsets.UTF_8)));
    d.holds()
        .keySet()
        .forEach(
            name ->
                held.get(name)
                    .files()
                    .forEach(
                        f ->
                            placing.put(
                                new Entry.Awaited(
                                    "chest/treasure/" + f.path(),
                                    f.mode(),
                                    Owner.ROOT,
                                    d.time(),
                                    Entry.Role.HELD,
                                    name,
                                    f.path(),
                                    "the deliverable " + name))));
    InstallTree tree = placing.finish();
    return new Checked(
        d,
        new Report(
            List.of(Report.File.plain(chest.file())),
            "",
            List.of(),
            List.of(new Report.Tree("", tree)),
            List.of(new Form("lid", chest.lid().orElse("none"), "lid:"))));
  }

  @Override
  public List<Output> assemble(Checked checked, Supply supply) {
    InstallTree tree = supply.fill(checked.report().trees().get(0).tree());
    String file = checked.planned().own(Chest.class).file();
    return List.of(
        new Output(
            file,
            0644,
            ArchiveFormat.TAR.layout(tree, file, EntryPacking.STORED),
            new Inputs().materials(checked.planned().parts().get(0).materials()).list()));
  }

  @Override
  public List<Course> rehearsals(Checked checked, Stage stage) {
    return List.of(
        new Course.Start(
            checked.report().paths(), Optional.of("open"), Optional.of(TrialSpec.of(List.of()))));
  }

  @Override
  public Optional<Inspection> inspect(Opened file, Findings findings) throws IOException {
    return file.name().endsWith(ENDING)
        ? TarInspector.inspect(file.name(), file.content(), findings)
            .map(i -> i.withKind(NAME, Map.of("name", "a chest"), Map.of("command", "chest/open")))
        : Optional.empty();
  }
}
