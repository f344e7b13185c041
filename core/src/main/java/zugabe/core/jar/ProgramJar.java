package zugabe.core.jar;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Layout;
import zugabe.bytes.Packing;
import zugabe.core.archive.ZipTree;
import zugabe.core.finding.Findings;
import zugabe.core.materials.Library;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Travel;
import zugabe.core.target.Report.Treatment;
import zugabe.core.tree.Entry;
import zugabe.core.tree.InstallTree;
import zugabe.formats.deflate.Deflate;
import zugabe.formats.jar.JarOrder;
import zugabe.formats.jar.Manifest;
import zugabe.formats.jar.Manifest.Attribute;

/**
 * The jar of a program, or of a library.
 *
 * @param treatments files that a rule decided about
 */
public record ProgramJar(Layout layout, List<Treatment> treatments) {
  /**
   * Nested libraries start at a multiple of this many bytes, so that they can be mapped into memory
   * as they are.
   */
  private static final int ALIGNMENT = 4096;

  /**
   * Lays the jar out.
   *
   * @param classPath files that the manifest names, relative to the jar
   * @param full false to be looked at only: what the build itself brings along has no content
   */
  public static ProgramJar of(
      Planned d, Carried carried, List<String> classPath, boolean full, Findings findings)
      throws IOException {
    InstallTree.Builder tree;
    List<Treatment> treatments = List.of();
    List<Attribute> more = new ArrayList<>(carried.attributes());
    Optional<String> main = d.program().map(p -> p.main());
    boolean multiRelease = false;
    if (d.travel() == Travel.NESTED && d.program().isPresent()) {
      tree = new Nest(d, findings).tree();
      if (full) {
        LoaderFiles.loader(d.time()).forEach(tree::put);
      }
      splash(d, carried, tree);
      main = Optional.of(LoaderFiles.START);
      more.add(new Attribute("Premain-Class", LoaderFiles.NOT_AN_AGENT));
    } else {
      List<Library> merged = d.travel() == Travel.MERGED ? d.materials().libraries() : List.of();
      Merge merge = new Merge(d, "", merged, findings);
      tree = merge.tree();
      treatments = merge.treatments();
      multiRelease = merge.isMultiRelease();
      if (d.program().isPresent()
          && d.program().get().toolkitMain()
          && d.program().get().modules().isEmpty()) {
        LoaderFiles.relay(main.orElseThrow(), d.time()).forEach(tree::put);
        main = Optional.of(LoaderFiles.RELAY);
      }
    }
    if (!classPath.isEmpty()) {
      more.add(new Attribute("Class-Path", ClassPath.of(classPath)));
    }
    Manifest manifest = JarManifest.of(d, main, multiRelease, more);
    tree.put(LoaderFiles.generated(Manifest.PATH, manifest.encode(), d.time()));
    Layout layout =
        ZipTree.layout(
            tree.sorted(JarOrder.BY_NAME),
            d.stored() ? Packing.stored() : new Deflate(),
            ALIGNMENT);
    return new ProgramJar(layout, treatments);
  }

  /**
   * A runtime shows the picture before any loader of ours is there, so it has to lie in the jar
   * itself.
   */
  private static void splash(Planned d, Carried carried, InstallTree.Builder tree) {
    carried
        .splash()
        .flatMap(
            path -> d.materials().own().stream().filter(f -> f.path().equals(path)).findFirst())
        .ifPresent(
            f ->
                tree.put(
                    new Entry.RegularFile(
                        f.path(), 0644, d.time(), Entry.Role.OWN, f.file(), f.file().name())));
  }
}
