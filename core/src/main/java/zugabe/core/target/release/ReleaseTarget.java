package zugabe.core.target.release;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.core.archive.Packed;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.OwnFile;
import zugabe.core.plan.Planned;
import zugabe.core.plan.PlannedRelease;
import zugabe.core.scripts.ReleaseScripts;
import zugabe.core.target.Form;
import zugabe.core.target.Held;
import zugabe.core.target.Input;
import zugabe.core.target.Inspection;
import zugabe.core.target.Output;
import zugabe.core.target.Report;
import zugabe.core.target.Target;
import zugabe.core.tree.Entry;
import zugabe.core.tree.InstallTree;
import zugabe.formats.erlang.ExternalTerm;
import zugabe.formats.erlang.Term;
import zugabe.formats.erlang.TermText;

/** Makes archives of releases for Erlang/OTP. */
public final class ReleaseTarget implements Target {
  @Override
  public String kind() {
    return "release";
  }

  @Override
  public Report check(Planned d, Held held, Findings findings) throws IOException {
    PlannedRelease release = d.release().orElseThrow();
    Optional<ErlangRuntime> runtime = ErlangRuntime.of(release, findings);
    Applications applications = Applications.of(release, findings);
    if (runtime.isEmpty() || findings.hasErrors()) {
      return new Report();
    }
    new ReleaseChecks(runtime.get(), applications, findings).run();
    applications
        .ordered()
        .forEach(
            a ->
                findings.add(
                    FindingCode.Z7008,
                    a.where(),
                    a.title()
                        + (applications.isOwn(a) ? " of the materials" : " of the runtime")
                        + " is in the release"
                        + (applications.isIncluded(a) ? ", started by another." : "."),
                    "Nothing."));
    String top = top(d, release, runtime.get());
    InstallTree tree = tree(d, runtime.get(), applications, findings).below(top);
    return new Report(
        d.formats().stream().map(f -> top + "." + f).toList(),
        List.of(),
        List.of(new Report.Tree(release.carried() ? runtime.get().platform() : "", tree)),
        forms(d, release, runtime.get(), applications));
  }

  private static List<Form> forms(
      Planned d, PlannedRelease release, ErlangRuntime runtime, Applications applications)
      throws IOException {
    List<Form> forms = new ArrayList<>();
    forms.add(new Form("top folder", top(d, release, runtime), "file:, or app.id and app.version"));
    forms.add(new Form("release, name", release.name(), "release.name, or the group's name"));
    forms.add(new Form("release, version", d.app().version(), "app.version, as written"));
    forms.add(new Form("node", release.name() + "@127.0.0.1", "the release's name; a setting"));
    forms.add(new Form("runtime, erts", runtime.erts(), "read from the runtime"));
    for (Application a : applications.ordered()) {
      forms.add(new Form("application " + a.name(), a.version(), "read from " + a.name() + ".app"));
    }
    return forms;
  }

  private static String top(Planned d, PlannedRelease release, ErlangRuntime runtime)
      throws IOException {
    return release.carried() ? d.file() + "-" + runtime.platform() : d.file();
  }

  private static InstallTree tree(
      Planned d, ErlangRuntime runtime, Applications applications, Findings findings)
      throws IOException {
    PlannedRelease release = d.release().orElseThrow();
    String version = d.app().version();
    InstallTree.Builder tree = InstallTree.builder(d.time());
    for (Application application : applications.ordered()) {
      for (OwnFile file : application.shipped()) {
        String inner = file.path().substring(application.folder().length());
        put(d, tree, "lib/" + application.title() + "/" + inner, file, findings);
      }
    }
    String folder = "releases/" + version + "/";
    generated(
        d,
        tree,
        folder + release.name() + ".rel",
        0644,
        TermText.file(rel(d, runtime, applications)));
    for (boolean starts : new boolean[] {true, false}) {
      Term boot = BootScript.of(release.name(), version, runtime, applications, starts);
      String path = folder + (starts ? "start" : "clean") + ".boot";
      generated(d, tree, path, 0644, ExternalTerm.encode(boot));
    }
    generated(
        d,
        tree,
        "releases/start_erl.data",
        0644,
        (runtime.erts() + " " + version + "\n").getBytes(java.nio.charset.StandardCharsets.UTF_8));
    if (release.config().isPresent()) {
      FileContent config = release.config().get();
      tree.put(
          new Entry.RegularFile(
              folder + "sys.config", 0644, d.time(), Entry.Role.OWN, config, config.name()));
    } else {
      generated(d, tree, folder + "sys.config", 0644, TermText.file(Term.list(List.of())));
    }
    if (release.carried()) {
      for (OwnFile file : runtime.files()) {
        // these have the place of the runtime they came from written in them; the start script has
        // none
        if (!file.path().matches(".*/(erl|start|start_erl)")) {
          put(d, tree, file.path(), file, findings);
        }
      }
    }
    scripts(d, tree, runtime);
    return tree.sorted(Comparator.naturalOrder());
  }

