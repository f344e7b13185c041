package zugabe.kinds.war;

import java.io.IOException;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.Regex;
import zugabe.core.archive.ZipTree;
import zugabe.core.finding.Code;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.finding.Where;
import zugabe.core.inspect.Inspection;
import zugabe.core.inspect.Opened;
import zugabe.core.jar.JarInspector;
import zugabe.core.jar.JarManifest;
import zugabe.core.jar.JarPlan;
import zugabe.core.jar.JarStyle;
import zugabe.core.jar.Travel;
import zugabe.core.kind.Form;
import zugabe.core.kind.Inputs;
import zugabe.core.kind.Kind;
import zugabe.core.kind.Output;
import zugabe.core.kind.Prepared;
import zugabe.core.kind.Report;
import zugabe.core.kind.Supply;
import zugabe.core.materials.Library;
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
import zugabe.core.rehearse.RehearsalCode;
import zugabe.core.rehearse.Stage;
import zugabe.core.shape.RecordShape;
import zugabe.core.sign.SignatureForm;
import zugabe.core.survey.Draft;
import zugabe.core.survey.Proposal;
import zugabe.core.tree.InstallTree;
import zugabe.formats.zip.ZipListing;

/** Web archives, which a server takes, and which may start without one as well. */
public final class WarKind implements Kind<Keys, WarKind.Checked> {
  private static final String NAME = "war";
  private static final String ENDING = ".war";

  /** Libraries lie where they can be mapped into memory as they are. */
  private static final int ALIGNMENT = 4096;

