package zugabe.kinds.launcher;

import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.MalformedException;
import zugabe.core.finding.Code;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.finding.RecipeCode;
import zugabe.core.finding.Where;
import zugabe.core.inspect.Inspection;
import zugabe.core.inspect.Opened;
import zugabe.core.jar.JarChoice;
import zugabe.core.jar.JarManifest;
import zugabe.core.jar.JarPlan;
import zugabe.core.jar.ProgramJar;
import zugabe.core.jar.StartNeeds;
import zugabe.core.jar.Travel;
import zugabe.core.kind.Form;
import zugabe.core.kind.Inputs;
import zugabe.core.kind.Kind;
import zugabe.core.kind.Output;
import zugabe.core.kind.Prepared;
import zugabe.core.kind.Report;
import zugabe.core.kind.Supply;
import zugabe.core.materials.DrawingAdvice;
import zugabe.core.materials.FileContent;
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
import zugabe.core.sign.Described;
import zugabe.core.sign.SignatureForm;
import zugabe.core.survey.Draft;
import zugabe.core.survey.Proposal;
import zugabe.formats.icon.Icon;
import zugabe.formats.icon.Pixels;

/** Programs for Windows that carry a jar and find a Java runtime for it. */
public final class LauncherKind implements Kind<Keys, LauncherKind.Checked> {
  private static final String NAME = "windows-launcher";
  private static final String ENDING = ".exe";
  private static final int LARGE = 256;