  private static Term rel(Planned d, ErlangRuntime runtime, Applications applications) {
    List<Term> all = new ArrayList<>();
    for (Application a : applications.ordered()) {
      Term name = Term.atom(a.name());
      Term version = Term.text(a.version());
      all.add(
          applications.isIncluded(a)
              ? Term.tuple(name, version, Term.atom("load"))
              : Term.tuple(name, version));
    }
    return Term.tuple(
        Term.atom("release"),
        Term.tuple(Term.text(d.release().orElseThrow().name()), Term.text(d.app().version())),
        Term.tuple(Term.atom("erts"), Term.text(runtime.erts())),
        Term.list(all));
  }

  private static void scripts(Planned d, InstallTree.Builder tree, ErlangRuntime runtime)
      throws IOException {
    ReleaseScripts scripts = new ReleaseScripts(d, runtime.erts(), runtime.otp());
    String name = d.release().orElseThrow().name();
    generated(d, tree, "bin/" + name, 0755, scripts.sh());
    generated(d, tree, "etc/" + name + ".settings", 0644, scripts.settings());
  }

  private static void generated(
      Planned d, InstallTree.Builder tree, String path, int mode, byte[] bytes) {
    tree.put(
        new Entry.RegularFile(
            path, mode, d.time(), Entry.Role.GENERATED, Content.of(bytes), "the build"));
  }

  private static void put(
      Planned d, InstallTree.Builder tree, String path, OwnFile own, Findings findings)
      throws IOException {
    if (own.link().isPresent()) {
      // a link of the system's into its own folders means nothing elsewhere
      if (own.link().get().startsWith("/") || own.link().get().contains("..")) {
        findings.add(
            FindingCode.Z4012,
            Where.file(own.file().name()),
            "It is a link to " + own.link().get() + ", which is outside the release.",
            "Put a copy of the file there.");
      }
      tree.put(new Entry.SymbolicLink(path, 0777, d.time(), own.link().get()));
      return;
    }
    int mode = own.file().isExecutable() ? 0755 : 0644;
    tree.put(
        new Entry.RegularFile(path, mode, d.time(), Entry.Role.OWN, own.file(), own.file().name()));
  }

  @Override
  public List<Output> assemble(Planned d, Held held) throws IOException {
    PlannedRelease release = d.release().orElseThrow();
    Findings none = new Findings();
    ErlangRuntime runtime = ErlangRuntime.of(release, none).orElseThrow();
    Applications applications = Applications.of(release, none);
    String top = top(d, release, runtime);
    InstallTree tree = tree(d, runtime, applications, none).below(top);
    List<Output> outputs = new ArrayList<>();
    for (String format : d.formats()) {
      List<Input> inputs = outputs.isEmpty() ? inputs(release, runtime, applications) : List.of();
      outputs.add(Packed.output(tree, top, format, d.stored(), inputs));
    }
    return outputs;
  }

  private static List<Input> inputs(
      PlannedRelease release, ErlangRuntime runtime, Applications applications) {
    List<Input> inputs = new ArrayList<>();
    for (Application a : applications.ordered()) {
      add(a.title(), a.shipped(), inputs);
    }
    if (release.carried()) {
      add("erts-" + runtime.erts(), runtime.files(), inputs);
    }
    release.config().ifPresent(c -> inputs.add(new Input(c.name(), List.of(c), true)));
    return inputs;
  }

  private static void add(String name, List<OwnFile> own, List<Input> inputs) {
    List<FileContent> files =
        own.stream().filter(o -> o.link().isEmpty()).map(OwnFile::file).toList();
    if (!files.isEmpty()) {
      inputs.add(new Input(name, files, false));
    }
  }

  @Override
  public Optional<Inspection> inspect(String name, Content content, Findings findings) {
    return Optional.empty();
  }
}
