package zugabe.core.checks;

import java.io.IOException;
import java.util.HashSet;
import java.util.Set;
import java.util.TreeSet;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.links.LinkCheck;
import zugabe.core.links.Links;
import zugabe.core.plan.Part;
import zugabe.core.plan.Plan;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Program;
import zugabe.core.plan.StartOptions;
import zugabe.core.plan.Use;
import zugabe.formats.classfile.ClassFacts;

/** Looks for what programs need and don't have; each program once, whatever is made of it. */
public final class MissingCheck {
  private final LinkCheck links;
  private final Set<String> done = new HashSet<>();
  private final Set<String> told = new HashSet<>();

  private MissingCheck(Links links, Findings findings) {
    this.links = new LinkCheck(links, findings);
  }

  /**
   * Checks every program of the plan, and every library of one's own.
   *
   * @param nested names of the deliverables in which libraries lie as jars in the jar
   */
  public static void run(Plan plan, Set<String> nested, Links links, Findings findings)
      throws IOException {
    MissingCheck check = new MissingCheck(links, findings);
    for (Planned d : plan.deliverables()) {
      for (Part part : d.parts()) {
        // one that carries nothing would pass for the program, and be the only one looked at
        if (part.isJava() && !part.materials().isEmpty()) {
          check.look(part, nested.contains(d.name()));
        }
      }
    }
  }

  /** A program, from its main class on; a library, from all that others may call. */
  private void look(Part part, boolean nested) throws IOException {
    String main = part.program().map(Program::main).orElse("");
    boolean inContainer = part.use() == Use.SERVED;
    boolean modules = part.program().flatMap(Program::modules).isPresent();
    int java =
        part.program().isPresent()
            ? part.program().get().java().from()
            : part.materials().highest().map(h -> ClassFacts.javaVersion(h.major())).orElse(8);
    Where where = part.program().map(Program::where).orElse(part.where());
    Links.Subject subject = new Links.Subject(part.materials(), main, java, inContainer, modules);
    String name = part.materials().name() + " " + subject.words();
    Set<String> opened = part.program().map(StartOptions::opened).orElse(Set.of());
    if (done.add(name + " " + new TreeSet<>(opened))) {
      links.run(subject, where, opened);
    }
    if (nested && part.program().isPresent() && told.add(part.where().text() + name)) {
      links.nested(subject, part.where());
    }
  }
}