  /** What is made of it. */
  record Checked(
      Planned planned,
      Report report,
      Optional<ProgramJar> jar,
      StartProgram start,
      Optional<Icon> icon,
      Optional<Pixels> opening)
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
    return List.of(LauncherCode.values());
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
    Travel travel = keys.libraries().value();
    if (travel == Travel.BESIDE) {
      keys.ofJar().forEach((key, where) -> nothing(by.findings(), where, key));
    }
    Optional<JarChoice> chosen = JarChoice.of(keys.choice(), keys.jar(), travel, said.where(), by);
    if (chosen.isEmpty() || !isStartable(chosen.get(), travel, said.where(), by.findings())) {
      return Optional.empty();
    }
    Program program = chosen.get().program().orElseThrow();
    Materials materials = chosen.get().materials();
    Looks looks = keys.looks();
    LauncherDeliverable.Appearance appearance =
        new LauncherDeliverable.Appearance(
            looks.icon().isPresent() ? by.file(looks.icon().get()) : by.icon(),
            looks.opening().flatMap(o -> by.file(o.picture())),
            looks);
    String platform = keys.platform().value().platform();
    Part part =
        new Part(
            Optional.of(program),
            materials,
            Use.LOADED,
            List.of(platform),
            Optional.empty(),
            said.where());
    LauncherDeliverable own =
        new LauncherDeliverable(
            file,
            chosen.get().base(by.app()),
            keys.platform().value(),
            Surfaces.isWindow(program, materials, by.findings()),
            keys.running(),
            appearance,
            chosen.get().style(),
            Optional.empty());
    Planned carrying = by.planned(said, NAME, List.of(part), Map.of(), own);
    if (travel != Travel.BESIDE) {
      return Optional.of(carrying);
    }
    Beside beside = Beside.of(carrying, own.style(), platform);
    List<Part> nothing = List.of(part.with(materials.empty()));
    return Optional.of(by.planned(said, NAME, nothing, Map.of(), own.starting(beside)));
  }

  /** Later versions aren't made for them any more (JEP 479). */
  private static final int LAST_OF_32_BITS = 23;

  private static void nothing(Findings findings, Where where, String key) {
    findings.add(
        RecipeCode.Z1022,
        where,
        key + " has no effect here, because the jar is the archive's.",
        "Remove it, or write it for the archive.");
  }

  private static boolean isStartable(
      JarChoice chosen, Travel travel, Where where, Findings findings) {
    Optional<Program> program = chosen.program();
    if (program.isEmpty()) {
      // of one that is named and can't be found that is told
      if (chosen.named().isEmpty() || !findings.hasErrors()) {
        findings.add(
            LauncherCode.Z5101,
            where,
            "No program was found for it.",
            "Name a program with main: by program:.");
      }
      return false;
    }
    String name = "\"" + program.get().name() + "\"";
    if (!program.get().isJava()) {
      findings.add(
          LauncherCode.Z5101,
          where,
          name + " isn't a program in Java.",
          "Name a program with main: by program:, or make an archive, which has start scripts.");
      return false;
    }
    if (program.get().modules().isPresent() && travel != Travel.BESIDE) {
      findings.add(
          LauncherCode.Z5101,
          where,
          name + " starts from the module path.",
          "Write libraries: beside, and make an archive of the program that holds this.");
      return false;
    }
    return true;
  }

  /** Where native libraries want a runtime of 32 bits, there has to be one. */
  private static void runtimes(Planned d, JarPlan plan, Findings findings) {
    LauncherDeliverable own = d.own(LauncherDeliverable.class);
    Program program = plan.program().orElseThrow();
    if (own.target() == Keys.Target.WINDOWS_X86
        && StartProgram.hasNatives(plan, own)
        && program.java().from() > LAST_OF_32_BITS) {
      findings.add(
          LauncherCode.Z5108,
          d.where(),
          "Its native libraries want a runtime of 32 bits, the last of which for Windows is Java "
              + LAST_OF_32_BITS
              + "; the program \""
              + program.name()
              + "\" runs on Java "
              + program.java().text()
              + ".",
          "Write platform: windows-x64, with libraries for it, or java: with an earlier version.");
    }
  }

  @Override
  public Checked check(Planned d, Map<String, Report> held, Findings findings) throws IOException {
    LauncherDeliverable own = d.own(LauncherDeliverable.class);
    JarPlan plan = JarPlan.of(d, own.file(), own.base(), own.style());
    StartNeeds needs = StartNeeds.of(plan);
    Optional<ProgramJar> jar =
        own.beside().isPresent()
            ? Optional.empty()
            : Optional.of(ProgramJar.of(plan, needs, List.of(), findings));
    if (jar.filter(j -> j.layout().leastSize() > LauncherLayout.MOST_BYTES).isPresent()) {
      findings.add(
          LauncherCode.Z5106,
          d.where(),
          "What goes into it has more than 4 GB.",
          "Make an archive, whose start scripts find what lies beside them.");
    }
    runtimes(d, plan, findings);
    if (!Properties.fit(d.app(), own.file(), own.appearance().looks().properties())) {
      findings.add(
          LauncherCode.Z5107,
          d.where(),
          "The texts of its page of properties take more than 65,535 bytes.",
          "Shorten them: properties:, and what is said in app:.");
    }
    List<Integer> four = Properties.numbers(d.app().version());
    if (four.isEmpty()) {
      findings.add(
          LauncherCode.Z5104,
          d.where(),
          "A number of the version " + d.app().version() + " is larger than 65535.",
          "Write app.version with up to four numbers of 0 to 65535.");
    }
    Optional<Pixels> icon = pixels(own.appearance().icon(), d.where(), findings);
    icon.ifPresent(p -> look(p, own.appearance().icon().orElseThrow(), d.where(), findings));
    if (own.appearance().icon().isEmpty()) {
      findings.add(
          LauncherCode.Z5103,
          d.where(),
          "It has no icon: the system shows its own one for programs.",
          "Name a PNG picture of 256 pixels or more by app.icon, or by icon:.");
    }
    Report report =
        new Report(
            List.of(Report.File.plain(own.file())),
            plan.travel().word(),
            jar.map(ProgramJar::treatments).orElse(List.of()),
            List.of(),
            List.of(
                JarManifest.fileName(plan, own.file()),
                new Form(
                    "properties, FileVersion",
                    four.isEmpty() ? "" : Properties.dotted(four),
                    "app.version: its first four numbers, zeros for those that it hasn't"),
                new Form("properties, ProductVersion", d.app().version(), "app.version")));
    Report.Place place =
        new Report.Place(
            own.target().platform(), own.beside().map(Beside::jar), own.running().seeking());
    return new Checked(
        d,
        report.in(place),
        jar,
        new StartProgram(plan, own, needs),
        icon.map(Icon::of),
        pixels(own.appearance().opening(), d.where(), findings));
  }

  private static Optional<Pixels> pixels(Optional<FileContent> file, Where where, Findings findings)
      throws IOException {
    if (file.isEmpty()) {
      return Optional.empty();
    }
    try (InputStream in = file.get().open()) {
      return Optional.of(Pixels.decode(in.readAllBytes()));
    } catch (MalformedException e) {
      findings.add(
          LauncherCode.Z5102,
          where,
          file.get().name() + ": " + e.getMessage() + ".",
          DrawingAdvice.of(
              file.get().name(), "Name a PNG file of at most 4096 pixels on each side."));
      return Optional.empty();
    }
  }

  private static void look(Pixels icon, FileContent file, Where where, Findings findings) {
    String what = "";
    if (icon.width() != icon.height()) {
      what = "it isn't square";
    } else if (icon.width() < LARGE) {
      what = "large views show 256 pixels, and it has " + icon.width();
    }
    if (!what.isEmpty()) {
      findings.add(
          LauncherCode.Z5103,
          where,
          file.name() + " makes a poor icon: " + what + ".",
          "Draw it square, with 256 pixels or more on each side.");
    }
  }

  @Override
  public List<Course> rehearsals(Checked checked, Stage stage) {
    return LauncherRehearsal.of(checked.planned(), checked.report());
  }

  @Override
  public Optional<Inspection> inspect(Opened file, Findings findings) throws IOException {
    return LauncherInspector.inspect(NAME, file, findings);
  }

  private static Described described(Identity app) {
    return new Described(
        app.name(), app.homepage().filter(h -> h.chars().allMatch(c -> c < 0x80)).orElse(""));
  }

  @Override
  public Draft draft(Proposal found) {
    return LauncherDraft.of(NAME, found);
  }

  @Override
  public List<SignatureForm> signatures() {
    return List.of(SignatureForm.IN_CODE, SignatureForm.BESIDE);
  }

  @Override
  public List<Output> assemble(Checked checked, Supply supply) throws IOException {
    LauncherDeliverable own = checked.planned().own(LauncherDeliverable.class);
    Inputs inputs = new Inputs().file(own.appearance().icon()).file(own.appearance().opening());
    if (checked.jar().isPresent()) {
      inputs
          .materials(checked.planned().parts().get(0).materials())
          .file(own.style().manifest().map(m -> m.file()));
    }
    LauncherLayout layout =
        new LauncherLayout(
            checked.start().image(checked.icon(), checked.opening()),
            checked.jar().isPresent() ? checked.jar().get().layout(supply) : LauncherLayout.NO_JAR,
            supply.code(),
            described(checked.planned().app()));
    return List.of(new Output(own.file(), 0644, layout, inputs.list()));
  }
}
