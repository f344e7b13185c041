package zugabe.kinds.apk;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import zugabe.bytes.Regex;
import zugabe.core.android.PackageManifest;
import zugabe.core.materials.Nature;
import zugabe.core.materials.Recognition;
import zugabe.core.survey.Draft;
import zugabe.core.survey.PhoneParts;
import zugabe.core.survey.Proposal;
import zugabe.core.survey.Survey;
import zugabe.core.survey.YamlText;

/** A package of the parts that a build left, or of a finished one. */
final class ApkDraft {
  /** What the first screen's class is mostly called. */
  private static final List<String> FIRST = List.of("Main", "Launch", "Start", "Splash", "Home");

  private final List<Survey.Found> found;
  private final PhoneParts parts;

  /** Where there are programs as well, the application's id comes from them. */
  private final boolean alone;

  private ApkDraft(Survey survey, boolean alone) {
    this.alone = alone;
    this.found = survey.found();
    this.parts = PhoneParts.in(survey);
  }

  static Draft of(Proposal proposal) {
    return new ApkDraft(proposal.survey(), proposal.programs().isEmpty()).draft();
  }

  private Draft draft() {
    List<Survey.Found> code =
        found.stream().filter(f -> f.what().nature() == Nature.DALVIK).toList();
    if (!code.isEmpty() || PhoneParts.startsNative(found)) {
      return parts(code);
    }
    // the largest one is the application; others are its tests
    Optional<Survey.Found> finished =
        found.stream()
            .filter(f -> f.what().nature() == Nature.MOBILE_PACKAGE && f.name().endsWith(".apk"))
            .max((a, b) -> Long.compare(a.size(), b.size()));
    return finished.map(ApkDraft::rework).orElse(Draft.NOTHING);
  }

  private Optional<Survey.Found> manifest() {
    return found.stream().filter(f -> f.name().equals(PackageManifest.PATH)).findFirst();
  }

  /** A package keeps what it is called until the recipe says something else. */
  private static Draft rework(Survey.Found finished) {
    List<String> lines = new ArrayList<>();
    lines.add("  phone:");
    lines.add("    kind: apk");
    lines.add("    package: " + YamlText.scalar(finished.path()));
    code(finished.what(), lines);
    lines.add("    # sign: a key that zugabe key new --for android makes");
    return Draft.of(lines).called(called(finished.what()));
  }

  private static void code(Recognition what, List<String> lines) {
    if (Regex.matches(what.fact("version code"), "[1-9][0-9]{0,9}")) {
      lines.add(
          "    version-code: "
              + what.fact("version code")
              + YamlText.comment(
                  "phones take no lower one; without this line app.version gives it"));
    }
  }

  /** Its names as a recipe takes them. */
  private static Draft.Called called(Recognition what) {
    return new Draft.Called(
        what.fact("id"),
        Regex.replaceAll(what.fact("label"), "\\s+", " ").strip(),
        Regex.replaceFirst(
            Regex.replaceAll(what.fact("version"), "[^A-Za-z0-9._+~-]+", "-"),
            "^[^A-Za-z0-9]+",
            ""));
  }

  private Draft parts(List<Survey.Found> code) {
    List<String> lines = new ArrayList<>();
    lines.add("  phone:");
    lines.add("    kind: apk");
    if (!code.isEmpty()) {
      lines.add("    code: " + list(code.stream().map(Survey.Found::path).toList()));
    }
    if (!parts.resources().isEmpty()) {
      lines.add("    resources: " + list(parts.resources()));
    }
    if (!parts.assets().isEmpty()) {
      lines.add("    assets: " + list(parts.assets()));
    }
    Map<String, Set<String>> natives = PhoneParts.natives(found);
    if (!natives.isEmpty()) {
      lines.add("    natives:");
      natives.forEach((abi, files) -> lines.add("      " + abi + ": " + list(files)));
    }
    Optional<Survey.Found> manifest = manifest();
    Components components = new Components(code);
    Draft.Called called = manifest.map(m -> called(m.what())).orElse(new Draft.Called("", "", ""));
    if (manifest.isPresent()) {
      lines.add(
          "    manifest: "
              + YamlText.scalar(manifest.get().path())
              + YamlText.comment("completed with what is said here"));
      code(manifest.get().what(), lines);
    } else if (code.isEmpty()) {
      lines.add(
          "    activities: {android.app.NativeActivity: {}}"
              + YamlText.comment("the platform's own: it loads " + PhoneParts.FIRST));
    } else {
      lines.addAll(components.lines(alone ? components.id() : ""));
    }
    lines.add("    # sign: a key that zugabe key new --for android makes");
    return Draft.of(lines)
        .called(
            called.id().isEmpty()
                ? new Draft.Called(components.id(), called.name(), called.version())
                : called);
  }

  private static String list(Iterable<String> all) {
    List<String> scalars = new ArrayList<>();
    all.forEach(one -> scalars.add(YamlText.scalar(one)));
    return scalars.size() == 1 ? scalars.get(0) : "[" + String.join(", ", scalars) + "]";
  }

  /** What the system starts, by the classes that byte code extends. */
  private record Components(Map<String, List<String>> byKey) {
    Components(List<Survey.Found> code) {
      this(new TreeMap<>());
      for (String key : List.of("application", "activities", "receivers", "services")) {
        TreeSet<String> names = new TreeSet<>();
        for (Survey.Found one : code) {
          String said = one.what().fact(key);
          names.addAll(said.isEmpty() ? List.of() : List.of(said.split(", ", -1)));
        }
        byKey.put(key, List.copyOf(names));
      }
    }

    List<String> lines(String id) {
      List<String> lines = new ArrayList<>();
      List<String> whole = byKey.get("application");
      if (!whole.isEmpty()) {
        lines.add(
            "    application: "
                + name(whole.get(0), id)
                + (whole.size() > 1 ? YamlText.comment("a guess: there are several") : ""));
      }
      List<String> activities = byKey.get("activities");
      if (activities.isEmpty()) {
        lines.add(
            "    activities: {}"
                + YamlText.comment("classes of screens, such as .MainActivity: {}"));
      } else {
        lines.add("    activities:");
        String first = first(activities);
        for (String one : activities) {
          boolean said = one.equals(first) && activities.size() > 1;
          lines.add(
              "      "
                  + name(one, id)
                  + (said
                      ? ": {launcher: true}" + YamlText.comment("what the launcher starts: a guess")
                      : ": {}"));
        }
      }
      for (String key : List.of("services", "receivers")) {
        if (!byKey.get(key).isEmpty()) {
          lines.add("    " + key + ":");
          byKey.get(key).forEach(one -> lines.add("      " + name(one, id) + ": {}"));
        }
      }
      return lines;
    }

    private static String first(List<String> activities) {
      for (String word : FIRST) {
        for (String one : activities) {
          if (one.substring(one.lastIndexOf('.') + 1).contains(word)) {
            return one;
          }
        }
      }
      return activities.get(0);
    }

    private static String name(String className, String id) {
      return YamlText.scalar(
          !id.isEmpty() && className.startsWith(id + ".")
              ? className.substring(id.length())
              : className);
    }

    /** What the packages of all of them begin with. */
    String id() {
      String common = null;
      for (List<String> names : byKey.values()) {
        for (String one : names) {
          String in = one.substring(0, Math.max(0, one.lastIndexOf('.')));
          if (common == null) {
            common = in;
          }
          while (!common.isEmpty() && !(in + ".").startsWith(common + ".")) {
            common = common.substring(0, Math.max(0, common.lastIndexOf('.')));
          }
        }
      }
      return common != null && common.contains(".") ? common : "";
    }
  }
}
