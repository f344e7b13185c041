package zugabe.kinds.archive;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zugabe.core.archive.ArchiveFormat;
import zugabe.core.archive.EntryPacking;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.finding.RecipeCode;
import zugabe.core.finding.Where;
import zugabe.core.inspect.Inspection;
import zugabe.core.inspect.Opened;
import zugabe.core.inspect.TarInspector;
import zugabe.core.inspect.ZipInspector;
import zugabe.core.install.CarriedRuntime;
import zugabe.core.install.Installation;
import zugabe.core.install.InstalledForms;
import zugabe.core.install.ProgramJars;
import zugabe.core.install.TreePlan;
import zugabe.core.install.VersionOrder;
import zugabe.core.jar.ProgramJar;
import zugabe.core.jar.Travel;
import zugabe.core.kind.Input;
import zugabe.core.kind.Inputs;
import zugabe.core.kind.Kind;
import zugabe.core.kind.Output;
import zugabe.core.kind.Prepared;
import zugabe.core.kind.Report;
import zugabe.core.kind.Report.Treatment;
import zugabe.core.kind.Supply;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.Materials;
import zugabe.core.plan.Identity;
import zugabe.core.plan.Intent;
import zugabe.core.plan.Part;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Resolving;
import zugabe.core.plan.Use;
import zugabe.core.recipe.Common;
import zugabe.core.rehearse.Course;
import zugabe.core.rehearse.Stage;
import zugabe.core.shape.RecordShape;
import zugabe.core.survey.Draft;
import zugabe.core.survey.Proposal;
import zugabe.core.survey.Wishes;
import zugabe.core.tree.InstallTree;
import zugabe.formats.zip.ZipListing;

/**
 * Archives: an install tree below one folder that is named like the file, one per platform and
 * format.
 */
public final class ArchiveKind implements Kind<Keys, ArchiveKind.Checked> {
  private static final String NAME = "archive";

  /**
   * What is made of it.
   *
   * @param jars of its programs, by their file names
   * @param held what it holds, by name
   */
  record Checked(
      Planned planned, Report report, Map<String, ProgramJar> jars, Map<String, Report> held)
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
  public Intent intent(Common said, Keys keys, Identity app) {
    String file = said.file().map(Located::value).orElse(app.fileName());
    List<String> platforms = keys.wantedPlatforms();
    List<String> outputs =
        (platforms.isEmpty() ? List.of("") : platforms)
            .stream()
                .flatMap(
                    p ->
                        keys.wantedFormats().stream()
                            .map(f -> ArchiveDeliverable.stem(file, p) + "." + f.ending()))
                .toList();
    Set<String> asFiles = keys.choice().materials().map(m -> Set.of(m.value())).orElse(Set.of());
    return new Intent(file, outputs, keys.holds().keySet(), asFiles);
  }

  @Override
  public Optional<Planned> plan(Common said, Keys keys, Resolving by) throws IOException {
    List<Located<String>> programs = programs(keys, by);
    boolean hasPrograms = !programs.isEmpty();
    List<String> platforms = keys.wantedPlatforms();
    boolean install = keys.install().map(Located::value).orElse(hasPrograms);
    Optional<FileContent> licence = by.licence();
    List<Part> parts = new ArrayList<>();
    if (keys.choice().materials().isPresent() || (!hasPrograms && keys.holds().isEmpty())) {
      Optional<String> group = by.group(keys.choice(), Optional.empty());
      if (group.isEmpty() && !hasPrograms) {
        return Optional.empty();
      }
      if (group.isPresent()) {
        Materials materials = by.materials(group.get(), true);
        parts.add(
            new Part(Optional.empty(), materials, Use.CARRIED, platforms, licence, said.where()));
      }
    }
    Use use = install ? Use.INSTALLED : Use.UNPACKED;
    for (Located<String> name : programs) {
      by.installable(name)
          .ifPresent(
              p ->
                  parts.add(
                      new Part(
                          Optional.of(p.program()),
                          p.materials(),
                          use,
                          platforms,
                          licence,
                          p.program().where())));
    }
    notes(keys, parts, by.findings());
    TreePlan tree =
        new TreePlan(
            platforms,
            runtimes(keys, by),
            install,
            licence,
            by.icon(),
            keys.jar().style(Travel.BESIDE, Optional.empty()));
    Map<String, String> holds = new LinkedHashMap<>();
    keys.holds().forEach((name, folder) -> holds.put(name, folder.value()));
    String file = intent(said, keys, by.app()).file();
    return Optional.of(
        by.planned(
            said, NAME, parts, holds, new ArchiveDeliverable(file, keys.wantedFormats(), tree)));
  }

  /** The named programs, each once; the only one when nothing else says what goes in. */
  private static List<Located<String>> programs(Keys keys, Resolving by) {
    if (keys.programs().isEmpty()
        && keys.choice().materials().isEmpty()
        && keys.holds().isEmpty()) {
      Where where = keys.choice().where();
      return by.program(keys.choice()).stream()
          .map(p -> new Located<>(p.name(), where, false))
          .toList();
    }
    if (keys.saysBoth()) {
      by.findings()
          .add(
              RecipeCode.Z1008,
              keys.programs().get(0).where(),
              "An archive has program: or programs:, not both.",
              "Write all of them under programs:.");
    }
    Set<String> seen = new HashSet<>();
    List<Located<String>> programs = new ArrayList<>();
    for (Located<String> name : keys.programs()) {
      if (seen.add(name.value())) {
        programs.add(name);
      } else {
        by.findings()
            .add(
                RecipeCode.Z1022,
                name.where(),
                "The archive has the program \"" + name.value() + "\" already.",
                "Remove it here.");
      }
    }
    return programs;
  }

