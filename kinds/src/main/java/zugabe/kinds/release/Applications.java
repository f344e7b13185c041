package zugabe.kinds.release;

import java.io.IOException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zugabe.bytes.Regex;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Nearest;
import zugabe.core.materials.OwnFile;

/** The applications of a release: the user's own, and what they need of the runtime's. */
final class Applications {
  private final ReleasePlan release;
  private final Findings findings;
  private final Map<String, Application> own = new LinkedHashMap<>();
  private final Map<String, Application> ordered = new LinkedHashMap<>();
  private final Set<String> included = new LinkedHashSet<>();

  private Applications(ReleasePlan release, Findings findings) {
    this.release = release;
    this.findings = findings;
  }

  /** All that are needed, each behind those that it needs; what is wrong is in the findings. */
  static Applications of(ReleasePlan release, Findings findings) throws IOException {
    Applications applications = new Applications(release, findings);
    applications.readOwn();
    applications.add("kernel", new ArrayDeque<>());
    applications.add("stdlib", new ArrayDeque<>());
    for (String name : List.copyOf(applications.own.keySet())) {
      applications.add(name, new ArrayDeque<>());
    }
    return applications;
  }

  List<Application> ordered() {
    return List.copyOf(ordered.values());
  }

  /** Whether it is started by another one. */
  boolean isIncluded(Application application) {
    return included.contains(application.name());
  }

  boolean isOwn(Application application) {
    return own.containsValue(application);
  }

  private static boolean isResource(OwnFile file) {
    return Regex.matches(file.path(), "(.*/)?ebin/[^/]+\\.app");
  }

  private void readOwn() throws IOException {
    for (OwnFile file : release.applications()) {
      if (!isResource(file)) {
        continue;
      }
      Optional<Application> read = Application.of(file, release.applications(), findings);
      Application other = read.map(a -> own.putIfAbsent(a.name(), a)).orElse(null);
      if (other != null) {
        findings.add(
            ReleaseCode.Z7004,
            read.get().where(),
            read.get().name()
                + " is there twice, as "
                + other.version()
                + " and as "
                + read.get().version()
                + ".",
            "Remove one of them from the materials.");
      }
    }
    if (own.isEmpty() && !findings.hasErrors()) {
      findings.add(
          ReleaseCode.Z7001,
          release.where(),
          "There is no application in the materials: no ebin/NAME.app.",
          "Name the folders of compiled applications under applications:.");
    }
  }

  private Optional<Application> known(String name) throws IOException {
    if (ordered.containsKey(name)) {
      return Optional.of(ordered.get(name));
    }
    if (own.containsKey(name)) {
      return Optional.of(own.get(name));
    }
    for (OwnFile file : release.runtime()) {
      if (Regex.matches(
          file.path(), "lib/[^/]+/ebin/" + com.google.re2j.Pattern.quote(name) + "\\.app")) {
        return Application.of(file, release.runtime(), findings);
      }
    }
    return Optional.empty();
  }

  private void add(String name, Deque<String> chain) throws IOException {
    if (ordered.containsKey(name)) {
      return;
    }
    if (chain.contains(name)) {
      List<String> circle = new ArrayList<>(chain);
      findings.add(
          ReleaseCode.Z7003,
          release.where(),
          "The applications need each other: "
              + String.join(" needs ", circle.subList(circle.indexOf(name), circle.size()))
              + " needs "
              + name
              + ".",
          "Remove one of them from the other's applications.");
      return;
    }
    Optional<Application> application = known(name);
    if (application.isEmpty()) {
      missing(name, chain);
      return;
    }
    chain.addLast(name);
    List<String> optional = application.get().atoms("optional_applications");
    for (String needed : application.get().atoms("applications")) {
      if (!optional.contains(needed) || known(needed).isPresent()) {
        add(needed, chain);
      }
    }
    for (String inner : application.get().atoms("included_applications")) {
      included.add(inner);
      add(inner, chain);
    }
    chain.removeLast();
    ordered.put(name, application.get());
  }

  private void missing(String name, Deque<String> chain) {
    if (release.runtime().isEmpty()) {
      return;
    }
    findings.add(
        ReleaseCode.Z7002,
        release.where(),
        (chain.isEmpty() ? "The release" : chain.peekLast())
            + " needs the application "
            + name
            + ", which is neither in the materials nor in the runtime.",
        Nearest.of(name, own.keySet(), 1).isEmpty()
            ? "Add its folder to the materials, or install it for the runtime."
            : "Did you mean " + Nearest.of(name, own.keySet(), 1).get(0) + "?");
  }
}
