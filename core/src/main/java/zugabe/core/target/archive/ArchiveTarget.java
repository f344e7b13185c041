package zugabe.core.target.archive;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.bytes.Layout;
import zugabe.core.archive.Packed;
import zugabe.core.archive.TarInspector;
import zugabe.core.finding.Findings;
import zugabe.core.install.Installation;
import zugabe.core.install.InstalledForms;
import zugabe.core.install.ProgramJars;
import zugabe.core.install.VersionOrder;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.Materials;
import zugabe.core.materials.OwnFile;
import zugabe.core.plan.Planned;
import zugabe.core.plan.PlannedTree;
import zugabe.core.target.Held;
import zugabe.core.target.Input;
import zugabe.core.target.Inspection;
import zugabe.core.target.Output;
import zugabe.core.target.Report;
import zugabe.core.target.Report.Treatment;
import zugabe.core.target.Target;
import zugabe.core.tree.InstallTree;

/**
 * Makes archives: an install tree below one folder that is named like the file, one per platform
 * and format.
 */
public final class ArchiveTarget implements Target {
  @Override
  public String kind() {
    return "archive";
  }

  @Override
  public Report check(Planned d, Held held, Findings findings) throws IOException {
    List<Treatment> treatments = new ArrayList<>();
    for (ProgramJars.Jar jar : ProgramJars.of(d)) {
      jar.layout(false, treatments, findings);
    }
    List<String> files = new ArrayList<>();
    List<Report.Tree> trees = new ArrayList<>();
    for (String platform : platforms(d)) {
      InstallTree tree =
          Installation.of(d, platform, held, false, findings).below(top(d, platform));
      d.formats().forEach(f -> files.add(top(d, platform) + "." + f));
      trees.add(new Report.Tree(platform, tree));
    }
    VersionOrder.check(d, findings);
    return new Report(files, treatments, trees, InstalledForms.of(d, top(d, platforms(d).get(0))));
  }

  private static List<String> platforms(Planned d) {
    List<String> platforms = d.tree().orElseThrow().platforms();
    return platforms.isEmpty() ? List.of("") : platforms;
  }

  /** The archive's folder, and its name without the format's ending. */
  private static String top(Planned d, String platform) {
    return PlannedTree.stem(d.file(), platform);
  }

  @Override
  public List<Output> parts(Planned d) throws IOException {
    List<Output> parts = new ArrayList<>();
    for (ProgramJars.Jar jar : ProgramJars.of(d)) {
      Layout layout = jar.layout(true, new ArrayList<>(), new Findings());
      parts.add(new Output(jar.name(), 0644, layout, List.of()));
    }
    return parts;
  }

  @Override
  public List<Output> assemble(Planned d, Held held) throws IOException {
    List<Output> outputs = new ArrayList<>();
    for (String platform : platforms(d)) {
      String top = top(d, platform);
      InstallTree tree = Installation.of(d, platform, held, true, new Findings()).below(top);
      for (String format : d.formats()) {
        List<Input> inputs = outputs.isEmpty() ? inputs(d) : List.of();
        outputs.add(Packed.output(tree, top, format, d.stored(), inputs));
      }
    }
    return outputs;
  }

  private static List<Input> inputs(Planned d) {
    Map<String, Materials> groups = new LinkedHashMap<>();
    PlannedTree tree = d.tree().orElseThrow();
    groups.put(d.materials().name(), d.materials());
    tree.parts().forEach(p -> groups.put(p.materials().name(), p.materials()));
    List<Input> inputs = new ArrayList<>();
    groups.forEach((name, materials) -> inputs(name, materials, inputs));
    tree.runtimes().forEach((platform, r) -> several("runtime for " + platform, r.files(), inputs));
    tree.licence().ifPresent(l -> inputs.add(new Input(l.name(), List.of(l), true)));
    return inputs;
  }

  private static void inputs(String name, Materials materials, List<Input> inputs) {
    several("own files of " + name, materials.own(), inputs);
    materials
        .ownFor()
        .forEach(
            (platform, own) -> several("own files of " + name + " for " + platform, own, inputs));
    materials
        .libraries()
        .forEach(l -> inputs.add(new Input(l.file().name(), List.of(l.file()), true)));
    materials
        .natives()
        .values()
        .forEach(files -> files.forEach(n -> inputs.add(new Input(n.name(), List.of(n), true))));
  }

  private static void several(String name, List<OwnFile> own, List<Input> inputs) {
    List<FileContent> files =
        own.stream().filter(o -> o.link().isEmpty()).map(OwnFile::file).toList();
    if (!files.isEmpty()) {
      inputs.add(new Input(name, files, false));
    }
  }

  @Override
  public Optional<Inspection> inspect(String name, Content content, Findings findings)
      throws IOException {
    return TarInspector.inspect(name, content, findings);
  }
}