  /** Keys that do nothing where they stand. */
  private static void notes(Keys keys, List<Part> parts, Findings findings) {
    if (parts.stream().noneMatch(p -> p.program().isPresent())) {
      keys.install().ifPresent(i -> nothing(findings, i.where(), "install:", "it has no programs"));
    }
    if (!java(parts)) {
      String why = "it has no program in Java";
      keys.jar().merge().values().forEach(m -> nothing(findings, m.where(), "merge:", why));
      keys.jar()
          .attributes()
          .values()
          .forEach(a -> nothing(findings, a.where(), "attributes:", why));
      keys.runtimes().values().forEach(r -> nothing(findings, r.where(), "runtimes:", why));
    } else {
      // libraries lie whole in lib
      keys.jar()
          .merge()
          .values()
          .forEach(m -> nothing(findings, m.where(), "merge:", "every library stays whole"));
    }
    if (!java(parts)) {
      EntryPacking.check(keys.jar().packing(), keys.wantedFormats(), findings);
    }
  }

  private static boolean java(List<Part> parts) {
    return parts.stream().anyMatch(p -> p.program().isPresent() && p.isJava());
  }

  private static void nothing(Findings findings, Where where, String key, String why) {
    findings.add(RecipeCode.Z1022, where, key + " has no effect here: " + why + ".", "Remove it.");
  }

  private static Map<String, CarriedRuntime> runtimes(Keys keys, Resolving by) throws IOException {
    Map<String, CarriedRuntime> runtimes = new LinkedHashMap<>();
    for (Map.Entry<String, Located<String>> said : keys.runtimes().entrySet()) {
      Where where = said.getValue().where();
      if (!keys.wantedPlatforms().contains(said.getKey())) {
        by.findings()
            .add(
                RecipeCode.Z1008,
                where,
                "The archive isn't made for " + said.getKey() + ".",
                "Add it to platforms:, or remove this runtime.");
        continue;
      }
      CarriedRuntime.of(by.folder(said.getValue()), where, by.findings())
          .ifPresent(r -> runtimes.put(said.getKey(), r));
    }
    return runtimes;
  }

  @Override
  public Checked check(Planned d, Map<String, Report> held, Findings findings) throws IOException {
    ArchiveDeliverable own = d.own(ArchiveDeliverable.class);
    Map<String, ProgramJar> jars = new ProgramJars(d, own.tree().jars()).jars(findings);
    List<Treatment> treatments = new ArrayList<>();
    jars.values().forEach(j -> treatments.addAll(j.treatments()));
    Installation.Awaiting awaiting = new Installation.Awaiting(jars.keySet(), held);
    List<Report.File> files = new ArrayList<>();
    List<Report.Tree> trees = new ArrayList<>();
    for (String platform : own.tree().trees()) {
      String stem = own.stem(platform);
      InstallTree tree = Installation.of(d, own.tree(), platform, awaiting, findings).below(stem);
      own.formats().forEach(f -> files.add(Report.File.plain(stem + "." + f.ending())));
      trees.add(new Report.Tree(platform, tree));
    }
    VersionOrder.check(d, own.tree(), findings);
    String first = own.stem(own.tree().trees().get(0));
    Report report =
        new Report(
            files,
            Travel.BESIDE.word(),
            treatments,
            trees,
            InstalledForms.of(d, own.tree(), first));
    return new Checked(d, report, jars, Map.copyOf(held));
  }

  @Override
  public List<Output> parts(Checked checked) {
    return checked.jars().entrySet().stream()
        .map(jar -> new Output(jar.getKey(), 0644, jar.getValue().layout(), List.of()))
        .toList();
  }

  @Override
  public List<Output> assemble(Checked checked, Supply supply) {
    ArchiveDeliverable own = checked.planned().own(ArchiveDeliverable.class);
    List<Input> inputs = inputs(checked.planned(), own.tree());
    List<Output> outputs = new ArrayList<>();
    for (Report.Tree tree : checked.report().trees()) {
      InstallTree filled = supply.fill(tree.tree());
      for (ArchiveFormat format : own.formats()) {
        String file = own.stem(tree.platform()) + "." + format.ending();
        outputs.add(
            new Output(
                file,
                0644,
                format.layout(filled, file, own.tree().jars().packing()),
                outputs.isEmpty() ? inputs : List.of()));
      }
    }
    return outputs;
  }

  private static List<Input> inputs(Planned d, TreePlan tree) {
    Map<String, Materials> groups = new LinkedHashMap<>();
    d.parts().forEach(p -> groups.putIfAbsent(p.materials().name(), p.materials()));
    Inputs inputs = new Inputs();
    groups.values().forEach(inputs::materials);
    tree.runtimes().forEach((platform, r) -> inputs.together("runtime for " + platform, r.files()));
    return inputs.file(tree.licence()).list();
  }

  @Override
  public List<Course> rehearsals(Checked checked, Stage stage) {
    return ArchiveRehearsal.of(
        checked.planned(),
        checked.planned().own(ArchiveDeliverable.class),
        checked.report(),
        checked.held(),
        stage);
  }

  @Override
  public Optional<Inspection> inspect(Opened file, Findings findings) throws IOException {
    Optional<ZipListing> zip = file.zip(findings);
    return zip.isPresent()
        ? Optional.of(ZipInspector.plain(file.content(), zip.get()))
        : TarInspector.inspect(file.name(), file.content(), findings);
  }

  @Override
  public Optional<Wishes.Make> makes() {
    return Optional.of(Wishes.Make.INSTALLED);
  }

  @Override
  public Draft draft(Proposal found) {
    return ArchiveDraft.of(found);
  }
}
