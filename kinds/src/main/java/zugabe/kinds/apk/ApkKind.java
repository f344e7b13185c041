package zugabe.kinds.apk;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.bytes.Layout;
import zugabe.core.android.PackageManifest;
import zugabe.core.finding.Code;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.inspect.Inspection;
import zugabe.core.inspect.Opened;
import zugabe.core.kind.Form;
import zugabe.core.kind.Inputs;
import zugabe.core.kind.Kind;
import zugabe.core.kind.Output;
import zugabe.core.kind.Prepared;
import zugabe.core.kind.Report;
import zugabe.core.kind.Supply;
import zugabe.core.materials.FileContent;
import zugabe.core.phone.LastRelease;
import zugabe.core.phone.PackageInspector;
import zugabe.core.phone.PhoneApp;
import zugabe.core.phone.PhoneChecks;
import zugabe.core.phone.PhoneCode;
import zugabe.core.phone.Sources;
import zugabe.core.phone.VersionCode;
import zugabe.core.plan.Identity;
import zugabe.core.plan.Intent;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Resolving;
import zugabe.core.recipe.Common;
import zugabe.core.rehearse.Course;
import zugabe.core.rehearse.Phone;
import zugabe.core.rehearse.RehearsalCode;
import zugabe.core.rehearse.Stage;
import zugabe.core.resources.ResourceCode;
import zugabe.core.shape.RecordShape;
import zugabe.core.sign.SignatureForm;
import zugabe.core.survey.Draft;
import zugabe.core.survey.Proposal;
import zugabe.formats.androidxml.XmlAttribute;
import zugabe.formats.androidxml.XmlElement;
import zugabe.formats.arsc.Value;
import zugabe.formats.zip.ZipMember;
import zugabe.formats.zip.ZipWriter;

/** Packages for Android phones. */
public final class ApkKind implements Kind<Keys, ApkKind.Checked> {
  private static final String NAME = "apk";

  /**
   * What is made of it.
   *
   * @param packages a file to each
   * @param manifest empty when there is none to be made
   * @param numbers of resources, where byte code has to be compiled against them
   */
  record Checked(
      Planned planned,
      Report report,
      List<Pack> packages,
      Optional<PackageManifest> manifest,
      Optional<String> numbers)
      implements Prepared {}

