package zugabe.kinds.archive;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import zugabe.core.survey.Draft;
import zugabe.core.survey.Proposal;
import zugabe.core.survey.Survey;
import zugabe.core.survey.Wishes;
import zugabe.core.survey.YamlText;

/**
 * Archives that install all programs: one for all systems of those in Java, and one for each system
 * that there are native programs for. Where a system has one of its own, it has everything.
 */
final class ArchiveDraft {
  private static final String UNKNOWN = "linux-x64";

  private ArchiveDraft() {}

  static Draft of(Proposal found) {
    List<String> java = new ArrayList<>();
    Map<String, List<String>> natives = new LinkedHashMap<>();
    found
        .programs()
        .forEach(
            (name, p) -> {
              if (p.isJava()) {
                java.add(name);
              } else if (p.kind() == Survey.Kind.FILE) {
                Set<String> on = found.builds().get(name).platforms();
                (on.isEmpty() ? Set.of(UNKNOWN) : on)
                    .forEach(o -> natives.computeIfAbsent(o, x -> new ArrayList<>()).add(name));
              }
            });
    boolean installs = !java.isEmpty() && found.wants(Wishes.Make.INSTALLED);
    // what Java loads by name is for some systems only
    Set<String> on = found.carried().natives().keySet();
    List<String> lines = new ArrayList<>();
    List<String> others = on.stream().filter(p -> !natives.containsKey(p)).toList();
    if (installs && (on.isEmpty() || !others.isEmpty())) {
      lines.add(set(found, java, others, natives.isEmpty()));
    }
    natives.forEach(
        (platform, names) -> {
          List<String> all = new ArrayList<>();
          if (installs && (on.isEmpty() || on.contains(platform))) {
            all.addAll(java);
          }
          all.addAll(names);
          lines.add(line(found, platform, all));
        });
    return Draft.of(lines);
  }

  private static String set(
      Proposal found, List<String> java, List<String> platforms, boolean isAll) {
    return "  set: {kind: archive, programs: "
        + YamlText.list(java)
        + files(found)
        + (platforms.isEmpty() ? "" : ", platforms: " + YamlText.list(platforms))
        + (platforms.isEmpty() || platforms.contains(windows(found)) ? holds(found, java) : "")
        + ", formats: [zip, tar.gz]}"
        + YamlText.comment(isAll ? "installs all of them" : "for systems without one of their own");
  }

  /** The group of files that lie beside the programs. */
  private static String files(Proposal found) {
    return found.files().map(f -> ", materials: " + f).orElse("");
  }

  private static String windows(Proposal found) {
    return found.windows().orElse("");
  }

  /** Start programs of those that are in it. */
  private static String holds(Proposal found, List<String> names) {
    String held =
        found.startPrograms().stream()
            .filter(names::contains)
            .map(name -> name + "-exe: .")
            .collect(Collectors.joining(", "));
    return held.isEmpty() ? "" : ", holds: {" + held + "}";
  }

  private static String line(Proposal found, String platform, List<String> names) {
    return "  "
        + platform
        + ": {kind: archive, programs: "
        + YamlText.list(names)
        + files(found)
        + (platform.equals(windows(found)) ? holds(found, names) : "")
        + ", platforms: ["
        + platform
        + "], formats: ["
        + (platform.startsWith("windows") ? "zip" : "tar.gz")
        + "]}";
  }
}
