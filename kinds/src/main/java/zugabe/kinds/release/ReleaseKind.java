package zugabe.kinds.release;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.archive.ArchiveFormat;
import zugabe.core.archive.EntryPacking;
import zugabe.core.finding.Code;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.finding.Where;
import zugabe.core.inspect.Inspection;
import zugabe.core.inspect.Opened;
import zugabe.core.inspect.TarInspector;
import zugabe.core.inspect.ZipInspector;
import zugabe.core.kind.Form;
import zugabe.core.kind.Input;
import zugabe.core.kind.Inputs;
import zugabe.core.kind.Kind;
import zugabe.core.kind.Output;
import zugabe.core.kind.Prepared;
import zugabe.core.kind.Report;
import zugabe.core.kind.Supply;
import zugabe.core.materials.Materials;
import zugabe.core.materials.OwnFile;
import zugabe.core.plan.Identity;
import zugabe.core.plan.Intent;
import zugabe.core.plan.Part;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Resolving;
import zugabe.core.plan.Use;
import zugabe.core.recipe.Common;
import zugabe.core.rehearse.Course;
import zugabe.core.rehearse.RehearsalCode;
import zugabe.core.rehearse.Stage;
import zugabe.core.shape.RecordShape;
import zugabe.core.survey.Draft;
import zugabe.core.survey.Proposal;
import zugabe.core.tree.InstallTree;

/** Archives of releases for Erlang/OTP. */
public final class ReleaseKind implements Kind<Keys, ReleaseKind.Checked> {
  private static final String NAME = "release";

  /**
   * What is made of it.
   *
   * @param top its folder, and the archives' name before the ending
   * @param inputs for the receipt
   */
  record Checked(Planned planned, Report report, String top, List<Input> inputs)
      implements Prepared {}

  @Override
  public String name() {
    return NAME;
  }

  @Override
  public RecordShape<Keys> keys() {
    return Keys.SHAPE;
  }

  @Override
  public List<Code> codes() {
    return List.of(ReleaseCode.values());
  }

  @Override
  public Intent intent(Common said, Keys keys, Identity app) {
    String file = said.file().map(Located::value).orElse(app.fileName());
    return new Intent(
        file, keys.wantedFormats().stream().map(f -> file + "." + f.ending()).toList());
  }

  @Override
  public Optional<Planned> plan(Common said, Keys keys, Resolving by) throws IOException {
    Optional<String> group = by.group(keys.choice(), Optional.empty());
    if (group.isEmpty()) {
      return Optional.empty();
    }
    EntryPacking.check(keys.packing(), keys.wantedFormats(), by.findings());
    ReleaseKeys wanted = keys.release();
    ReleasePlan release =
        new ReleasePlan(
            wanted.name().map(Located::value).orElse(group.get().replace('-', '_')),
            by.applications(group.get()),
            by.folder(wanted.runtime()),
            wanted.carried(),
            wanted.config().flatMap(by::file),
            wanted.firstRun().map(Located::value),
            wanted.trial(),
            wanted.where());
    List<OwnFile> shipped =
        release.applications().stream().filter(f -> Application.isShipped(f.path())).toList();
    Materials materials = by.materials(group.get(), true).empty().withOwn(shipped);
    Part part =
        new Part(
            Optional.empty(), materials, Use.APPLICATIONS, List.of(), by.licence(), said.where());
    return Optional.of(
        by.planned(
            said,
            NAME,
            List.of(part),
            Map.of(),
            new ReleaseDeliverable(
                intent(said, keys, by.app()).file(),
                keys.wantedFormats(),
                keys.packing().value(),
                release)));
  }

  @Override
  public Checked check(Planned d, Map<String, Report> held, Findings findings) throws IOException {
    ReleaseDeliverable own = d.own(ReleaseDeliverable.class);
    Findings mine = new Findings();
    Optional<ErlangRuntime> runtime = ErlangRuntime.of(own.release(), mine);
    Applications applications = Applications.of(own.release(), mine);
    findings.addAll(mine.sorted());
    if (runtime.isEmpty() || mine.hasErrors()) {
      return new Checked(d, Report.NOTHING, "", List.of());
    }
    new ReleaseChecks(runtime.get(), applications, findings).run();
    report(applications, findings);
    String platform = own.release().carried() ? runtime.get().platform() : "";
    String top = platform.isEmpty() ? own.file() : own.file() + "-" + platform;
    ReleaseTree whole = new ReleaseTree(d, own.release(), runtime.get(), applications);
    InstallTree tree = whole.tree(platform, findings).below(top);
    Report report =
        new Report(
            own.formats().stream().map(f -> Report.File.plain(top + "." + f.ending())).toList(),
            "",
            List.of(),
            List.of(new Report.Tree(platform, tree)),
            forms(d, own.release(), runtime.get(), applications, top));
    return new Checked(d, report, top, inputs(own.release(), runtime.get(), applications));
  }

