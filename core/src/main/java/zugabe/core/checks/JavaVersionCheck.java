package zugabe.core.checks;

import java.io.IOException;
import java.util.Optional;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.links.Links;
import zugabe.core.materials.Materials;
import zugabe.core.plan.Part;
import zugabe.core.plan.Plan;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Program;
import zugabe.core.plan.Use;
import zugabe.formats.classfile.ClassFacts;

/** Holds the Java version that a recipe states against what the byte code needs. */
public final class JavaVersionCheck {
  private final Links links;
  private final Findings findings;

  private JavaVersionCheck(Links links, Findings findings) {
    this.links = links;
    this.findings = findings;
  }

  /** Checks every program of the plan. */
  public static void run(Plan plan, Links links, Findings findings) throws IOException {
    JavaVersionCheck check = new JavaVersionCheck(links, findings);
    for (Planned d : plan.deliverables()) {
      for (Part part : d.parts()) {
        Optional<Program> program = part.program().filter(Program::isJava);
        Optional<Materials.Highest> highest =
            program.isPresent() ? part.materials().highest() : Optional.empty();
        if (highest.isPresent() && isNewer(highest.get(), program.get())) {
          check.check(part, program.get(), highest.get());
        }
      }
    }
  }

  private static boolean isNewer(Materials.Highest one, Program program) {
    return ClassFacts.javaVersion(one.major()) > program.java().from();
  }

  /** What the program doesn't do without counts; of the rest the newest is named. */
  private void check(Part part, Program program, Materials.Highest highest) throws IOException {
    Links.Subject subject =
        new Links.Subject(
            part.materials(),
            program.main(),
            program.java().from(),
            part.use() == Use.SERVED,
            program.modules().isPresent());
    Optional<Materials.Highest> needed = links.follow(subject).newest();
    if (needed.isPresent() && isNewer(needed.get(), program)) {
      int version = ClassFacts.javaVersion(needed.get().major());
      findings.add(
          CheckCode.Z3004,
          where(needed.get()),
          compiled(needed.get())
              + "; the program \""
              + program.name()
              + "\" says it runs on Java "
              + program.java().text()
              + ".",
          "Write java: "
              + version
              + "+ for the program, or compile for Java "
              + program.java().from()
              + ".");
    } else {
      findings.add(
          CheckCode.Z3022,
          where(highest),
          compiled(highest)
              + "; the program \""
              + program.name()
              + "\" runs on Java "
              + program.java().text()
              + ", and doesn't depend on it.",
          "Nothing, if newer versions of Java are what it is for.");
    }
  }

  private static Where where(Materials.Highest highest) {
    Where where = Where.file(highest.file());
    return highest.entry().isEmpty() ? where : where.inside(highest.entry(), -1);
  }

  private static String compiled(Materials.Highest highest) {
    return "It is compiled for Java "
        + ClassFacts.javaVersion(highest.major())
        + " (class-file version "
        + highest.major()
        + ")";
  }
}
