package zugabe.core.target.jar;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import zugabe.bytes.Content;
import zugabe.bytes.Layout;
import zugabe.bytes.Packing;
import zugabe.core.archive.ZipTree;
import zugabe.core.finding.Findings;
import zugabe.core.jar.Carried;
import zugabe.core.jar.LibraryNames;
import zugabe.core.jar.ProgramJar;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.Library;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Travel;
import zugabe.core.scripts.Places;
import zugabe.core.scripts.StartScripts;
import zugabe.core.target.Input;
import zugabe.core.target.Output;
import zugabe.core.target.Report.Treatment;
import zugabe.core.tree.Entry;
import zugabe.core.tree.InstallTree;
import zugabe.formats.deflate.Deflate;

/**
 * A jar with the files that belong to it: libraries and native libraries beside it, start scripts
 * and their settings. It leaves as the jar alone, as several files, or as one zip with its folder.
 */
final class Bundle {
  private static final String LIBRARIES = "lib/";

  private final Planned deliverable;
  private final boolean full;
  private final Carried carried;
  private final List<Entry> files = new ArrayList<>();
  private List<Treatment> treatments = List.of();

  private Bundle(Planned deliverable, boolean full) {
    this.deliverable = deliverable;
    this.full = full;
    this.carried = Carried.of(deliverable);
  }

  /** To be written. */
  static Bundle of(Planned d) throws IOException {
    return of(new Bundle(d, true), d, new Findings());
  }

  /** Only to be looked at: what the build itself brings along has no content. */
  static Bundle check(Planned d, Findings findings) throws IOException {
    return of(new Bundle(d, false), d, findings);
  }

  private static Bundle of(Bundle bundle, Planned d, Findings findings) throws IOException {
    bundle.files.add(new Entry.BuiltFile(bundle.jarName(), 0644, d.time(), bundle.jar(findings)));
    if (d.travel() == Travel.BESIDE) {
      bundle.beside(findings);
    }
    if (d.program().isPresent() && d.scripts().orElse(!bundle.carried.reasons().isEmpty())) {
      bundle.scripts();
    }
    return bundle;
  }

  Carried carried() {
    return carried;
  }

  List<Treatment> treatments() {
    return treatments;
  }

  /** Whether it has a folder of its own, in a zip or in the output folder. */
  private boolean hasFolder() {
    return deliverable.packed() || deliverable.travel() == Travel.BESIDE;
  }

  private String jarName() {
    return hasFolder() ? deliverable.base() + ".jar" : deliverable.file();
  }

  /**
   * Beside a jar that stands alone, scripts are named after it, so that several versions can lie
   * together.
   */
  private String stem() {
    return hasFolder() ? deliverable.base() : deliverable.file().replaceAll("\\.jar$", "");
  }

  private Layout jar(Findings findings) throws IOException {
    List<String> classPath = new ArrayList<>();
    if (deliverable.travel() == Travel.BESIDE) {
      LibraryNames.of(deliverable, new Findings())
          .keySet()
          .forEach(name -> classPath.add(LIBRARIES + name));
    }
    ProgramJar jar = ProgramJar.of(deliverable, carried, classPath, full, findings);
    treatments = jar.treatments();
    return jar.layout();
  }

  private void beside(Findings findings) throws IOException {
    for (Map.Entry<String, Library> library : LibraryNames.of(deliverable, findings).entrySet()) {
      whole(LIBRARIES + library.getKey(), library.getValue().file(), Entry.Role.WHOLE_LIBRARY);
    }
    deliverable
        .materials()
        .natives()
        .forEach(
            (platform, natives) ->
                natives.forEach(
                    n ->
                        whole(
                            LIBRARIES + "native/" + platform + "/" + n.path().getFileName(),
                            n,
                            Entry.Role.NATIVE)));
  }

  private void whole(String path, FileContent file, Entry.Role role) {
    files.add(new Entry.RegularFile(path, 0644, deliverable.time(), role, file, file.name()));
  }

  private void scripts() throws IOException {
    String settings = stem() + ".settings";
    StartScripts scripts =
        new StartScripts(
            deliverable,
            deliverable.program().orElseThrow(),
            carried.options(),
            Places.beside(jarName(), settings, !deliverable.materials().natives().isEmpty()));
    byte[] none = new byte[0];
    script(hasFolder() ? stem() : stem() + ".sh", 0755, full ? scripts.sh() : none);
    script(stem() + ".cmd", 0644, full ? scripts.cmd() : none);
    script(settings, 0644, full ? scripts.settings() : none);
  }

  private void script(String path, int mode, byte[] bytes) {
    files.add(
        new Entry.RegularFile(
            path, mode, deliverable.time(), Entry.Role.GENERATED, Content.of(bytes), "the build"));
  }

  private String folder() {
    return deliverable.file().replaceAll("\\.zip$", "") + "/";
  }

  /** What goes out, as paths in the output folder. */
  List<String> files() {
    if (deliverable.packed()) {
      return List.of(deliverable.file());
    }
    String folder = hasFolder() ? folder() : "";
    return files.stream().map(f -> folder + f.path()).toList();
  }

  /** What is to be written. All inputs count for the first file. */
  List<Output> outputs(List<Input> inputs) {
    if (deliverable.packed()) {
      return List.of(new Output(deliverable.file(), 0644, zip(), inputs));
    }
    List<Output> outputs = new ArrayList<>();
    String folder = hasFolder() ? folder() : "";
    for (Entry file : files) {
      outputs.add(
          new Output(
              folder + file.path(),
              file.mode(),
              layout(file),
              outputs.isEmpty() ? inputs : List.of()));
    }
    return outputs;
  }

  private static Layout layout(Entry file) {
    return file instanceof Entry.BuiltFile built
        ? built.layout()
        : Layout.copyOf(file.path(), ((Entry.RegularFile) file).content());
  }

  private Layout zip() {
    InstallTree.Builder tree = InstallTree.builder(deliverable.time());
    for (Entry file : files) {
      tree.put(below(folder(), file));
    }
    return ZipTree.layout(
        tree.sorted(Comparator.naturalOrder()),
        deliverable.stored() ? Packing.stored() : new Deflate(),
        1);
  }

  private static Entry below(String folder, Entry file) {
    if (file instanceof Entry.BuiltFile b) {
      return new Entry.BuiltFile(folder + b.path(), b.mode(), b.time(), b.layout());
    }
    Entry.RegularFile f = (Entry.RegularFile) file;
    return new Entry.RegularFile(
        folder + f.path(), f.mode(), f.time(), f.role(), f.content(), f.origin());
  }
}
