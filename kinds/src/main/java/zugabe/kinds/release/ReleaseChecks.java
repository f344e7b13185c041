package zugabe.kinds.release;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import zugabe.bytes.Regex;
import zugabe.core.finding.Findings;
import zugabe.core.materials.OwnFile;

/** Holds resource files against what is there, and against each other. */
final class ReleaseChecks {
  private final ErlangRuntime runtime;
  private final Applications applications;
  private final Findings findings;

  ReleaseChecks(ErlangRuntime runtime, Applications applications, Findings findings) {
    this.runtime = runtime;
    this.applications = applications;
    this.findings = findings;
  }

  void run() {
    for (Application application : applications.ordered()) {
      versions(application);
      if (applications.isOwn(application)) {
        modules(application);
        folder(application);
      }
    }
  }

  /** Exact versions are read; what an application asks for at least is held against them. */
  private void versions(Application application) {
    for (String wanted : application.texts("runtime_dependencies")) {
      int dash = wanted.lastIndexOf('-');
      if (dash < 1) {
        continue;
      }
      String name = wanted.substring(0, dash);
      String version = wanted.substring(dash + 1);
      String there =
          name.equals("erts")
              ? runtime.erts()
              : applications.ordered().stream()
                  .filter(a -> a.name().equals(name))
                  .map(Application::version)
                  .findFirst()
                  .orElse("");
      if (!there.isEmpty() && isOlder(there, version)) {
        findings.add(
            ReleaseCode.Z7004,
            application.where(),
            application.title() + " needs " + wanted + " or later, and " + there + " is there.",
            "Take a newer runtime, or an older version of the application.");
      }
    }
  }

  private static boolean isOlder(String version, String wanted) {
    String[] a = version.split("\\.", -1);
    String[] b = wanted.split("\\.", -1);
    for (int i = 0; i < Math.max(a.length, b.length); i++) {
      int order = Long.compare(number(a, i), number(b, i));
      if (order != 0) {
        return order < 0;
      }
    }
    return false;
  }

  private static long number(String[] parts, int i) {
    String digits = i < parts.length ? Regex.replaceFirst(parts[i], "[^0-9].*", "") : "";
    return digits.isEmpty() || digits.length() > 18 ? 0 : Long.parseLong(digits);
  }

  private void modules(Application application) {
    Set<String> listed = new HashSet<>(application.atoms("modules"));
    for (String module : application.atoms("modules")) {
      if (!application.has("ebin/" + module + ".beam")) {
        findings.add(
            ReleaseCode.Z7006,
            application.where(),
            application.name()
                + " lists the module "
                + module
                + ", and there is no "
                + module
                + ".beam.",
            "Compile the application again.");
      }
    }
    List<String> unlisted =
        application.files().stream()
            .map(OwnFile::path)
            .filter(p -> p.startsWith(application.folder() + "ebin/") && p.endsWith(".beam"))
            .map(p -> p.substring(p.lastIndexOf('/') + 1, p.length() - ".beam".length()))
            .filter(m -> !listed.contains(m))
            .toList();
    if (!unlisted.isEmpty()) {
      findings.add(
          ReleaseCode.Z7007,
          application.where(),
          application.name() + " doesn't list " + String.join(", ", unlisted) + ".",
          "Compile the application again; in embedded mode such a module is not loaded at the start.");
    }
  }

  private void folder(Application application) {
    String folder = Regex.replaceFirst(application.folder(), "/$", "");
    String last = folder.substring(folder.lastIndexOf('/') + 1);
    if (last.startsWith(application.name() + "-") && !last.equals(application.title())) {
      findings.add(
          ReleaseCode.Z7004,
          application.where(),
          "The resource file says version "
              + application.version()
              + ", and the folder is named "
              + last
              + ".",
          "Compile the application again, or rename the folder.");
    }
  }
}
