package zugabe.core.install;

import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import zugabe.core.finding.Findings;
import zugabe.core.finding.RecipeCode;
import zugabe.core.kind.Report;
import zugabe.core.plan.Plan;
import zugabe.core.plan.Planned;
import zugabe.core.tree.Entry;

/** Whether deliverables that need others beside them lie where those are. */
public final class HeldCheck {
  private final Plan plan;
  private final Map<String, Report> reports;
  private final Findings findings;

  private HeldCheck(Plan plan, Map<String, Report> reports, Findings findings) {
    this.plan = plan;
    this.reports = reports;
    this.findings = findings;
  }

  /**
   * Looks at all that is to be made.
   *
   * @param reports what each deliverable will be, by its name
   */
  public static void run(Plan plan, Map<String, Report> reports, Findings findings) {
    HeldCheck check = new HeldCheck(plan, reports, findings);
    for (Planned d : plan.deliverables()) {
      check.alone(d);
      d.holds().keySet().forEach(name -> check.held(d, name));
    }
  }

  private Report report(String name) {
    return reports.getOrDefault(name, Report.NOTHING);
  }

  private void alone(Planned d) {
    boolean held = plan.intents().values().stream().anyMatch(i -> i.holds().contains(d.name()));
    report(d.name())
        .place()
        .flatMap(Report.Place::beside)
        .filter(b -> !held)
        .ifPresent(
            b ->
                findings.add(
                    InstallCode.Z3027,
                    d.where(),
                    "What it starts, " + b + ", lies beside it in an archive, and none holds it.",
                    "Make an archive of the program, with holds: {" + d.name() + ": .}."));
    report(d.name())
        .place()
        .map(Report.Place::seeking)
        .filter(s -> !held && isCarriedOnly(s))
        .ifPresent(
            s ->
                findings.add(
                    InstallCode.Z3030,
                    d.where(),
                    "It looks for a runtime only in "
                        + String.join(", ", s.carried())
                        + " beside it, and no archive holds both.",
                    "Make an archive with runtimes: that holds it, or add registry and path to seek:."));
  }

  private static boolean isCarriedOnly(Report.Seeking seeking) {
    return !seeking.elsewhere() && seeking.variables().isEmpty();
  }

  private void held(Planned d, String name) {
    Report held = report(name);
    if (held.place().isEmpty()) {
      return;
    }
    boolean there = false;
    for (Report.Tree tree : report(d.name()).trees()) {
      Set<String> paths = new HashSet<>();
      tree.tree().entries().forEach(e -> paths.add(e.path()));
      for (Entry entry : tree.tree().entries()) {
        if (entry instanceof Entry.Awaited a && a.deliverable().equals(name)) {
          there = true;
          Optional<String> beside = held.place().get().beside();
          beside.ifPresent(b -> beside(d, a, b, paths));
          runtime(d, a, home(a, beside, paths), held.place().get().seeking(), paths);
        }
      }
    }
    if (!there && !report(d.name()).trees().isEmpty()) {
      findings.add(
          RecipeCode.Z1022,
          d.where(),
          "holds: "
              + name
              + " has no effect here, because it is for "
              + held.place().get().platform()
              + ".",
          "Add that one to platforms:, or remove it from holds:.");
    }
  }

  private void beside(Planned d, Entry.Awaited file, String beside, Set<String> paths) {
    String folder = above(file.path());
    if (List.of(folder, above(folder)).stream().noneMatch(f -> paths.contains(f + "/" + beside))) {
      findings.add(
          InstallCode.Z3027,
          d.where(),
          "What "
              + file.file()
              + " starts, "
              + beside
              + ", is neither in its folder nor in the one above.",
          "Add the program to programs: of the archive, and hold the file at . or in a folder such as bin.");
    }
  }

  /** From where on it looks: its folder, or the one above where what it starts lies there. */
  private static String home(Entry.Awaited file, Optional<String> beside, Set<String> paths) {
    String folder = above(file.path());
    return beside.filter(b -> paths.contains(above(folder) + "/" + b)).isPresent()
        ? above(folder)
        : folder;
  }

  private void runtime(
      Planned d, Entry.Awaited file, String home, Report.Seeking seeking, Set<String> paths) {
    String top = file.path().substring(0, file.path().indexOf('/') + 1);
    String carried = top + Installation.RUNTIME;
    boolean is = paths.contains(carried + "/release");
    List<String> places = seeking.carried().stream().map(c -> inside(home, c)).toList();
    if (is ? places.contains(carried) : !isCarriedOnly(seeking)) {
      return;
    }
    String sought =
        places.isEmpty()
            ? "no carried runtime"
            : "a runtime in "
                + places.stream()
                    .map(p -> p.startsWith(top) ? p.substring(top.length()) : p)
                    .collect(Collectors.joining(", "));
    findings.add(
        InstallCode.Z3030,
        d.where(),
        file.path().substring(top.length())
            + " looks for "
            + sought
            + ", and the archive "
            + (is ? "has one in " + Installation.RUNTIME : "carries none")
            + ".",
        is
            ? "Begin seek: of "
                + file.deliverable()
                + " with carried:"
                + Path.of(home).relativize(Path.of(carried)).toString().replace('\\', '/')
                + (seeking.carried().contains(Installation.RUNTIME)
                    ? ", or hold it at . instead."
                    : ".")
            : "Name one by runtimes:, or add registry and path to seek: of "
                + file.deliverable()
                + ".");
  }

  /** Where a folder is that is counted from another one. */
  private static String inside(String home, String folder) {
    return Path.of(home, folder.replace('\\', '/')).normalize().toString().replace('\\', '/');
  }

  private static String above(String path) {
    return path.substring(0, Math.max(0, path.lastIndexOf('/')));
  }
}
