package zugabe.core.checks;

import java.io.IOException;
import java.util.HashSet;
import java.util.Set;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.links.LinkCheck;
import zugabe.core.materials.UserCache;
import zugabe.core.plan.Part;
import zugabe.core.plan.Plan;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Program;
import zugabe.core.plan.Use;
import zugabe.core.work.Workers;
import zugabe.formats.classfile.ClassFacts;

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
      for (Part part : d.parts()) {
        if (part.isJava()) {
          check.look(part);
        }
      }
    }
  }

  /** A program, from its main class on; a library, from all that others may call. */
  private void look(Part part) throws IOException {
    String main = part.program().map(Program::main).orElse("");
    boolean inContainer = part.use() == Use.SERVED;
    int java =
        part.program().isPresent()
            ? part.program().get().java().from()
            : part.materials().highest().map(h -> ClassFacts.javaVersion(h.major())).orElse(8);
    Where where = part.program().map(Program::where).orElse(part.where());
    if (done.add(part.materials().name() + " " + main + " " + java + " " + inContainer)) {
      links.run(new LinkCheck.Subject(part.materials(), main, java, inContainer), where);
    }
  }
}
