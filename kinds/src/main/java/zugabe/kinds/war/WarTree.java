package zugabe.kinds.war;

import java.io.IOException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.jar.JarManifest;
import zugabe.core.jar.JarPlan;
import zugabe.core.jar.LibraryNames;
import zugabe.core.jar.LoaderFiles;
import zugabe.core.jar.Merge;
import zugabe.core.jar.Nest;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.Library;
import zugabe.core.materials.OwnFile;
import zugabe.core.tree.Clashes;
import zugabe.core.tree.Entry;
import zugabe.core.tree.InstallTree;
import zugabe.formats.jar.JarOrder;
import zugabe.formats.jar.Manifest;
import zugabe.formats.jar.Manifest.Attribute;

/** Puts a web archive together. */
final class WarTree {
  static final String CLASSES = "WEB-INF/classes/";
  static final String LIBRARIES = "WEB-INF/lib/";

  /** Where libraries lie that servers have themselves, for a start without a server. */
  static final String ASIDE = "WEB-INF/aside/";

  private final JarPlan deliverable;
  private final boolean standsAlone;
  private final Findings findings;

  /** By the library's file: a library itself is compared by all it holds. */
  private final Map<FileContent, String> provided = new HashMap<>();

  WarTree(JarPlan deliverable, boolean standsAlone, Findings findings) {
    this.deliverable = deliverable;
    this.standsAlone = standsAlone && deliverable.program().isPresent();
    this.findings = findings;
    List<Library> libraries = deliverable.materials().libraries();
    boolean server = Provided.hasServer(libraries);
    libraries.forEach(
        l -> Provided.what(l, server).ifPresent(what -> provided.put(l.file(), what)));
  }

  /** The whole archive, in the order of jars. */
  InstallTree whole() throws IOException {
    return (standsAlone ? alone() : served()).sorted(JarOrder.BY_NAME);
  }

  /** Whether it can be started without a server. */
  boolean standsAlone() {
    return standsAlone;
  }

  /** Libraries that travel as the application's own. */
  List<Library> own() {
    return deliverable.materials().libraries().stream()
        .filter(l -> !provided.containsKey(l.file()))
        .toList();
  }

  private InstallTree.Builder served() throws IOException {
    report("left out");
    JarPlan d = deliverable.with(own());
    Merge merge = new Merge(d, CLASSES, List.of(), findings);
    InstallTree.Builder tree = merge.tree();
    for (Map.Entry<String, Library> library : LibraryNames.of(d, findings).entrySet()) {
      tree.put(
          new Entry.RegularFile(
              LIBRARIES + library.getKey(),
              0644,
              d.time(),
              Entry.Role.WHOLE_LIBRARY,
              library.getValue().file(),
              library.getValue().title()));
    }
    web(tree);
    manifest(tree, Optional.empty(), List.of());
    return tree;
  }

  /**
   * {@code java -jar} starts the loader of jars with jars inside, which finds everything in place.
   */
  private InstallTree.Builder alone() throws IOException {
    report("kept aside for java -jar");
    Nest.Places places =
        new Nest.Places(
            "WEB-INF/inner/", CLASSES, l -> provided.containsKey(l.file()) ? ASIDE : LIBRARIES);
    InstallTree.Builder tree = new Nest(deliverable, places, findings).tree();
    LoaderFiles.loader(deliverable.time()).forEach(tree::put);
    web(tree);
    manifest(
        tree,
        Optional.of(LoaderFiles.START),
        List.of(new Attribute("Premain-Class", LoaderFiles.NOT_AN_AGENT)));
    return tree;
  }

  private void report(String what) {
    for (Library library : deliverable.materials().libraries()) {
      if (provided.containsKey(library.file())) {
        findings.add(
            WarCode.Z4016,
            Where.file(library.file().name()),
            library.title()
                + " is "
                + provided.get(library.file())
                + ", which servers have; it is "
                + what
                + ".",
            "Nothing.");
      }
    }
  }

  private void web(InstallTree.Builder tree) throws IOException {
    for (OwnFile file : deliverable.materials().web()) {
      if (file.path().equals(Manifest.PATH)) {
        continue;
      }
      Optional<Entry> there =
          tree.put(
              new Entry.RegularFile(
                  file.path(),
                  0644,
                  deliverable.time(),
                  Entry.Role.OWN,
                  file.file(),
                  file.file().name()));
      if (there.isPresent() && !Clashes.isSame(there.get(), file.file())) {
        Clashes.both(
            findings, file.where(), Clashes.origin(there.get()), file.file().name(), file.path());
      }
    }
    Clashes.filesAsFolders(findings, deliverable.where(), tree);
  }

  private void manifest(InstallTree.Builder tree, Optional<String> main, List<Attribute> more) {
    tree.put(
        LoaderFiles.generated(
            Manifest.PATH,
            JarManifest.of(deliverable, main, false, more).encode(),
            deliverable.time()));
  }
}
