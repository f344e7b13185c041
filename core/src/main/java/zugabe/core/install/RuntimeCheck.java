package zugabe.core.install;

import java.io.IOException;
import zugabe.core.finding.Findings;
import zugabe.core.plan.Part;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Program;

/** Holds a carried runtime against the platform and the programs it is for. */
final class RuntimeCheck {
  private RuntimeCheck() {}

  static void run(Planned d, String platform, CarriedRuntime runtime, Findings findings)
      throws IOException {
    if (!runtime.platform().equals(platform)) {
      findings.add(
          InstallCode.Z3015,
          runtime.where(),
          "The runtime is for "
              + runtime.platform()
              + ", but would be carried for "
              + platform
              + ".",
          "Name a runtime for " + platform + ".");
    }
    for (Part part : d.parts()) {
      if (part.program().filter(Program::isJava).isPresent()) {
        check(part.program().get(), runtime, findings);
      }
    }
  }

  private static void check(Program program, CarriedRuntime runtime, Findings findings)
      throws IOException {
    if (runtime.java() < program.java().from()
        || runtime.java() > program.java().to().orElse(Integer.MAX_VALUE)) {
      findings.add(
          InstallCode.Z3015,
          runtime.where(),
          "The runtime is Java "
              + runtime.java()
              + ", and the program \""
              + program.name()
              + "\" runs on Java "
              + program.java().text()
              + ".",
          "Carry another runtime, or change java: of the program.");
    }
  }
}
