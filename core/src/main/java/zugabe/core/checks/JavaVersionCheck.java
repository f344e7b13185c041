package zugabe.core.checks;

import java.io.IOException;
import java.util.Optional;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.Materials;
import zugabe.core.plan.Part;
import zugabe.core.plan.Plan;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Program;
import zugabe.formats.classfile.ClassFacts;

/** Holds the Java version that a recipe states against what the byte code needs. */
public final class JavaVersionCheck {
  private JavaVersionCheck() {}

  /** Checks every program of the plan. */
  public static void run(Plan plan, Findings findings) throws IOException {
    for (Planned d : plan.deliverables()) {
      for (Part part : d.parts()) {
        Optional<Program> program = part.program().filter(Program::isJava);
        Optional<Materials.Highest> highest =
            program.isPresent() ? part.materials().highest() : Optional.empty();
        if (highest.isPresent()) {
          check(program.get(), highest.get(), findings);
        }
      }
    }
  }

  private static void check(Program program, Materials.Highest highest, Findings findings) {
    int needs = ClassFacts.javaVersion(highest.major());
    if (needs > program.java().from()) {
      Where where = Where.file(highest.file());
      findings.add(
          CheckCode.Z3004,
          highest.entry().isEmpty() ? where : where.inside(highest.entry(), -1),
          "It is compiled for Java "
              + needs
              + " (class-file version "
              + highest.major()
              + "); the program \""
              + program.name()
              + "\" says it runs on Java "
              + program.java().text()
              + ".",
          "Write java: "
              + needs
              + "+ for the program, or compile for Java "
              + program.java().from()
              + ".");
    }
  }
}
