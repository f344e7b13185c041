package zugabe.core.target.jar;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Said;
import zugabe.core.jar.Carried;
import zugabe.core.jar.JarManifest;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.Library;
import zugabe.core.plan.Planned;
import zugabe.core.plan.PlannedProgram;
import zugabe.core.plan.Travel;
import zugabe.core.target.Held;
import zugabe.core.target.Input;
import zugabe.core.target.Inspection;
import zugabe.core.target.Output;
import zugabe.core.target.Report;
import zugabe.core.target.Target;

/** Makes jars whose libraries are merged into them, nested in them, or beside them. */
public final class JarTarget implements Target {
  @Override
  public String kind() {
    return "jar";
  }

  @Override
  public Report check(Planned d, Held held, Findings findings) throws IOException {
    d.program()
        .filter(p -> p.file().isPresent())
        .ifPresent(
            p ->
                findings.add(
                    FindingCode.Z1008,
                    p.where(),
                    "The program \"" + p.name() + "\" isn't Java, so no jar can start it.",
                    "Make an archive of it: kind: archive."));
    JarManifest.check(d, findings);
    Bundle bundle = Bundle.check(d, findings);
    if (d.program().isPresent()) {
      checkProgram(d, d.program().get(), bundle.carried(), findings);
    } else {
      findings.add(
          FindingCode.Z3006,
          d.where(),
          "The jar \"" + d.name() + "\" starts nothing.",
          "Nothing, if it is a library. Else name its main class under programs:.");
    }
    if (d.travel() == Travel.NESTED && d.program().isEmpty()) {
      findings.add(
          FindingCode.Z3012,
          d.where(),
          "The jar \""
              + d.name()
              + "\" has no program, and nested libraries are found by what starts it.",
          "Name a program, or write libraries: merged or beside.");
    }
    if (d.travel() == Travel.MERGED && !d.materials().natives().isEmpty()) {
      findings.add(
          FindingCode.Z3009,
          d.where(),
          "The native libraries of \"" + d.materials().name() + "\" can't travel in a merged jar.",
          "Write libraries: nested or beside.");
    }
    return new Report(bundle.files(), bundle.treatments(), JarManifest.forms(d));
  }

  private static void checkProgram(
      Planned d, PlannedProgram p, Carried carried, Findings findings) {
    for (Said<String> option : carried.inManifest()) {
      findings.add(
          FindingCode.Z3007,
          option.where(),
          "The jar's manifest carries " + option.value() + ".",
          "Nothing.");
    }
    for (Said<String> reason : carried.reasons()) {
      checkReason(reason, d.scripts().orElse(true), findings);
    }
    if (p.toolkitMain() && p.modules().isEmpty() && d.travel() != Travel.NESTED) {
      findings.add(
          FindingCode.Z3008,
          p.where(),
          p.main()
              + " is an application class of JavaFX, which a runtime refuses to start from the class path; a small class in front of it starts it.",
          "Nothing.");
    }
    if (p.modules().isPresent() && d.travel() != Travel.BESIDE) {
      findings.add(
          FindingCode.Z3010,
          p.modules().get().where(),
          "Modules can't be resolved inside a jar, and the libraries are "
              + d.travel().name().toLowerCase(java.util.Locale.ROOT)
              + ".",
          "Write libraries: beside, or remove modules: to run it from the class path.");
    }
  }

  private static void checkReason(Said<String> reason, boolean scripts, Findings findings) {
    if (scripts) {
      findings.add(
          FindingCode.Z3011,
          reason.where(),
          "The start scripts carry "
              + reason.value()
              + "; with java -jar or a double-click the program runs without it.",
          "Tell users to start the script.");
    } else {
      findings.add(
          FindingCode.Z3005,
          reason.where(),
          "A jar can't carry " + reason.value() + ".",
          "Write scripts: needed for the deliverable, or do without it.");
    }
  }

  @Override
  public List<Output> assemble(Planned d, Held held) throws IOException {
    return Bundle.of(d).outputs(inputs(d));
  }

  private static List<Input> inputs(Planned d) {
    List<Input> inputs = new ArrayList<>();
    inputs.add(
        new Input(
            "own files of " + d.materials().name(),
            d.materials().own().stream().map(f -> f.file()).toList(),
            false));
    for (Library l : d.materials().libraries()) {
      inputs.add(new Input(l.file().name(), List.of(l.file()), true));
    }
    for (List<FileContent> natives : d.materials().natives().values()) {
      natives.forEach(n -> inputs.add(new Input(n.name(), List.of(n), true)));
    }
    d.manifest().ifPresent(m -> inputs.add(new Input(m.file().name(), List.of(m.file()), true)));
    return inputs;
  }

  @Override
  public Optional<Inspection> inspect(String name, Content content, Findings findings)
      throws IOException {
    return JarInspector.inspect(name, content, findings);
  }
}
