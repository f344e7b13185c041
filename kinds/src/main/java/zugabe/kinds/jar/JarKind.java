package zugabe.kinds.jar;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.Code;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.finding.RecipeCode;
import zugabe.core.inspect.Inspection;
import zugabe.core.inspect.Opened;
import zugabe.core.jar.JarChoice;
import zugabe.core.jar.JarInspector;
import zugabe.core.jar.JarManifest;
import zugabe.core.jar.JarPlan;
import zugabe.core.jar.Travel;
import zugabe.core.kind.Inputs;
import zugabe.core.kind.Kind;
import zugabe.core.kind.Output;
import zugabe.core.kind.Prepared;
import zugabe.core.kind.Report;
import zugabe.core.kind.Supply;
import zugabe.core.materials.Materials;
import zugabe.core.plan.Identity;
import zugabe.core.plan.Intent;
import zugabe.core.plan.Part;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Program;
import zugabe.core.plan.Resolving;
import zugabe.core.plan.Use;
import zugabe.core.recipe.Common;
import zugabe.core.rehearse.Course;
import zugabe.core.rehearse.Stage;
import zugabe.core.shape.RecordShape;
import zugabe.core.sign.SignatureForm;
import zugabe.core.survey.Draft;
import zugabe.core.survey.Proposal;
import zugabe.core.survey.Wishes;
import zugabe.formats.zip.ZipListing;

/** Jars whose libraries are merged into them, nested in them, or beside them. */
public final class JarKind implements Kind<Keys, JarKind.Checked> {
  private static final String NAME = "jar";

  /** What is made of it. */
  record Checked(Planned planned, Report report, Bundle bundle) implements Prepared {}

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
    return List.of(JarCode.values());
  }

  @Override
  public Intent intent(Common said, Keys keys, Identity app) {
    String ending = keys.leavesAsFolder() ? "" : keys.ending();
    String file = said.file().map(Located::value).orElse(app.fileName() + ending);
    return new Intent(file, List.of(file));
  }

  @Override
  public Optional<Planned> plan(Common said, Keys keys, Resolving by) throws IOException {
    String file = intent(said, keys, by.app()).file();
    if (said.file().isPresent() && !keys.leavesAsFolder() && !file.endsWith(keys.ending())) {
      by.wrongEnding(said, keys.ending(), keys.leavesAsOne() ? ", or write one-file: false." : ".");
    }
    Optional<JarChoice> chosen =
        JarChoice.of(keys.choice(), keys.jar(), keys.libraries().value(), said.where(), by);
    if (chosen.isEmpty()) {
      return Optional.empty();
    }
    Materials materials = chosen.get().materials();
    Optional<Program> program = chosen.get().program();
    notes(keys, program, by.findings());
    return Optional.of(
        by.planned(
            said,
            NAME,
            List.of(
                new Part(
                    program, materials, Use.LOADED, List.of(), Optional.empty(), said.where())),
            Map.of(),
            new JarDeliverable(
                file,
                chosen.get().base(by.app()),
                keys.leavesAsOne(),
                scripts(keys),
                chosen.get().style())));
  }

  private static Optional<Boolean> scripts(Keys keys) {
    return switch (keys.scripts().value()) {
      case NEEDED -> Optional.empty();
      case ALWAYS -> Optional.of(true);
      case NEVER -> Optional.of(false);
    };
  }

  /** Keys that do nothing where they stand. */
  private static void notes(Keys keys, Optional<Program> program, Findings findings) {
    if (keys.scripts().given() && program.isEmpty()) {
      findings.add(
          RecipeCode.Z1022,
          keys.scripts().where(),
          "scripts: has no effect here, because the jar starts no program.",
          "Remove it, or name a program.");
    }
    boolean merges = keys.libraries().value() == Travel.MERGED;
    keys.jar()
        .merge()
        .values()
        .forEach(
            action -> {
              if (!merges) {
                findings.add(
                    RecipeCode.Z1022,
                    action.where(),
                    "merge: has no effect here, because libraries: "
                        + keys.libraries().value().word()
                        + " leaves every library whole.",
                    "Remove it, or write libraries: merged.");
              }
            });
  }

  @Override
  public Checked check(Planned d, Map<String, Report> held, Findings findings) throws IOException {
    JarDeliverable own = d.own(JarDeliverable.class);
    JarPlan plan = JarPlan.of(d, own.file(), own.base(), own.style());
    Bundle bundle = Bundle.of(plan, own, findings);
    new JarChecks(d, plan, own, findings).run(bundle.needs());
    Report report =
        new Report(
            bundle.files(),
            plan.travel().word(),
            bundle.treatments(),
            List.of(),
            JarManifest.forms(plan));
    return new Checked(d, report, bundle);
  }

  @Override
  public List<SignatureForm> signatures() {
    return List.of(SignatureForm.IN_JAR, SignatureForm.BESIDE);
  }

  @Override
  public List<Output> assemble(Checked checked, Supply supply) throws IOException {
    Part part = checked.planned().parts().get(0);
    Inputs inputs =
        new Inputs()
            .together("own files of " + part.materials().name(), part.materials().own())
            .libraries(part.materials().libraries());
    part.materials().natives().values().forEach(files -> files.forEach(inputs::file));
    inputs.file(checked.planned().own(JarDeliverable.class).style().manifest().map(m -> m.file()));
    return checked.bundle().outputs(inputs.list(), supply);
  }

  @Override
  public List<Course> rehearsals(Checked checked, Stage stage) {
    Optional<Program> program = checked.planned().program();
    if (program.isEmpty() && !stage.named()) {
      return List.of();
    }
    return List.of(
        new Course.Start(
            checked.report().paths(),
            Optional.of(checked.planned().own(JarDeliverable.class).base()),
            program.flatMap(Program::trial)));
  }

  /** A zip file with a folder for web applications is more than a jar. */
  @Override
  public Optional<Inspection> inspect(Opened file, Findings findings) throws IOException {
    Optional<ZipListing> listing = file.zip(findings).filter(JarInspector::isJar);
    return listing.isEmpty()
        ? Optional.empty()
        : Optional.of(JarInspector.inspect(NAME, file, listing.get(), findings));
  }

  @Override
  public Optional<Wishes.Make> makes() {
    return Optional.of(Wishes.Make.SINGLE);
  }

  @Override
  public Draft draft(Proposal found) {
    return JarDraft.of(found);
  }
}
