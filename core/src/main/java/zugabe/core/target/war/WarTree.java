package zugabe.core.target.war;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.jar.JarManifest;
import zugabe.core.jar.LibraryNames;
import zugabe.core.jar.LoaderFiles;
import zugabe.core.jar.Merge;
import zugabe.core.jar.Nest;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.Library;
import zugabe.core.materials.OwnFile;
import zugabe.core.plan.Planned;
import zugabe.core.tree.Entry;
import zugabe.core.tree.InstallTree;
import zugabe.formats.jar.Manifest;
import zugabe.formats.jar.Manifest.Attribute;

/** Puts a web archive together. */
final class WarTree {
  static final String CLASSES = "WEB-INF/classes/";
  static final String LIBRARIES = "WEB-INF/lib/";

  /** Where libraries lie that servers have themselves, for a start without a server. */
  static final String ASIDE = "WEB-INF/aside/";

  private final Planned deliverable;
  private final boolean full;
  private final Findings findings;

  /** By the library's file: a library itself is compared by all it holds. */
  private final Map<FileContent, String> provided = new HashMap<>();

  private WarTree(Planned deliverable, boolean full, Findings findings) {
    this.deliverable = deliverable;
    this.full = full;
    this.findings = findings;
    List<Library> libraries = deliverable.materials().libraries();
    boolean server = Provided.hasServer(libraries);
    libraries.forEach(
        l -> Provided.what(l, server).ifPresent(what -> provided.put(l.file(), what)));
  }

  /** The whole archive. */
  static InstallTree.Builder of(Planned d, boolean full, Findings findings) throws IOException {
    WarTree tree = new WarTree(d, full, findings);
    return d.standsAlone() && d.program().isPresent() ? tree.alone() : tree.served();
  }

  /** Libraries that travel as the application's own. */
  static List<Library> own(Planned d) {
    WarTree tree = new WarTree(d, false, new Findings());
    return d.materials().libraries().stream()
        .filter(l -> !tree.provided.containsKey(l.file()))
        .toList();
  }

  private InstallTree.Builder served() throws IOException {
    List<Library> own =
        deliverable.materials().libraries().stream()
            .filter(l -> !provided.containsKey(l.file()))
            .toList();
    tell("left out");
    Planned d = deliverable.with(own);
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
    tell("kept aside for java -jar");
    Nest.Places places =
        new Nest.Places(
            "WEB-INF/inner/", CLASSES, l -> provided.containsKey(l.file()) ? ASIDE : LIBRARIES);
    InstallTree.Builder tree = new Nest(deliverable, places, findings).tree();
    if (full) {
      LoaderFiles.loader(deliverable.time()).forEach(tree::put);
    }
    web(tree);
    manifest(
        tree,
        Optional.of(LoaderFiles.START),
        List.of(new Attribute("Premain-Class", LoaderFiles.NOT_AN_AGENT)));
    return tree;
  }

  private void tell(String what) {
    for (Library library : deliverable.materials().libraries()) {
      if (provided.containsKey(library.file())) {
        findings.add(
            FindingCode.Z4016,
            zugabe.core.finding.Where.file(library.file().name()),
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

  private void web(InstallTree.Builder tree) {
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
      there.ifPresent(
          other ->
              findings.add(
                  FindingCode.Z4006,
                  file.where(),
                  (other instanceof Entry.RegularFile o ? o.origin() : "Another file")
                      + " and "
                      + file.file().name()
                      + " would both be "
                      + file.path()
                      + ".",
                  "Remove one of them, or name only the folder that counts."));
    }
    List<String> clashes = new ArrayList<>(tree.filesAsFolders());
    clashes.forEach(
        path ->
            findings.add(
                FindingCode.Z4006,
                deliverable.where(),
                path + " is a file and a folder at once.",
                "Remove one of the materials that bring it."));
  }

  private void manifest(InstallTree.Builder tree, Optional<String> main, List<Attribute> more) {
    tree.put(
        LoaderFiles.generated(
            Manifest.PATH,
            JarManifest.of(deliverable, main, false, more).encode(),
            deliverable.time()));
  }
}
