package zugabe.kinds.jar;

import java.util.ArrayList;
import java.util.List;
import zugabe.core.survey.Draft;
import zugabe.core.survey.Proposal;
import zugabe.core.survey.Survey;
import zugabe.core.survey.Wishes;
import zugabe.core.survey.YamlText;

/** A jar for each program in Java, or one for a library. */
final class JarDraft {
  private JarDraft() {}

  static Draft of(Proposal found) {
    List<String> lines = new ArrayList<>();
    if (found.wants(Wishes.Make.SINGLE)) {
      found.programs().forEach((name, p) -> program(name, p, lines));
    }
    if (!found.libraries().isEmpty()) {
      lines.add("  library: {kind: jar, materials: library}");
    }
    return Draft.of(lines);
  }

  private static void program(String name, Survey.Candidate p, List<String> lines) {
    if (p.isJava()) {
      String travel = p.libraries().isEmpty() ? "" : ", libraries: " + travel(p);
      lines.add(
          "  "
              + name
              + "-jar: {kind: jar, program: "
              + name
              + travel
              + ", file: "
              + YamlText.filled(name + "-{app.version}.jar")
              + "}");
    }
  }

  /** Signed libraries and modules can't be merged without losing something. */
  private static String travel(Survey.Candidate p) {
    boolean whole =
        p.libraries().stream()
            .anyMatch(
                l -> !l.what().fact("signed").isEmpty() || l.what().fact("module").equals("named"));
    return p.libraries().size() > 20 || whole ? "nested" : "merged";
  }
}
