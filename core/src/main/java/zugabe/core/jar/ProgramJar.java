package zugabe.core.jar;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Layout;
import zugabe.core.archive.ZipTree;
import zugabe.core.finding.Findings;
import zugabe.core.kind.Report.Treatment;
import zugabe.core.kind.Supply;
import zugabe.core.materials.Library;
import zugabe.core.tree.Entry;
import zugabe.core.tree.InstallTree;
import zugabe.formats.jar.JarOrder;
import zugabe.formats.jar.Manifest;
import zugabe.formats.jar.Manifest.Attribute;

/**
 * The jar of a program, or of a library.
 *
 * @param tree in the order of the jar
 * @param treatments files that a rule decided about
 */
public record ProgramJar(JarPlan plan, InstallTree tree, List<Treatment> treatments) {
  /**
   * Nested libraries start at a multiple of this many bytes, so that they can be mapped into memory
   * as they are.
   */
  private static final int ALIGNMENT = 4096;

  /**
   * Puts the jar together.
   *
   * @param classPath files that the manifest names, relative to the jar
   */
  public static ProgramJar of(
      JarPlan plan, StartNeeds needs, List<String> classPath, Findings findings)
      throws IOException {
    JarManifest.check(plan, findings);
    if (plan.travel() == Travel.MERGED && plan.hasNatives()) {
      findings.add(
          JarContentCode.Z3009,
          plan.where(),
          "The native libraries of \""
              + plan.materials().name()
              + "\" can't travel in a merged jar.",
          "Write libraries: nested or beside.");
    }
    InstallTree.Builder tree;
    List<Treatment> treatments = List.of();
    List<Attribute> more = new ArrayList<>(needs.attributes());
    Optional<String> main = plan.program().map(p -> p.main());
    boolean multiRelease = false;
    if (plan.travel() == Travel.NESTED && plan.program().isPresent()) {
      tree = new Nest(plan, findings).tree();
      LoaderFiles.loader(plan.time()).forEach(tree::put);
      splash(plan, needs, tree);
      main = Optional.of(LoaderFiles.START);
      more.add(new Attribute("Premain-Class", LoaderFiles.NOT_AN_AGENT));
    } else {
      List<Library> merged =
          plan.travel() == Travel.MERGED ? plan.materials().libraries() : List.of();
      Merge merge = new Merge(plan, "", merged, findings);
      tree = merge.tree();
      treatments = merge.treatments();
      multiRelease = merge.isMultiRelease();
      if (plan.program().isPresent() && plan.program().get().needsRelay()) {
        LoaderFiles.relay(main.orElseThrow(), plan.time()).forEach(tree::put);
        main = Optional.of(LoaderFiles.RELAY);
      }
    }
    if (!classPath.isEmpty()) {
      more.add(new Attribute("Class-Path", ClassPath.of(classPath)));
    }
    Manifest manifest = JarManifest.of(plan, main, multiRelease, more);
    tree.put(LoaderFiles.generated(Manifest.PATH, manifest.encode(), plan.time()));
    return new ProgramJar(plan, tree.sorted(JarOrder.BY_NAME), treatments);
  }

  /** The file. */
  public Layout layout() {
    return layout(tree);
  }

  /** The file, signed if it is to be. */
  public Layout layout(Supply supply) throws IOException {
    return layout(supply.signed(tree));
  }

  private Layout layout(InstallTree entries) {
    return ZipTree.layout(entries, plan.style().packing().packing(), ALIGNMENT);
  }

  /**
   * A runtime shows the picture before any loader of ours is there, so it has to lie in the jar
   * itself.
   */
  private static void splash(JarPlan plan, StartNeeds needs, InstallTree.Builder tree) {
    needs
        .splash()
        .flatMap(
            path -> plan.materials().own().stream().filter(f -> f.path().equals(path)).findFirst())
        .ifPresent(
            f ->
                tree.put(
                    new Entry.RegularFile(
                        f.path(), 0644, plan.time(), Entry.Role.OWN, f.file(), f.file().name())));
  }
}
