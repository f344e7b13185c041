package zugabe.kinds.jar;

import java.util.ArrayList;
import java.util.List;
import zugabe.core.survey.Carried;
import zugabe.core.survey.Draft;
import zugabe.core.survey.Proposal;
import zugabe.core.survey.Survey;
import zugabe.core.survey.Wishes;
import zugabe.core.survey.YamlText;

/** A jar for each program in Java, or one for a library. */
final class JarDraft {
  private static final String BESIDE = "beside";

  private JarDraft() {}

  static Draft of(Proposal found) {
    List<String> lines = new ArrayList<>();
    if (found.wants(Wishes.Make.SINGLE)) {
      found.programs().forEach((name, p) -> program(found, name, p, lines));
    }
    if (!found.libraries().isEmpty()) {
      lines.add("  library: {kind: jar, materials: library}");
    }
    return Draft.of(lines);
  }

  private static void program(Proposal found, String name, Survey.Candidate p, List<String> lines) {
    if (p.isJava()) {
      boolean alone = p.libraries().isEmpty() && found.carried().natives().isEmpty();
      boolean module = !Carried.module(found.survey(), p).isEmpty();
      String travel = alone && !module ? "" : ", libraries: " + travel(found, p);
      lines.add(
          "  "
              + name
              + "-jar: {kind: jar, program: "
              + name
              + travel
              + ", file: "
              + YamlText.filled(
                  name + "-{app.version}" + (travel.endsWith(BESIDE) ? ".zip" : ".jar"))
              + "}");
    }
  }

  private static String travel(Proposal found, Survey.Candidate p) {
    if (!Carried.module(found.survey(), p).isEmpty()) {
      return BESIDE;
    }
    return found.merges(p) ? "merged" : found.nests() ? "nested" : BESIDE;
  }
}
