package zugabe.core.checks;

import java.io.IOException;
import java.util.HashSet;
import java.util.Set;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.links.LinkCheck;
import zugabe.core.materials.Materials;
import zugabe.core.materials.UserCache;
import zugabe.core.plan.Plan;
import zugabe.core.plan.Planned;
import zugabe.core.plan.PlannedProgram;
import zugabe.core.plan.PlannedTree;
import zugabe.core.work.Workers;

/** Looks for what programs need and don't have; each program once, whatever is made of it. */
public final class MissingCheck {
  private final LinkCheck links;
  private final Set<String> done = new HashSet<>();

  private MissingCheck(Workers workers, UserCache cache, Findings findings) {
    this.links = new LinkCheck(workers, cache, findings);
  }

  /** Checks every program of the plan, and every library of one's own. */
  public static void run(Plan plan, Workers workers, UserCache cache, Findings findings)
      throws IOException {
    MissingCheck check = new MissingCheck(workers, cache, findings);
    for (Planned d : plan.deliverables()) {
      if (d.tree().isPresent()) {
        for (PlannedTree.Part part : d.tree().get().parts()) {
          check.program(part.program(), part.materials(), false);
        }
      } else if (d.program().isPresent()) {
        check.program(d.program().get(), d.materials(), d.kind().equals("war"));
      } else if (d.kind().equals("jar") || d.kind().equals("war")) {
        int java =
            d.materials()
                .highest()
                .map(h -> zugabe.formats.classfile.ClassFacts.javaVersion(h.major()))
                .orElse(8);
        check.look("", d.materials(), java, d.kind().equals("war"), d.where());
      }
    }
  }

  private void program(PlannedProgram program, Materials materials, boolean inContainer)
      throws IOException {
    if (program.file().isEmpty()) {
      look(program.main(), materials, program.java().from(), inContainer, program.where());
    }
  }

  private void look(String main, Materials materials, int java, boolean inContainer, Where where)
      throws IOException {
    if (done.add(materials.name() + " " + main + " " + java + " " + inContainer)) {
      links.run(new LinkCheck.Subject(materials, main, java, inContainer), where);
    }
  }
}
