package zugabe.kinds.archive;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import zugabe.core.survey.Draft;
import zugabe.core.survey.Proposal;
import zugabe.core.survey.Survey;
import zugabe.core.survey.Wishes;
import zugabe.core.survey.YamlText;

/** An archive that installs all programs in Java, and one for each system of those that aren't. */
final class ArchiveDraft {
  private ArchiveDraft() {}

  static Draft of(Proposal found) {
    List<String> lines = new ArrayList<>();
    List<String> java = new ArrayList<>();
    Map<String, List<String>> platforms = new LinkedHashMap<>();
    found
        .programs()
        .forEach(
            (name, p) -> {
              if (p.isJava()) {
                java.add(name);
              } else if (p.kind() == Survey.Kind.FILE) {
                Set<String> on = found.builds().get(name).platforms();
                (on.isEmpty() ? Set.of("linux-x64") : on)
                    .forEach(o -> platforms.computeIfAbsent(o, x -> new ArrayList<>()).add(name));
              }
            });
    if (!java.isEmpty() && found.wants(Wishes.Make.INSTALLED)) {
      lines.add(
          "  set: {kind: archive, programs: "
              + YamlText.list(java)
              + files(found)
              + ", formats: [zip, tar.gz]}"
              + YamlText.comment("installs all of them"));
    }
    platforms.forEach((platform, names) -> lines.add(line(found, platform, names)));
    return Draft.of(lines);
  }

  /** The group of files that lie beside the programs. */
  private static String files(Proposal found) {
    return found.files().map(f -> ", materials: " + f).orElse("");
  }

  private static String line(Proposal found, String platform, List<String> names) {
    return "  "
        + platform
        + ": {kind: archive, programs: "
        + YamlText.list(names)
        + files(found)
        + ", platforms: ["
        + platform
        + "], formats: ["
        + (platform.startsWith("windows") ? "zip" : "tar.gz")
        + "]}";
  }
}
