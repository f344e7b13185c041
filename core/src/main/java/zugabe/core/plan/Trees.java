package zugabe.core.plan;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Said;
import zugabe.core.finding.Where;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.Finder;
import zugabe.core.materials.OwnFile;
import zugabe.core.materials.Sought;
import zugabe.core.recipe.App;
import zugabe.core.recipe.DeliverableSpec;
import zugabe.core.recipe.ProgramSpec;
import zugabe.core.recipe.Recipe;
import zugabe.core.recipe.ReleaseSpec;

/** Resolves what goes into a deliverable that is an install tree. */
final class Trees {
  private final Recipe recipe;
  private final Groups groups;
  private final Finder finder;
  private final Findings findings;

  Trees(Recipe recipe, Groups groups, Finder finder, Findings findings) {
    this.recipe = recipe;
    this.groups = groups;
    this.finder = finder;
    this.findings = findings;
  }

  PlannedTree of(DeliverableSpec spec) throws IOException {
    List<PlannedTree.Part> parts = new ArrayList<>();
    for (Said<String> name : names(spec)) {
      part(name).ifPresent(parts::add);
    }
    Map<String, String> holds = new LinkedHashMap<>();
    spec.holds().forEach((name, folder) -> holds.put(name, folder.value()));
    return new PlannedTree(
        parts,
        spec.platforms().stream().map(Said::value).distinct().toList(),
        runtimes(spec),
        holds,
        spec.install().map(Said::value).orElse(!parts.isEmpty()),
        recipe.app().license().flatMap(App.License::text).flatMap(this::file),
        recipe.app().icon().flatMap(this::file));
  }

  /** Groups that go into trees as files, not into jars. */
  static Set<String> groupsWithLinks(Recipe recipe) {
    Set<String> groups = new HashSet<>();
    recipe.programs().values().stream()
        .filter(p -> p.file().isPresent())
        .forEach(p -> p.materials().ifPresent(m -> groups.add(m.value())));
    recipe.deliverables().values().stream()
        .filter(d -> d.kind().value() == DeliverableSpec.Kind.ARCHIVE)
        .forEach(d -> d.materials().ifPresent(m -> groups.add(m.value())));
    return groups;
  }

  /** Programs it is to hold: of {@code program:} and {@code programs:}. */
  static List<Said<String>> names(DeliverableSpec spec) {
    List<Said<String>> names = new ArrayList<>(spec.program().stream().toList());
    names.addAll(spec.programs());
    return names;
  }

  private Optional<PlannedTree.Part> part(Said<String> name) throws IOException {
    ProgramSpec program = recipe.programs().get(name.value());
    Optional<Said<String>> said = program == null ? Optional.empty() : program.materials();
    if (program == null) {
      return Optional.empty();
    }
    String group = said.map(Said::value).orElse(recipe.materials().keySet().iterator().next());
    if (said.isEmpty() && recipe.materials().size() > 1) {
      findings.add(
          FindingCode.Z1004,
          program.where(),
          "The recipe has "
              + recipe.materials().size()
              + " groups of materials, and none is named here.",
          "Add materials: with one of " + String.join(", ", recipe.materials().keySet()) + ".");
      return Optional.empty();
    }
    var materials = groups.of(group, program.file().isPresent());
    return new Programs(findings)
        .of(
            Optional.of(Map.entry(name.value(), program)),
            materials,
            Optional.empty(),
            program.where(),
            true)
        .map(p -> new PlannedTree.Part(p, materials));
  }

  private Map<String, CarriedRuntime> runtimes(DeliverableSpec spec) throws IOException {
    Map<String, CarriedRuntime> runtimes = new LinkedHashMap<>();
    for (Map.Entry<String, Said<String>> said : spec.runtimes().entrySet()) {
      Where where = said.getValue().where();
      if (spec.platforms().stream().noneMatch(p -> p.value().equals(said.getKey()))) {
        findings.add(
            FindingCode.Z1008,
            where,
            "The archive isn't made for " + said.getKey() + ".",
            "Add it to platforms:, or remove this runtime.");
        continue;
      }
      CarriedRuntime.of(finder.folder(new Sought(said.getValue().value(), where)), where, findings)
          .ifPresent(r -> runtimes.put(said.getKey(), r));
    }
    return runtimes;
  }

  /** A release for Erlang/OTP of a group's applications. */
  PlannedRelease release(String group, ReleaseSpec spec) {
    List<OwnFile> applications = new ArrayList<>();
    for (Said<String> said : recipe.materials().get(group).applications()) {
      if (said.given()) {
        // their own folders tell applications apart, whatever part of the path is a pattern
        finder.folder(new Sought(said.value(), said.where())).stream()
            .map(f -> new OwnFile(f.file().name(), f.file(), f.link(), f.where()))
            .forEach(applications::add);
      }
    }
    return new PlannedRelease(
        spec.name().map(Said::value).orElse(group.replace('-', '_')),
        applications,
        finder.folder(new Sought(spec.runtime().value(), spec.runtime().where())),
        spec.carried(),
        spec.config().flatMap(this::file),
        spec.firstRun().map(Said::value),
        spec.trial(),
        spec.where());
  }

  private Optional<FileContent> file(Said<String> said) {
    return finder.file(new Sought(said.value(), said.where()));
  }
}