  /**
   * What is made of it.
   *
   * @param libraries those that travel
   */
  record Checked(Planned planned, Report report, InstallTree tree, List<Library> libraries)
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
    return List.of(WarCode.values());
  }

  @Override
  public Intent intent(Common said, Keys keys, Identity app) {
    String file = said.file().map(Located::value).orElse(app.fileName() + ENDING);
    return new Intent(file, List.of(file));
  }

  @Override
  public Optional<Planned> plan(Common said, Keys keys, Resolving by) throws IOException {
    String file = intent(said, keys, by.app()).file();
    if (!file.endsWith(ENDING)) {
      by.wrongEnding(said, ENDING, ".");
    }
    Optional<Resolving.Named> named = by.program(keys.choice());
    Optional<String> group = by.group(keys.choice(), named);
    if (group.isEmpty()) {
      return Optional.empty();
    }
    Materials materials = by.served(group.get());
    JarStyle style = keys.jar().style(Travel.NESTED, materials, by);
    Optional<Program> program =
        by.start(
            named, materials, style.manifest().flatMap(m -> m.mainClass()), said.where(), false);
    Part part = new Part(program, materials, Use.SERVED, List.of(), Optional.empty(), said.where());
    return Optional.of(
        by.planned(
            said,
            NAME,
            List.of(part),
            Map.of(),
            new WarDeliverable(file, keys.alone(), keys.page().orElse(Page.TOP), style)));
  }

  private static JarPlan jar(Planned d, WarDeliverable own) {
    String base = d.program().map(Program::name).orElse(d.app().shortName());
    return JarPlan.of(d, own.file(), base, own.style());
  }

  @Override
  public Checked check(Planned d, Map<String, Report> held, Findings findings) throws IOException {
    WarDeliverable own = d.own(WarDeliverable.class);
    JarPlan plan = jar(d, own);
    JarManifest.check(plan, findings);
    WarTree tree = new WarTree(plan, own.standsAlone(), findings);
    InstallTree whole = tree.whole();
    WarChecks.run(plan, tree.own(), findings);
    address(d, own, findings);
    if (own.standsAlone() && plan.program().isEmpty()) {
      findings.add(
          WarCode.Z3018,
          d.where(),
          "The web archive \"" + d.name() + "\" should stand alone but has no program.",
          "Name a program with a main class, or remove stands-alone:.");
    }
    Report report =
        new Report(
            List.of(Report.File.plain(own.file())),
            tree.standsAlone() ? Travel.NESTED.word() : "",
            List.of(),
            List.of(),
            forms(plan, own));
    return new Checked(
        d, report, whole, own.standsAlone() ? plan.materials().libraries() : tree.own());
  }

  private static String address(WarDeliverable own) {
    return Regex.replaceFirst(own.file(), "\\.war$", "");
  }

  private static void address(Planned d, WarDeliverable own, Findings findings) {
    String address = address(own);
    if (address.endsWith("-" + d.app().version())) {
      findings.add(
          WarCode.Z4015,
          d.where(),
          "Servers will serve it at /" + address + "/.",
          "Write file: to choose the address, such as "
              + address.substring(0, address.length() - d.app().version().length() - 1)
              + ".war.");
    }
    if (own.file().contains("#")) {
      findings.add(
          WarCode.Z4035,
          d.where(),
          "Tomcat takes a # in \""
              + own.file()
              + "\" for a slash of the address, and two for the start of a version that isn't part of it; other servers take them as they are.",
          "Write file: without it, and set the address where the server is set up.");
    }
  }

  private static List<Form> forms(JarPlan plan, WarDeliverable own) {
    List<Form> forms = new java.util.ArrayList<>(JarManifest.forms(plan));
    String name = address(own);
    // both servers take this name for the top
    String address = name.equalsIgnoreCase("ROOT") ? "/" : "/" + name + "/";
    forms.add(1, new Form("address on a server", address, "the file's name"));
    return forms;
  }

  @Override
  public List<SignatureForm> signatures() {
    return List.of(SignatureForm.IN_JAR, SignatureForm.BESIDE);
  }

  @Override
  public List<Output> assemble(Checked checked, Supply supply) throws IOException {
    WarDeliverable own = checked.planned().own(WarDeliverable.class);
    Materials materials = checked.planned().parts().get(0).materials();
    Inputs inputs =
        new Inputs()
            .together("own files of " + materials.name(), materials.own())
            .together("web content of " + materials.name(), materials.web())
            .libraries(checked.libraries())
            .file(own.style().manifest().map(m -> m.file()));
    return List.of(
        new Output(
            own.file(),
            0644,
            ZipTree.layout(
                supply.signed(checked.tree()), own.style().packing().packing(), ALIGNMENT),
            inputs.list()));
  }

  @Override
  public List<Course> rehearsals(Checked checked, Stage stage) {
    WarDeliverable own = checked.planned().own(WarDeliverable.class);
    List<String> files = checked.report().paths();
    if (stage.server().isPresent()) {
      return List.of(
          new Course.OnServer(
              stage.server().get(),
              files,
              own.page().path(),
              own.page().text(),
              own.page().within()));
    }
    if (!own.standsAlone()) {
      return List.of(
          new Course.NotHere(
              RehearsalCode.Z6010,
              Where.file(stage.shown() + own.file()),
              "It starts only on a server.",
              "Name the folder of one: zugabe rehearse --server FOLDER."));
    }
    Optional<Program> program = checked.planned().program();
    return program.isEmpty() && !stage.named()
        ? List.of()
        : List.of(
            new Course.Start(files, program.map(Program::name), program.flatMap(Program::trial)));
  }

  @Override
  public Optional<Inspection> inspect(Opened file, Findings findings) throws IOException {
    // servers go by the ending; without it, only what they use gives a web archive away
    boolean named = file.name().toLowerCase(Locale.ROOT).endsWith(ENDING);
    Optional<ZipListing> listing =
        file.zip(findings)
            .filter(
                l -> named || l.entries().stream().anyMatch(e -> e.name().startsWith("WEB-INF/")));
    return listing.isEmpty()
        ? Optional.empty()
        : Optional.of(JarInspector.inspect(NAME, file, listing.get(), findings));
  }

  @Override
  public Draft draft(Proposal found) {
    return WarDraft.of(found);
  }
}
