package zugabe.kinds.war;

import java.util.ArrayList;
import java.util.List;
import zugabe.core.survey.Draft;
import zugabe.core.survey.Proposal;
import zugabe.core.survey.Survey;
import zugabe.core.survey.YamlText;

/** A web archive for each folder of classes with servlets. */
final class WarDraft {
  private WarDraft() {}

  static Draft of(Proposal found) {
    List<String> lines = new ArrayList<>();
    found
        .programs()
        .forEach(
            (name, p) -> {
              if (p.kind() == Survey.Kind.WEB) {
                lines.add(line(name, p, found.nests()));
              }
            });
    return Draft.of(lines);
  }

  private static String line(String name, Survey.Candidate p, boolean nests) {
    String what =
        p.main().isEmpty()
            ? "materials: " + name
            : "program: " + name + (nests ? ", stands-alone: true" : "");
    return "  "
        + name
        + "-war: {kind: war, "
        + what
        + ", file: "
        + YamlText.scalar(name + ".war")
        + "}"
        + YamlText.comment("the name is the address");
  }
}
