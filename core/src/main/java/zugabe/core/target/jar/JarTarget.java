package zugabe.core.target.jar;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.bytes.Layout;
import zugabe.bytes.Packing;
import zugabe.core.archive.ZipTree;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.materials.Library;
import zugabe.core.plan.Planned;
import zugabe.core.plan.PlannedProgram;
import zugabe.core.target.Input;
import zugabe.core.target.Inspection;
import zugabe.core.target.Output;
import zugabe.core.target.Target;
import zugabe.core.tree.InstallTree;
import zugabe.formats.deflate.Deflate;
import zugabe.formats.jar.JarOrder;

/** Makes jars whose libraries are merged into them. */
public final class JarTarget implements Target {
  @Override
  public String kind() {
    return "jar";
  }

  @Override
  public void check(Planned d, Findings findings) throws IOException {
    JarManifest.check(d, findings);
    new Merge(d, findings).tree();
    d.program()
        .ifPresentOrElse(
            p -> checkProgram(p, findings),
            () ->
                findings.add(
                    FindingCode.Z3006,
                    d.where(),
                    "The jar \"" + d.name() + "\" starts nothing.",
                    "Nothing, if it is a library. Else name its main class under programs:."));
  }

  private static void checkProgram(PlannedProgram p, Findings findings) {
    p.options()
        .forEach(
            o ->
                findings.add(
                    FindingCode.Z3005,
                    o.where(),
                    "A jar can't carry the option " + o.value() + ".",
                    "Tell users to start it with java " + o.value() + " -jar, or do without it."));
    p.arguments()
        .forEach(
            a ->
                findings.add(
                    FindingCode.Z3005,
                    a.where(),
                    "A jar can't carry the argument " + a.value() + ".",
                    "Make it the program's default."));
  }

  @Override
  public Output assemble(Planned d) throws IOException {
    InstallTree tree = new Merge(d, new Findings()).tree().sorted(JarOrder.BY_NAME);
    Layout layout = ZipTree.layout(tree, d.stored() ? Packing.stored() : new Deflate());
    List<Input> inputs = new ArrayList<>();
    inputs.add(
        new Input(
            "own files of " + d.materials().name(),
            d.materials().own().stream().map(f -> f.file()).toList(),
            false));
    for (Library l : d.materials().libraries()) {
      inputs.add(new Input(l.file().name(), List.of(l.file()), true));
    }
    d.manifest().ifPresent(m -> inputs.add(new Input(m.file().name(), List.of(m.file()), true)));
    return new Output(d.file(), layout, inputs);
  }

  @Override
  public Optional<Inspection> inspect(String name, Content content, Findings findings)
      throws IOException {
    return JarInspector.inspect(name, content, findings);
  }
}
