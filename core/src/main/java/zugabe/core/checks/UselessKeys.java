package zugabe.core.checks;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.finding.RecipeCode;
import zugabe.core.finding.Where;
import zugabe.core.plan.Part;
import zugabe.core.plan.Plan;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Use;
import zugabe.core.recipe.FilesSpec;
import zugabe.core.recipe.MaterialsSpec;
import zugabe.core.recipe.ProgramSpec;
import zugabe.core.recipe.Recipe;
import zugabe.core.shape.Reference;

/** Tells keys of a recipe that do nothing where they stand. */
public final class UselessKeys {
  private final Recipe recipe;
  private final Findings findings;
  private final List<Part> parts;

  private UselessKeys(Recipe recipe, Plan plan, Findings findings) {
    this.recipe = recipe;
    this.findings = findings;
    this.parts = plan.deliverables().stream().map(Planned::parts).flatMap(List::stream).toList();
  }

  /**
   * Looks at a whole recipe, of which everything was planned.
   *
   * @param usedRoots names of roots that a path started from
   */
  public static void run(Recipe recipe, Plan plan, Set<String> usedRoots, Findings findings) {
    UselessKeys keys = new UselessKeys(recipe, plan, findings);
    recipe.programs().forEach(keys::program);
    recipe.materials().forEach(keys::group);
    keys.others(usedRoots);
  }

  private void report(Where where, String what, String fix) {
    findings.add(RecipeCode.Z1022, where, what, fix);
  }

  private void program(String name, ProgramSpec p) {
    List<Part> with =
        parts.stream()
            .filter(x -> x.program().filter(y -> y.name().equals(name)).isPresent())
            .toList();
    if (with.isEmpty()) {
      report(
          p.where(),
          "No deliverable has the program \"" + name + "\".",
          "Name it in a deliverable, or remove it.");
      return;
    }
    boolean installed = with.stream().anyMatch(x -> x.use() == Use.INSTALLED);
    if (!installed) {
      String fix = "Make an archive that installs it, or remove the key.";
      p.setup()
          .service()
          .ifPresent(
              s ->
                  report(
                      s.where(),
                      "service: has no effect, because nothing installs the program.",
                      fix));
      p.setup()
          .firstRun()
          .ifPresent(
              f ->
                  report(
                      f.where(),
                      "first-run: has no effect, because nothing installs the program.",
                      fix));
    }
    boolean unpacked =
        with.stream().anyMatch(x -> x.use() == Use.INSTALLED || x.use() == Use.UNPACKED);
    if (!unpacked && with.stream().noneMatch(x -> x.use() == Use.LOADED)) {
      p.setup()
          .folder()
          .ifPresent(
              f ->
                  report(
                      f.where(),
                      "folder: has no effect, because no start script starts the program.",
                      "Make an archive with it, or remove the key."));
    }
    if (p.file().isPresent()) {
      notJava(name, p);
    } else {
      p.fileStart()
          .interpreter()
          .ifPresent(
              i ->
                  report(
                      i.where(),
                      "interpreter: has no effect: \"" + name + "\" is a program in Java.",
                      "Remove it, or name the file that it runs by file:."));
    }
  }

  private void notJava(String name, ProgramSpec p) {
    String why = " has no effect: \"" + name + "\" isn't a program in Java.";
    p.start().java().ifPresent(j -> report(j.where(), "java:" + why, "Remove it."));
    p.start().modules().ifPresent(m -> report(m.main().where(), "modules:" + why, "Remove it."));
    p.start().options().stream()
        .limit(1)
        .forEach(
            o ->
                report(
                    o.where(),
                    "options:" + why,
                    "Remove it; what the program itself takes goes under arguments:."));
  }

  /** Keys of a group that none of its deliverables ships. */
  private void group(String name, MaterialsSpec group) {
    Set<Use.Section> used = new HashSet<>();
    Set<Use> uses = new TreeSet<>();
    parts.stream()
        .filter(p -> p.materials().name().equals(name))
        .forEach(
            p -> {
              used.addAll(p.use().sections());
              uses.add(p.use());
            });
    if (uses.isEmpty()) {
      report(
          group.where(),
          "No deliverable has the materials \"" + name + "\".",
          "Name them in a deliverable or a program, or remove them.");
      return;
    }
    given(group)
        .forEach(
            (section, where) -> {
              if (!used.contains(section)) {
                report(
                    where,
                    section.key() + ": has no effect: no deliverable of these materials ships it.",
                    "Remove it, or make a deliverable that does.");
              }
            });
  }

  private static Map<Use.Section, Where> given(MaterialsSpec group) {
    Map<Use.Section, List<Located<String>>> all =
        Map.of(
            Use.Section.OWN, from(group.own()),
            Use.Section.OWN_FOR,
                from(group.ownFor().values().stream().flatMap(List::stream).toList()),
            Use.Section.WEB, from(group.web()),
            Use.Section.APPLICATIONS, group.applications(),
            Use.Section.LIBRARIES, group.libraries(),
            Use.Section.NATIVES, flat(group.natives()));
    return all.entrySet().stream()
        .filter(e -> !e.getValue().isEmpty())
        .collect(Collectors.toMap(Map.Entry::getKey, e -> e.getValue().get(0).where()));
  }

  private static List<Located<String>> from(List<FilesSpec> files) {
    return files.stream().map(FilesSpec::from).toList();
  }

  private static List<Located<String>> flat(Map<String, List<Located<String>>> byPlatform) {
    return byPlatform.values().stream().flatMap(List::stream).toList();
  }

  private void others(Set<String> usedRoots) {
    Set<String> signing = recipe.referred(Reference.To.KEY);
    recipe
        .handover()
        .keys()
        .forEach(
            (name, key) -> {
              if (!signing.contains(name)) {
                report(
                    key.store().where(),
                    "No deliverable is signed with the key \"" + name + "\".",
                    "Name it by sign: in a deliverable, or remove it.");
              }
            });
    recipe
        .handover()
        .destinations()
        .forEach(
            (name, to) ->
                report(
                    to.kind().where(),
                    "Nothing is handed over to \"" + name + "\" in this version.",
                    "Remove it for now, and copy the files from the output folder."));
    recipe
        .sources()
        .roots()
        .forEach(
            (name, folder) -> {
              if (!usedRoots.contains(name)) {
                report(
                    folder.where(),
                    "No path starts from the root \"" + name + "\".",
                    "Write " + name + ":path where files of it are meant, or remove it.");
              }
            });
  }
}