  private static void report(Applications applications, Findings findings) {
    applications
        .ordered()
        .forEach(
            a ->
                findings.add(
                    ReleaseCode.Z7008,
                    a.where(),
                    a.title()
                        + (applications.isOwn(a) ? " of the materials" : " of the runtime")
                        + " is in the release"
                        + (applications.isIncluded(a) ? ", started by another." : "."),
                    "Nothing."));
  }

  private static List<Form> forms(
      Planned d,
      ReleasePlan release,
      ErlangRuntime runtime,
      Applications applications,
      String top) {
    List<Form> forms = new ArrayList<>();
    forms.add(new Form("top folder", top, "file:, or app.id and app.version"));
    forms.add(new Form("release, name", release.name(), "release.name, or the group's name"));
    forms.add(new Form("release, version", d.app().version(), "app.version, as written"));
    forms.add(new Form("node", release.name() + "@127.0.0.1", "the release's name; a setting"));
    forms.add(new Form("runtime, erts", runtime.erts(), "read from the runtime"));
    for (Application a : applications.ordered()) {
      forms.add(new Form("application " + a.name(), a.version(), "read from " + a.name() + ".app"));
    }
    return forms;
  }

  private static List<Input> inputs(
      ReleasePlan release, ErlangRuntime runtime, Applications applications) {
    Inputs inputs = new Inputs();
    applications.ordered().forEach(a -> inputs.together(a.title(), a.shipped()));
    if (release.carried()) {
      inputs.together("erts-" + runtime.erts(), runtime.files());
    }
    return inputs.file(release.config()).list();
  }

  @Override
  public List<Output> assemble(Checked checked, Supply supply) {
    ReleaseDeliverable own = checked.planned().own(ReleaseDeliverable.class);
    InstallTree tree = checked.report().trees().get(0).tree();
    List<Output> outputs = new ArrayList<>();
    for (ArchiveFormat format : own.formats()) {
      String file = checked.top() + "." + format.ending();
      List<Input> inputs = outputs.isEmpty() ? checked.inputs() : List.of();
      outputs.add(new Output(file, 0644, format.layout(tree, file, own.packing()), inputs));
    }
    return outputs;
  }

  @Override
  public List<Course> rehearsals(Checked checked, Stage stage) {
    ReleasePlan release = checked.planned().own(ReleaseDeliverable.class).release();
    String platform =
        checked.report().trees().stream().map(Report.Tree::platform).findFirst().orElse("");
    if (!platform.isEmpty() && !platform.equals(stage.platform())) {
      return List.of(
          new Course.NotHere(
              RehearsalCode.Z6012,
              Where.file(stage.shown() + checked.top()),
              "There is none for this machine, which is " + stage.platform() + ".",
              "Rehearse it on the platform of the runtime it carries."));
    }
    if (release.trial().isEmpty()) {
      return List.of(
          Course.NotHere.unexpected(checked.planned().name(), checked.planned().where()));
    }
    return List.of(
        new Course.Start(
            List.of(checked.report().paths().get(0)),
            Optional.of(release.name()),
            release.trial()));
  }

  /** A release has a resource file of its own in a folder of its version. */
  @Override
  public Optional<Inspection> inspect(Opened file, Findings findings) throws IOException {
    Findings quiet = new Findings();
    Optional<Inspection> listed =
        file.zip(findings).isPresent()
            ? file.zip(findings).map(l -> ZipInspector.plain(file.content(), l))
            : TarInspector.inspect(file.name(), file.content(), quiet);
    return quiet.hasErrors() ? Optional.empty() : listed.flatMap(ReleaseContents::of);
  }

  @Override
  public Draft draft(Proposal found) {
    return ErlangDraft.of(found);
  }
}
