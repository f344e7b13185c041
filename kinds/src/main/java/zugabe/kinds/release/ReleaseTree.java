package zugabe.kinds.release;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import zugabe.bytes.Content;
import zugabe.bytes.Regex;
import zugabe.core.finding.Findings;
import zugabe.core.install.Placing;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.OwnFile;
import zugabe.core.plan.Planned;
import zugabe.core.tree.Entry;
import zugabe.core.tree.InstallTree;
import zugabe.formats.erlang.ExternalTerm;
import zugabe.formats.erlang.Term;
import zugabe.formats.erlang.TermText;

/** The files of a release, as they lie where it is unpacked. */
final class ReleaseTree {
  /**
   * These have the place of the runtime they came from written in them; the start script has none.
   */
  private static final String FIXED_PLACE = ".*/(erl|start|start_erl)";

  private final Planned deliverable;
  private final ReleasePlan release;
  private final ErlangRuntime runtime;
  private final Applications applications;

  ReleaseTree(
      Planned deliverable, ReleasePlan release, ErlangRuntime runtime, Applications applications) {
    this.deliverable = deliverable;
    this.release = release;
    this.runtime = runtime;
    this.applications = applications;
  }

  /**
   * All of it; paths are relative to its top.
   *
   * @param platform empty when the runtime isn't carried
   */
  InstallTree tree(String platform, Findings findings) throws IOException {
    Placing placing = new Placing(deliverable.where(), deliverable.time(), platform, findings);
    for (Application application : applications.ordered()) {
      for (OwnFile file : application.shipped()) {
        String inner = file.path().substring(application.folder().length());
        placing.own("lib/" + application.title() + "/", file.at(inner));
      }
    }
    records(placing);
    if (release.carried()) {
      for (OwnFile file : runtime.files()) {
        if (!Regex.matches(file.path(), FIXED_PLACE)) {
          placing.own("", file);
        }
      }
    }
    ReleaseScripts scripts =
        new ReleaseScripts(deliverable.app(), release, runtime.erts(), runtime.otp());
    placing.generated("bin/" + release.name(), 0755, Content.deferred(scripts::sh));
    placing.generated(
        "etc/" + release.name() + ".settings", 0644, Content.deferred(scripts::settings));
    return placing.finish();
  }

  /** What tells a runtime what to start. */
  private void records(Placing placing) throws IOException {
    String version = deliverable.app().version();
    String folder = "releases/" + version + "/";
    generated(placing, folder + release.name() + ".rel", TermText.file(rel()));
    for (boolean starts : new boolean[] {true, false}) {
      Term boot = BootScript.of(release.name(), version, runtime, applications, starts);
      generated(
          placing, folder + (starts ? "start" : "clean") + ".boot", ExternalTerm.encode(boot));
    }
    generated(
        placing,
        "releases/start_erl.data",
        (runtime.erts() + " " + version + "\n").getBytes(StandardCharsets.UTF_8));
    if (release.config().isPresent()) {
      FileContent config = release.config().get();
      placing.file(folder + "sys.config", 0644, Entry.Role.OWN, config);
    } else {
      generated(placing, folder + "sys.config", TermText.file(Term.list(List.of())));
    }
  }

  private static void generated(Placing placing, String path, byte[] bytes) {
    placing.generated(path, 0644, Content.of(bytes));
  }

  private Term rel() {
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
        Term.tuple(Term.text(release.name()), Term.text(deliverable.app().version())),
        Term.tuple(Term.atom("erts"), Term.text(runtime.erts())),
        Term.list(all));
  }
}
