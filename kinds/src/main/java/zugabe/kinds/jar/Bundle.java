package zugabe.kinds.jar;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import zugabe.bytes.Content;
import zugabe.bytes.Layout;
import zugabe.bytes.Regex;
import zugabe.core.archive.ZipTree;
import zugabe.core.finding.Findings;
import zugabe.core.install.PassedWords;
import zugabe.core.jar.JarPlan;
import zugabe.core.jar.LibraryNames;
import zugabe.core.jar.ProgramJar;
import zugabe.core.jar.StartNeeds;
import zugabe.core.jar.Travel;
import zugabe.core.kind.Input;
import zugabe.core.kind.Output;
import zugabe.core.kind.Report;
import zugabe.core.kind.Report.Treatment;
import zugabe.core.kind.Supply;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.Library;
import zugabe.core.scripts.Places;
import zugabe.core.scripts.StartScripts;
import zugabe.core.tree.Entry;
import zugabe.core.tree.InstallTree;

/**
 * A jar with the files that belong to it: libraries and native libraries beside it, start scripts
 * and their settings. It leaves as the jar alone, as several files, or as one zip with its folder.
 */
final class Bundle {
  private static final String LIBRARIES = "lib/";

  private final JarPlan plan;
  private final JarDeliverable own;
  private final StartNeeds needs;

  /** What lies beside the jar. */
  private final List<Entry> others = new ArrayList<>();

  private final ProgramJar jar;

  private Bundle(JarPlan plan, JarDeliverable own, Findings findings) throws IOException {
    this.plan = plan;
    this.own = own;
    this.needs = StartNeeds.of(plan);
    List<String> classPath = new ArrayList<>();
    if (plan.travel() == Travel.BESIDE) {
      Map<String, Library> libraries = LibraryNames.of(plan, findings);
      libraries.keySet().forEach(name -> classPath.add(LIBRARIES + name));
      libraries.forEach((name, l) -> whole(LIBRARIES + name, l.file(), Entry.Role.WHOLE_LIBRARY));
      plan.materials().natives().forEach(this::natives);
    }
    this.jar = ProgramJar.of(plan, needs, classPath, findings);
    if (plan.program().isPresent() && own.scripts().orElse(!needs.reasons().isEmpty())) {
      new PassedWords(plan.program().get(), "", findings).check(needs.options(), false);
      scripts();
    }
  }

  /** All of it. */
  static Bundle of(JarPlan plan, JarDeliverable own, Findings findings) throws IOException {
    return new Bundle(plan, own, findings);
  }

  StartNeeds needs() {
    return needs;
  }

  List<Treatment> treatments() {
    return jar.treatments();
  }

  /** Whether it has a folder of its own, in a zip or in the output folder. */
  private boolean hasFolder() {
    return own.oneFile() || plan.travel() == Travel.BESIDE;
  }

  private String jarName() {
    return hasFolder() ? own.base() + ".jar" : own.file();
  }

  /**
   * Beside a jar that stands alone, scripts are named after it, so that several versions can lie
   * together.
   */
  private String stem() {
    return hasFolder() ? own.base() : Regex.replaceAll(own.file(), "\\.jar$", "");
  }

  private void natives(String platform, List<FileContent> natives) {
    natives.forEach(
        n ->
            whole(
                LIBRARIES + "native/" + platform + "/" + n.path().getFileName(),
                n,
                Entry.Role.NATIVE));
  }

  private void whole(String path, FileContent file, Entry.Role role) {
    others.add(new Entry.RegularFile(path, 0644, plan.time(), role, file, file.name()));
  }

  private void scripts() {
    String settings = stem() + ".settings";
    StartScripts scripts =
        new StartScripts(
            plan.app(),
            plan.base(),
            plan.program().orElseThrow(),
            needs.options(),
            Places.beside(jarName(), settings, !plan.materials().natives().isEmpty()));
    script(hasFolder() ? stem() : stem() + ".sh", 0755, scripts::sh);
    script(stem() + ".cmd", 0644, scripts::cmd);
    script(settings, 0644, scripts::settings);
  }

  private void script(String path, int mode, Content.Source text) {
    others.add(
        new Entry.RegularFile(
            path, mode, plan.time(), Entry.Role.GENERATED, Content.deferred(text), "the build"));
  }

  private String folder() {
    return Regex.replaceAll(own.file(), "\\.zip$", "") + "/";
  }

  /** In front of the files' paths when they go out by themselves. */
  private String prefix() {
    return hasFolder() ? folder() : "";
  }

  /** What goes out. */
  List<Report.File> files() {
    if (own.oneFile()) {
      return List.of(Report.File.plain(own.file()));
    }
    List<Report.File> files = new ArrayList<>();
    files.add(Report.File.plain(prefix() + jarName()));
    others.forEach(f -> files.add(new Report.File(prefix() + f.path(), f.mode())));
    return files;
  }

  /** What is to be written. All inputs count for the first file. */
  List<Output> outputs(List<Input> inputs, Supply supply) throws IOException {
    if (own.oneFile()) {
      return List.of(new Output(own.file(), 0644, zip(supply), inputs));
    }
    List<Output> outputs = new ArrayList<>();
    outputs.add(new Output(prefix() + jarName(), 0644, jar.layout(supply), inputs));
    for (Entry other : others) {
      Layout layout = Layout.copyOf(other.path(), ((Entry.RegularFile) other).content());
      outputs.add(new Output(prefix() + other.path(), other.mode(), layout, List.of()));
    }
    return outputs;
  }

  private Layout zip(Supply supply) throws IOException {
    InstallTree.Builder tree = InstallTree.builder(plan.time());
    tree.put(new Entry.BuiltFile(folder() + jarName(), 0644, plan.time(), jar.layout(supply)));
    others.forEach(f -> tree.put(f.at(folder() + f.path())));
    return ZipTree.layout(
        tree.sorted(Comparator.naturalOrder()), own.style().packing().packing(), 1);
  }
}
