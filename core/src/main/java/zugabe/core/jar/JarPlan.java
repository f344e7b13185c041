package zugabe.core.jar;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.Located;
import zugabe.core.finding.Where;
import zugabe.core.materials.Library;
import zugabe.core.materials.Materials;
import zugabe.core.plan.Identity;
import zugabe.core.plan.Part;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Program;

/**
 * A jar to be laid out: of a program, or a library.
 *
 * @param file its name
 * @param base what users' settings of it are named after
 * @param time of its entries
 * @param where where the recipe says it
 */
public record JarPlan(
    String file, String base, Identity app, Instant time, Part part, JarStyle style, Where where) {

  /** A deliverable's. */
  public static JarPlan of(Planned d, String file, String base, JarStyle style) {
    return new JarPlan(file, base, d.app(), d.time(), d.parts().get(0), style, d.where());
  }

  public Optional<Program> program() {
    return part.program();
  }

  public Materials materials() {
    return part.materials();
  }

  /** Whether native libraries are for where it is used. */
  boolean hasNatives() {
    return materials().natives().keySet().stream()
        .anyMatch(p -> part.platforms().isEmpty() || part.platforms().contains(p));
  }

  public Travel travel() {
    return style.travel();
  }

  public Optional<HandManifest> manifest() {
    return style.manifest();
  }

  public Map<String, Located<String>> attributes() {
    return style.attributes();
  }

  /** The same with other libraries. */
  public JarPlan with(List<Library> libraries) {
    return new JarPlan(file, base, app, time, part.with(materials().with(libraries)), style, where);
  }
}
