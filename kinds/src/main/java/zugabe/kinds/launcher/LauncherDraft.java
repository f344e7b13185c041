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

/**
 * A start program for each program in Java that people start themselves: one that carries it, or
 * one that archives hold.
 */
final class LauncherDraft {
  /** What it is for unless a recipe says otherwise. */
  private static final String USUAL = Keys.Target.WINDOWS_X64.platform();

  private LauncherDraft() {}

  static Draft of(String kind, Proposal found) {
    List<String> lines = new ArrayList<>();
    if (found.wants(Wishes.Make.SINGLE)) {
      for (Map.Entry<String, Survey.Candidate> e : found.programs().entrySet()) {
        if (isFor(found, e.getValue())) {
          String travel = found.merges(e.getValue()) ? "" : ", libraries: nested";
          lines.add(line(kind, e.getKey(), travel, e.getKey() + "-{app.version}.exe"));
        }
      }
    }
    for (String name : found.startPrograms()) {
      String other =
          found.windows().filter(w -> !w.equals(USUAL)).map(w -> ", platform: " + w).orElse("");
      lines.add(line(kind, name, ", libraries: beside" + other, name + ".exe"));
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

  private static String line(String kind, String name, String travel, String file) {
    return "  "
        + name
        + "-exe: {kind: "
        + kind
        + ", program: "
        + name
        + travel
        + ", file: "
        + YamlText.filled(file)
        + "}";
  }
}
