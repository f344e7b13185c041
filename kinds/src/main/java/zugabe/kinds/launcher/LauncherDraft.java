package zugabe.kinds.launcher;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import zugabe.core.survey.Carried;
import zugabe.core.survey.Draft;
import zugabe.core.survey.Proposal;
import zugabe.core.survey.Survey;
import zugabe.core.survey.Wishes;
import zugabe.core.survey.YamlText;

/** A start program for each program in Java that people start themselves. */
final class LauncherDraft {
  private LauncherDraft() {}

  static Draft of(String kind, Proposal found) {
    List<String> lines = new ArrayList<>();
    if (found.wants(Wishes.Make.SINGLE)) {
      for (Map.Entry<String, Survey.Candidate> e : found.programs().entrySet()) {
        if (isFor(found, e.getValue())) {
          lines.add(line(kind, e.getKey(), found.merges(e.getValue())));
        }
      }
    }
    return Draft.of(lines);
  }

  /** Modules need files beside them, and services are started by the system. */
  private static boolean isFor(Proposal found, Survey.Candidate p) {
    return p.isJava()
        && !p.service()
        && Carried.module(found.survey(), p).isEmpty()
        && (found.merges(p) || found.nests());
  }

  private static String line(String kind, String name, boolean merged) {
    return "  "
        + name
        + "-exe: {kind: "
        + kind
        + ", program: "
        + name
        + (merged ? "" : ", libraries: nested")
        + ", file: "
        + YamlText.filled(name + "-{app.version}.exe")
        + "}";
  }
}
