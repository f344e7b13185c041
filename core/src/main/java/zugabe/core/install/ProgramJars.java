package zugabe.core.install;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.jar.JarPlan;
import zugabe.core.jar.JarStyle;
import zugabe.core.jar.LibraryNames;
import zugabe.core.jar.ProgramJar;
import zugabe.core.jar.StartNeeds;
import zugabe.core.materials.Library;
import zugabe.core.materials.Materials;
import zugabe.core.plan.Part;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Program;
import zugabe.core.plan.Use;

/**
 * The jars of an install tree's programs. A program has a jar of its name; several programs of one
 * group share a jar with its classes, and their own say only what is started.
 */
public final class ProgramJars {
  /** Where they lie. */
  public static final String FOLDER = "lib/";

  private final Planned deliverable;
  private final JarStyle style;

  /**
   * @param style how they are put together; libraries lie beside them
   */
  public ProgramJars(Planned deliverable, JarStyle style) {
    this.deliverable = deliverable;
    this.style = style;
  }

  /** All of them, by their file names in {@code lib}. */
  public Map<String, ProgramJar> jars(Findings findings) throws IOException {
    Map<String, List<Part>> groups = new LinkedHashMap<>();
    for (Part part : programs()) {
      groups.computeIfAbsent(part.materials().name(), n -> new ArrayList<>()).add(part);
    }
    Map<String, ProgramJar> jars = new LinkedHashMap<>();
    for (List<Part> parts : groups.values()) {
      if (parts.size() > 1) {
        Materials shared = parts.get(0).materials();
        put(plan(shared(shared), Optional.empty(), shared), List.of(), jars, findings);
      }
      for (Part part : parts) {
        put(plan(part, parts.size() > 1), classPath(part), jars, findings);
      }
    }
    return jars;
  }

  private static void put(
      JarPlan plan, List<String> classPath, Map<String, ProgramJar> jars, Findings findings)
      throws IOException {
    jars.put(plan.file(), ProgramJar.of(plan, StartNeeds.of(plan), classPath, findings));
  }

  /** Parts with a program in Java. */
  private List<Part> programs() {
    return deliverable.parts().stream()
        .filter(p -> p.program().filter(Program::isJava).isPresent())
        .toList();
  }

  private JarPlan plan(Part part, boolean shares) {
    Materials materials = shares ? part.materials().empty() : part.materials();
    return plan(name(part), part.program(), materials);
  }

  private JarPlan plan(String file, Optional<Program> starts, Materials holds) {
    Part part =
        new Part(starts, holds, Use.LOADED, List.of(), Optional.empty(), deliverable.where());
    return new JarPlan(
        file,
        deliverable.app().shortName(),
        deliverable.app(),
        deliverable.time(),
        part,
        style,
        deliverable.where());
  }

  /** The jar with the classes that programs of one group share. */
  public static String shared(Materials materials) {
    return materials.name() + "-classes.jar";
  }

  /** The jar that starts a program; a library may be called like it. */
  public static String name(Part part) {
    String program = part.program().orElseThrow().name();
    boolean taken =
        part.materials().libraries().stream()
            .anyMatch(l -> l.name().equalsIgnoreCase(program + ".jar"));
    return program + (taken ? "-program.jar" : ".jar");
  }

  /** The part whose program a file of the tree starts. */
  public static Optional<Part> startedBy(String path, Planned d) {
    return d.parts().stream()
        .filter(p -> p.program().filter(Program::isJava).isPresent())
        .filter(p -> path.equals(FOLDER + name(p)))
        .findFirst();
  }

  /** What its start scripts have to carry. */
  List<Located<String>> options(Part part) {
    return StartNeeds.of(plan(part, false)).options();
  }

  /** Its libraries as they lie in {@code lib}. */
  Map<String, Library> libraries(Part part, Findings findings) throws IOException {
    return LibraryNames.of(plan(part, false), findings);
  }

  /** What its jar names, in {@code lib}. */
  public List<String> classPath(Part part) throws IOException {
    List<String> names = new ArrayList<>();
    String group = part.materials().name();
    if (programs().stream().filter(p -> p.materials().name().equals(group)).count() > 1) {
      names.add(shared(part.materials()));
    }
    names.addAll(libraries(part, new Findings()).keySet());
    return names;
  }
}