  /** A package. */
  record Pack(String file, List<ZipMember> members) {}

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
    List<Code> all = new ArrayList<>(List.of(PhoneCode.values()));
    all.addAll(List.of(ResourceCode.values()));
    return all;
  }

  private static List<String> processors(Keys keys) {
    return keys.packages().value() == Keys.Packages.PER_PROCESSOR
            && !keys.contents().natives().isEmpty()
        ? List.copyOf(keys.contents().natives().keySet())
        : List.of("");
  }

  @Override
  public Intent intent(Common said, Keys keys, Identity app) {
    String file = said.file().map(Located::value).orElse(app.fileName() + ApkDeliverable.ENDING);
    if (!file.endsWith(ApkDeliverable.ENDING)) {
      return new Intent(file, List.of(file));
    }
    List<String> files = new ArrayList<>();
    processors(keys).forEach(p -> files.add(ApkDeliverable.file(file, p)));
    if (keys.contents().numbersAreMade()) {
      files.add(ApkDeliverable.numbers(file));
    }
    return new Intent(file, files);
  }

  @Override
  public Optional<Planned> plan(Common said, Keys keys, Resolving by) throws IOException {
    String file = intent(said, keys, by.app()).file();
    if (!file.endsWith(ApkDeliverable.ENDING)) {
      by.wrongEnding(said, ApkDeliverable.ENDING, ".");
      return Optional.empty();
    }
    Sources sources = keys.contents().sources(keys.said().declares(), keys.said().shown(), by);
    if (said.sign().isEmpty()) {
      by.findings()
          .add(
              PhoneCode.Z5309,
              said.where(),
              "The package \"" + said.name() + "\" won't be signed.",
              "Write sign: with a key that zugabe key new --for android makes, or sign the file later.");
    }
    ApkDeliverable own =
        new ApkDeliverable(file, processors(keys), said.sign().isPresent(), sources, keys.said());
    return Optional.of(by.planned(said, NAME, List.of(), Map.of(), own));
  }

  @Override
  public Checked check(Planned d, Map<String, Report> held, Findings findings) throws IOException {
    ApkDeliverable own = d.own(ApkDeliverable.class);
    Optional<PhoneApp> app = PhoneApp.of(d, own.sources(), own.said(), findings);
    if (app.isEmpty()) {
      return new Checked(d, Report.NOTHING, List.of(), Optional.empty(), Optional.empty());
    }
    PackageManifest manifest = app.get().manifest();
    new PhoneChecks(own.sources(), app.get(), d.where(), findings).run();
    PackageEntries common = new PackageEntries(findings).add(app.get(), own.sources());
    List<Pack> packages = new ArrayList<>();
    for (String processor : own.processors()) {
      int code = VersionCode.forProcessor(app.get().versionCode(), processor);
      byte[] bytes = PhoneApp.encode(coded(manifest.root(), code));
      packages.add(
          new Pack(
              ApkDeliverable.file(own.file(), processor),
              common.with(own.sources().natives(), processor).members(bytes, d.time())));
    }
    if (own.sources().single().last().isPresent()) {
      new LastRelease(manifest, packages.size() > 1 ? own.processors() : List.of(""), findings)
          .check(own.sources().single().last().get());
    }
    Report report =
        new Report(
            packages.stream().map(p -> Report.File.plain(p.file())).toList(),
            "",
            List.of(),
            List.of(),
            forms(d, app.get(), manifest));
    return new Checked(d, report, packages, Optional.of(manifest), app.get().numbers());
  }

  private static XmlElement coded(XmlElement manifest, int code) {
    return manifest.withAttributes(
        manifest.attributes().stream()
            .map(
                a ->
                    a.name().equals("versionCode")
                        ? new XmlAttribute(
                            a.namespace(), a.name(), a.resource(), "", Value.number(code))
                        : a)
            .toList());
  }

  private static List<Form> forms(Planned d, PhoneApp app, PackageManifest manifest) {
    boolean said = d.own(ApkDeliverable.class).said().target().code().isPresent();
    return List.of(
        new Form("manifest, package", manifest.id(), "app.id"),
        new Form("manifest, versionName", d.app().version(), "app.version"),
        new Form(
            "manifest, versionCode",
            Integer.toString(app.versionCode()),
            said ? "version-code" : VersionCode.RULE),
        new Form(
            "manifest, label", manifest.label().map(Value::shown).orElse(""), "labels, app.name"));
  }

  @Override
  public List<SignatureForm> signatures() {
    return List.of(SignatureForm.IN_PACKAGE, SignatureForm.BESIDE);
  }

  @Override
  public List<Output> assemble(Checked checked, Supply supply) throws IOException {
    Sources sources = checked.planned().own(ApkDeliverable.class).sources();
    List<Output> outputs = new ArrayList<>();
    for (Pack pack : checked.packages()) {
      Inputs inputs =
          new Inputs()
              .together("byte code", sources.code())
              .together("resources", sources.resources())
              .together("assets", sources.assets())
              .together("other files", sources.files())
              .file(sources.single().base())
              .file(sources.single().manifest())
              .file(sources.single().numbers())
              .file(sources.single().icons().whole())
              .file(sources.single().icons().front())
              .file(sources.single().icons().back())
              .file(sources.single().icons().plain());
      sources.natives().forEach((abi, files) -> inputs.together("libraries for " + abi, files));
      outputs.add(
          new Output(
              pack.file(),
              0644,
              supply.pack().isPresent()
                  ? supply
                      .pack()
                      .get()
                      .layout(
                          pack.members(),
                          checked.manifest().orElseThrow().least(),
                          checked.planned().time())
                  : ZipWriter.layout(pack.members()),
              inputs.list()));
    }
    if (checked.numbers().isPresent()) {
      String file = ApkDeliverable.numbers(checked.planned().own(ApkDeliverable.class).file());
      byte[] table = checked.numbers().get().getBytes(StandardCharsets.UTF_8);
      outputs.add(new Output(file, 0644, Layout.copyOf(file, Content.of(table)), List.of()));
    }
    return outputs;
  }

  @Override
  public Optional<Inspection> inspect(Opened file, Findings findings) throws IOException {
    return PackageInspector.inspect(NAME, file, findings);
  }

  @Override
  public List<Course> rehearsals(Checked checked, Stage stage) {
    Planned d = checked.planned();
    ApkDeliverable own = d.own(ApkDeliverable.class);
    if (checked.manifest().isEmpty()) {
      return List.of();
    }
    if (!own.signed()) {
      return List.of(
          new Course.NotHere(
              RehearsalCode.Z6017,
              d.where(),
              "The package \"" + d.name() + "\" isn't signed.",
              "Write sign: with a key that zugabe key new --for android makes."));
    }
    List<Course> all = new ArrayList<>();
    for (int i = 0; i < own.processors().size(); i++) {
      String processor = own.processors().get(i);
      // the phone that stands in has processors of ARM
      if (processor.isEmpty() || processor.startsWith("arm")) {
        Phone.App expected = expected(d, checked.manifest().get(), processor);
        String file = checked.packages().get(i).file();
        all.add(
            new Course.OnPhone(
                List.of(file),
                expected,
                own.sources().single().last().map(FileContent::path),
                d.where()));
      }
    }
    return all;
  }

  private static Phone.App expected(Planned d, PackageManifest manifest, String processor) {
    PhoneApp.Said said = d.own(ApkDeliverable.class).said();
    String english =
        Optional.ofNullable(said.shown().labels().get("en"))
            .map(Located::value)
            .orElse(d.app().name());
    return new Phone.App(
        manifest.id(),
        english,
        VersionCode.forProcessor((int) manifest.versionCode(), processor),
        d.app().version(),
        manifest.permissions(),
        "",
        "",
        manifest.icon().isPresent());
  }

  @Override
  public Draft draft(Proposal found) {
    return ApkDraft.of(found);
  }
}
