package zugabe.core.target.war;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.bytes.Packing;
import zugabe.core.archive.ZipTree;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.jar.JarManifest;
import zugabe.core.materials.Library;
import zugabe.core.materials.OwnFile;
import zugabe.core.plan.Planned;
import zugabe.core.target.Form;
import zugabe.core.target.Held;
import zugabe.core.target.Input;
import zugabe.core.target.Inspection;
import zugabe.core.target.Output;
import zugabe.core.target.Report;
import zugabe.core.target.Target;
import zugabe.formats.deflate.Deflate;
import zugabe.formats.jar.JarOrder;

/** Makes web archives, which a server takes, and which may start without one as well. */
public final class WarTarget implements Target {
  /** Libraries lie where they can be mapped into memory as they are. */
  private static final int ALIGNMENT = 4096;

  @Override
  public String kind() {
    return "war";
  }

  @Override
  public Report check(Planned d, Held held, Findings findings) throws IOException {
    JarManifest.check(d, findings);
    WarTree.of(d, false, findings);
    WarChecks.run(d, findings);
    String address = d.file().replaceFirst("\\.war$", "");
    if (address.endsWith("-" + d.app().version())) {
      findings.add(
          FindingCode.Z4015,
          d.where(),
          "Servers will serve it at /" + address + "/.",
          "Write file: to choose the address, such as "
              + address.substring(0, address.length() - d.app().version().length() - 1)
              + ".war.");
    }
    if (d.standsAlone() && d.program().isEmpty()) {
      findings.add(
          FindingCode.Z3018,
          d.where(),
          "The web archive \"" + d.name() + "\" is to stand alone, and has no program.",
          "Name a program with a main class, or remove stands-alone:.");
    }
    if (d.file().contains("#")) {
      findings.add(
          FindingCode.Z4035,
          d.where(),
          "Tomcat takes a # in \""
              + d.file()
              + "\" for a slash of the address, and two for the start of a version that isn't part of it; other servers take them as they are.",
          "Write file: without it, and set the address where the server is set up.");
    }
    return new Report(List.of(d.file()), List.of(), forms(d, address));
  }

  private static List<Form> forms(Planned d, String name) {
    List<Form> forms = new ArrayList<>(JarManifest.forms(d));
    // both servers take this name for the top
    String address = name.equalsIgnoreCase("ROOT") ? "/" : "/" + name + "/";
    forms.add(1, new Form("address on a server", address, "the file's name"));
    return forms;
  }

  @Override
  public List<Output> assemble(Planned d, Held held) throws IOException {
    var tree = WarTree.of(d, true, new Findings()).sorted(JarOrder.BY_NAME);
    var layout = ZipTree.layout(tree, d.stored() ? Packing.stored() : new Deflate(), ALIGNMENT);
    return List.of(new Output(d.file(), 0644, layout, inputs(d)));
  }

  private static List<Input> inputs(Planned d) {
    List<Input> inputs = new ArrayList<>();
    add("own files of " + d.materials().name(), d.materials().own(), inputs);
    add("web content of " + d.materials().name(), d.materials().web(), inputs);
    List<Library> libraries = d.standsAlone() ? d.materials().libraries() : WarTree.own(d);
    libraries.forEach(l -> inputs.add(new Input(l.file().name(), List.of(l.file()), true)));
    d.manifest().ifPresent(m -> inputs.add(new Input(m.file().name(), List.of(m.file()), true)));
    return inputs;
  }

  private static void add(String name, List<OwnFile> files, List<Input> inputs) {
    if (!files.isEmpty()) {
      inputs.add(new Input(name, files.stream().map(OwnFile::file).toList(), false));
    }
  }

  @Override
  public Optional<Inspection> inspect(String name, Content content, Findings findings) {
    return Optional.empty();
  }
}
