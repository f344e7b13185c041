package zugabe.kinds.release;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import zugabe.bytes.Regex;
import zugabe.core.materials.Nature;
import zugabe.core.survey.Draft;
import zugabe.core.survey.Proposal;
import zugabe.core.survey.Survey;
import zugabe.core.survey.YamlText;

/** What a draft says of compiled applications for Erlang/OTP: one release of all of them. */
final class ErlangDraft {
  /** Names the folder of an Erlang/OTP. */
  private static final String VARIABLE = "ERLANG_ROOT";

  /** Where it mostly is. */
  private static final String USUAL_ROOT = "/usr/lib/erlang";

  private static final String ROOT = "\"{env." + VARIABLE + ":" + USUAL_ROOT + "}\"";

  private final List<Survey.Found> applications;

  static Draft of(Proposal found) {
    ErlangDraft draft = new ErlangDraft(found.survey());
    if (draft.isEmpty()) {
      return Draft.NOTHING;
    }
    String root = found.around().variable(VARIABLE, USUAL_ROOT);
    return new Draft(
        Optional.of(new Draft.Called(draft.name(), "", draft.version().orElse(""))),
        draft.roots(),
        draft.materials(),
        draft.deliverable(),
        found.around().has(root, "erts-"));
  }

  private ErlangDraft(Survey survey) {
    this.applications =
        survey.of(Nature.APPLICATION).stream()
            .filter(a -> a.folder().endsWith("/ebin") && a.what().fault().isEmpty())
            .filter(a -> !a.what().fact("name").isEmpty())
            .toList();
  }

  boolean isEmpty() {
    return applications.isEmpty();
  }

  /** Of the release: that of the application which none of the others needs. */
  String name() {
    Set<String> needed = new LinkedHashSet<>();
    applications.forEach(a -> needed.addAll(List.of(a.what().fact("applications").split(" ", -1))));
    return applications.stream()
        .map(a -> a.what().fact("name"))
        .filter(n -> !needed.contains(n))
        .findFirst()
        .orElseGet(() -> applications.get(0).what().fact("name"));
  }

  Optional<String> version() {
    return applications.stream()
        .filter(a -> a.what().fact("name").equals(name()))
        .map(a -> a.what().fact("version"))
        .filter(v -> !v.isEmpty())
        .findFirst();
  }

  private String group() {
    return name().replace('_', '-');
  }

  List<String> roots() {
    return List.of(
        "",
        "roots:",
        "  erlang: " + ROOT + "  # the Erlang/OTP that it runs on: what code:root_dir() gives");
  }

  List<String> materials() {
    List<String> folders =
        applications.stream().map(a -> Regex.replaceFirst(a.folder(), "/ebin$", "")).toList();
    return List.of("  " + group() + ":", "    applications: " + YamlText.list(folders));
  }

  List<String> deliverable() {
    List<String> lines = new ArrayList<>();
    lines.add("  " + group() + ":");
    lines.add("    kind: release");
    lines.add("    materials: " + group());
    lines.add("    file: \"" + group() + "-{app.version}\"");
    lines.add("    release:");
    lines.add("      runtime: \"erlang:\"");
    lines.add("      # carried: true              # the runtime travels along");
    lines.add("      # first-run: module:function # called once, before the first start");
    return lines;
  }
}
