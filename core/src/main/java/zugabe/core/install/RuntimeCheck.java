package zugabe.core.install;

import java.io.IOException;
import java.util.Optional;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.materials.Materials;
import zugabe.core.plan.CarriedRuntime;
import zugabe.core.plan.Planned;
import zugabe.core.plan.PlannedProgram;
import zugabe.core.plan.PlannedTree;
import zugabe.formats.classfile.ClassFacts;

/** Holds a carried runtime against the platform and the programs it is for. */
final class RuntimeCheck {
  private RuntimeCheck() {}

  static void run(Planned d, String platform, CarriedRuntime runtime, Findings findings)
      throws IOException {
    if (!runtime.platform().equals(platform)) {
      findings.add(
          FindingCode.Z3015,
          runtime.where(),
          "The runtime is for "
              + runtime.platform()
              + ", and is to be carried for "
              + platform
              + ".",
          "Name a runtime for " + platform + ".");
    }
    for (PlannedTree.Part part : d.tree().orElseThrow().parts()) {
      if (part.program().file().isEmpty()) {
        check(part, runtime, findings);
      }
    }
  }

  private static void check(PlannedTree.Part part, CarriedRuntime runtime, Findings findings)
      throws IOException {
    PlannedProgram program = part.program();
    Optional<Materials.Highest> highest = part.materials().highest();
    int needed = highest.map(h -> ClassFacts.javaVersion(h.major())).orElse(1);
    if (runtime.java() < needed) {
      findings.add(
          FindingCode.Z3015,
          runtime.where(),
          "The runtime is Java "
              + runtime.java()
              + ", and the byte code of \""
              + program.name()
              + "\" needs Java "
              + needed
              + ".",
          "Carry a newer runtime, or compile for Java " + runtime.java() + ".");
    } else if (runtime.java() < program.javaFrom()
        || runtime.java() > program.javaTo().orElse(Integer.MAX_VALUE)) {
      findings.add(
          FindingCode.Z3015,
          runtime.where(),
          "The runtime is Java "
              + runtime.java()
              + ", and the program \""
              + program.name()
              + "\" is said to run on Java "
              + program.javaText()
              + ".",
          "Carry another runtime, or change java: of the program.");
    }
  }
}
