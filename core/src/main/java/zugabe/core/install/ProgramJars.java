package zugabe.core.install;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Said;
import zugabe.core.jar.Carried;
import zugabe.core.jar.LibraryNames;
import zugabe.core.jar.ProgramJar;
import zugabe.core.materials.Library;
import zugabe.core.materials.Materials;
import zugabe.core.plan.Planned;
import zugabe.core.plan.PlannedTree;
import zugabe.core.target.Report.Treatment;

/**
 * The jars of an install tree's programs. A program has a jar of its name; several programs of one
 * group share a jar with its classes, and their own say only what is started.
 */
public final class ProgramJars {
  private ProgramJars() {}

  /**
   * One jar.
   *
   * @param name its file name, in {@code lib}
   */
  public record Jar(String name, Planned planned, Carried carried, List<String> classPath) {

    /**
     * Lays it out.
     *
     * @param full false to be looked at only
     * @param treatments gets files that a rule decided about
     */
    public zugabe.bytes.Layout layout(boolean full, List<Treatment> treatments, Findings findings)
        throws IOException {
      ProgramJar jar = ProgramJar.of(planned, carried, classPath, full, findings);
      treatments.addAll(jar.treatments());
      return jar.layout();
    }
  }

  /** All of them. */
  public static List<Jar> of(Planned d) throws IOException {
    Map<String, List<PlannedTree.Part>> groups = new LinkedHashMap<>();
    for (PlannedTree.Part part : d.tree().orElseThrow().parts()) {
      if (part.program().file().isEmpty()) {
        groups.computeIfAbsent(part.materials().name(), n -> new ArrayList<>()).add(part);
      }
    }
    List<Jar> jars = new ArrayList<>();
    for (List<PlannedTree.Part> parts : groups.values()) {
      if (parts.size() > 1) {
        String name = shared(parts.get(0).materials());
        Planned planned = d.jar(name, Optional.empty(), parts.get(0).materials());
        jars.add(new Jar(name, planned, Carried.of(planned), List.of()));
      }
      for (PlannedTree.Part part : parts) {
        Planned planned = planned(d, part, parts.size() > 1);
        jars.add(new Jar(planned.file(), planned, Carried.of(planned), classPath(d, part)));
      }
    }
    return jars;
  }

  private static Planned planned(Planned d, PlannedTree.Part part, boolean shares) {
    Materials materials = shares ? part.materials().empty() : part.materials();
    return d.jar(name(part), Optional.of(part.program()), materials);
  }

  private static String shared(Materials materials) {
    return materials.name() + "-classes.jar";
  }

  /** The jar that starts a program. */
  static String name(PlannedTree.Part part) {
    return part.program().name() + ".jar";
  }

  /** What its start scripts have to carry. */
  static List<Said<String>> options(Planned d, PlannedTree.Part part) {
    return Carried.of(planned(d, part, false)).options();
  }

  /** Its libraries as they lie in {@code lib}. */
  static Map<String, Library> libraries(Planned d, PlannedTree.Part part, Findings findings)
      throws IOException {
    return LibraryNames.of(planned(d, part, false), findings);
  }

  /** What its jar names, in {@code lib}. */
  static List<String> classPath(Planned d, PlannedTree.Part part) throws IOException {
    List<String> names = new ArrayList<>();
    boolean shares =
        d.tree().orElseThrow().parts().stream()
                .filter(p -> p.program().file().isEmpty())
                .filter(p -> p.materials().name().equals(part.materials().name()))
                .count()
            > 1;
    if (shares) {
      names.add(shared(part.materials()));
    }
    names.addAll(libraries(d, part, new Findings()).keySet());
    return names;
  }
}
