package zugabe.kinds.apk;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import zugabe.core.phone.VersionCode;
import zugabe.core.survey.Draft;
import zugabe.core.survey.PhoneParts;
import zugabe.core.survey.Proposal;
import zugabe.core.survey.Survey;
import zugabe.core.survey.YamlText;

/** A package of the parts that a build left, or of a finished one. */
final class ApkDraft {
  private static final String MANIFEST = "AndroidManifest.xml";

  private final List<Survey.Found> found;
  private final PhoneParts parts;

  private ApkDraft(Survey survey) {
    this.found = survey.found();
    this.parts = PhoneParts.in(survey);
  }

  static Draft of(Proposal proposal) {
    return new ApkDraft(proposal.survey()).draft();
  }

  private Draft draft() {
    List<Survey.Found> code = ending(".dex");
    if (!code.isEmpty()) {
      return Draft.of(parts(code));
    }
    // the largest one is the application; others are its tests
    Optional<Survey.Found> finished =
        ending(".apk").stream().max((a, b) -> Long.compare(a.size(), b.size()));
    return finished.map(f -> Draft.of(rework(f))).orElse(Draft.NOTHING);
  }

  private List<Survey.Found> ending(String ending) {
    return found.stream().filter(f -> f.name().endsWith(ending)).toList();
  }

  private static List<String> rework(Survey.Found finished) {
    return List.of(
        "  phone: {kind: apk, package: "
            + YamlText.scalar(finished.path())
            + "}"
            + YamlText.comment("gets id, version, name and icon of app:; sign: names a key"));
  }

  private List<String> parts(List<Survey.Found> code) {
    List<String> lines = new ArrayList<>();
    lines.add("  phone:");
    lines.add("    kind: apk");
    lines.add("    code: " + list(code.stream().map(Survey.Found::path).toList()));
    Set<String> resources = parts.resources();
    if (!resources.isEmpty()) {
      lines.add("    resources: " + list(resources));
    }
    Map<String, Set<String>> natives = natives();
    if (!natives.isEmpty()) {
      lines.add("    natives:");
      natives.forEach((abi, files) -> lines.add("      " + abi + ": " + list(files)));
    }
    Optional<Survey.Found> manifest =
        found.stream().filter(f -> f.name().equals(MANIFEST)).findFirst();
    if (manifest.isPresent()) {
      lines.add(
          "    manifest: "
              + YamlText.scalar(manifest.get().path())
              + YamlText.comment("completed with what is said here"));
    } else {
      lines.add(
          "    activities: {}" + YamlText.comment("classes of screens, such as .MainActivity: {}"));
    }
    return lines;
  }

  private static String list(Iterable<String> all) {
    List<String> scalars = new ArrayList<>();
    all.forEach(one -> scalars.add(YamlText.scalar(one)));
    return scalars.size() == 1 ? scalars.get(0) : "[" + String.join(", ", scalars) + "]";
  }

  /** Libraries in folders that are named after a kind of processor. */
  private Map<String, Set<String>> natives() {
    Map<String, Set<String>> all = new TreeMap<>();
    for (Survey.Found one : ending(".so")) {
      String folder = one.folder();
      String name = folder.substring(folder.lastIndexOf('/') + 1);
      if (VersionCode.processors().contains(name)) {
        all.computeIfAbsent(name, n -> new TreeSet<>()).add(folder + "/*.so");
      }
    }
    return all;
  }
}
