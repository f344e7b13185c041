package zugabe.core.plan;

import java.util.List;
import java.util.Optional;
import zugabe.core.finding.Where;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.Materials;

/**
 * A group of materials in a deliverable, with the program that starts from it. Whatever isn't the
 * kind itself looks at parts only.
 *
 * @param program what starts from it; empty for a library, or for mere files
 * @param platforms those that the deliverable is made for; empty for one that serves all
 * @param licence text of the application's licence, when it goes along
 */
public record Part(
    Optional<Program> program,
    Materials materials,
    Use use,
    List<String> platforms,
    Optional<FileContent> licence,
    Where where)
    implements Digested {

  /** Whether a Java runtime loads it: its program's classes, or its own as a library. */
  public boolean isJava() {
    return program.isPresent() ? program.get().isJava() : use == Use.LOADED || use == Use.SERVED;
  }

  /** Whether its own files lie by themselves where they are used, so that their modes count. */
  public boolean liesUnpacked() {
    return !isJava();
  }

  /** The same with other materials. */
  public Part with(Materials others) {
    return new Part(program, others, use, platforms, licence, where);
  }

  @Override
  public void addTo(PlanDigest digest) {
    digest
        .part("program", program)
        .materials("materials", materials)
        .text("use", use)
        .texts("platform", platforms)
        .file("licence", licence);
  }
}
