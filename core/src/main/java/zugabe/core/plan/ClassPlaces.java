package zugabe.core.plan;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.ClassSurvey;
import zugabe.core.materials.Materials;

/** Whether classes lie where a runtime looks for them: below folders named as their packages. */
final class ClassPlaces {
  private final Materials materials;
  private final Findings findings;

  ClassPlaces(Materials materials, Findings findings) {
    this.materials = materials;
    this.findings = findings;
  }

  /** What is wrong is told once for each key that names the files. */
  void check() throws IOException {
    Map<String, List<ClassSurvey.Misplaced>> byKey = new LinkedHashMap<>();
    for (ClassSurvey.Misplaced m : materials.classes().misplaced()) {
      byKey.computeIfAbsent(m.own().where().text(), k -> new ArrayList<>()).add(m);
    }
    byKey.values().forEach(all -> report(all.get(0)));
  }

  private void report(ClassSurvey.Misplaced m) {
    Where where = m.own().where();
    String file = m.own().file().name();
    String expected = m.expected();
    boolean below = file.endsWith("/" + expected);
    findings.add(
        ProgramCode.Z3023,
        where,
        "The class in "
            + file
            + " says that it is "
            + m.name()
            + ", so a runtime looks for it as "
            + expected
            + "; it would lie at "
            + m.own().path()
            + ".",
        below
            ? "Write " + file.substring(0, file.length() - expected.length() - 1) + " there."
            : "Name the folder in which " + expected.split("/", 2)[0] + " lies.");
  }
}
