package zugabe.core.plan;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Nearest;
import zugabe.core.finding.Said;
import zugabe.core.finding.Where;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.Finder;
import zugabe.core.materials.Glob;
import zugabe.core.materials.Materials;
import zugabe.core.materials.Sought;
import zugabe.core.recipe.App;
import zugabe.core.recipe.DeliverableSpec;
import zugabe.core.recipe.PageSpec;
import zugabe.core.recipe.ProgramSpec;
import zugabe.core.recipe.Recipe;
import zugabe.core.work.Progress;

/** Makes a plan of a recipe: applies defaults, finds and reads materials, resolves names. */
public final class Planner {
  private final Recipe recipe;
  private final Path folder;
  private final Finder finder;
  private final Findings findings;
  private final Groups groups;

  /**
   * @param folder the recipe's, absolute and normalised
   * @param digests whether files are digested while they are read: not needed just to look at them
   * @param shelf for what is read
   */
  public Planner(
      Recipe recipe,
      Path folder,
      boolean digests,
      Materials.Shelf shelf,
      Progress progress,
      Findings findings) {
    this.recipe = recipe;
    this.folder = folder;
    this.findings = findings;
    this.finder = new Finder(folder, roots(recipe, folder), digests, findings);
    this.groups =
        new Groups(
            recipe.materials(), Trees.groupsWithLinks(recipe), finder, shelf, progress, findings);
  }

  private static Map<String, Path> roots(Recipe recipe, Path folder) {
    Map<String, Path> roots = new LinkedHashMap<>();
    recipe
        .roots()
        .forEach((name, said) -> roots.put(name, folder.resolve(said.value()).normalize()));
    return roots;
  }

  /** Looks for the files of every group, so that a faulty recipe's other faults show as well. */
  public void matchAll() {
    groups.matchAll();
    // not part of a jar, and yet somebody meant them to be there
    recipe.app().icon().ifPresent(i -> finder.file(new Sought(i.value(), i.where())));
    recipe
        .app()
        .license()
        .flatMap(App.License::text)
        .ifPresent(t -> finder.file(new Sought(t.value(), t.where())));
  }

  /**
   * The plan for these deliverables, or for all when none are named. What is wrong is in the
   * findings; with errors among them the plan must not be carried out.
   */
  public Plan plan(List<String> names, Instant time) throws IOException {
    names.stream()
        .filter(n -> !recipe.deliverables().containsKey(n))
        .forEach(
            n ->
                findings.add(
                    FindingCode.Z1010,
                    recipe.where(),
                    "There is no deliverable named \"" + n + "\".",
                    Nearest.hint(n, recipe.deliverables().keySet())));
    if (names.isEmpty()) {
      matchAll();
      groups.readAll();
    }
    Set<String> wanted = withHeld(names);
    List<Planned> planned = new ArrayList<>();
    List<String> files = new ArrayList<>();
    Set<String> taken = new HashSet<>();
    for (Map.Entry<String, DeliverableSpec> d : recipe.deliverables().entrySet()) {
      String file = file(d.getValue());
      for (String one : outputs(d.getValue(), file)) {
        if (!taken.add(one)) {
          findings.add(
              FindingCode.Z1013,
              d.getValue().file().map(Said::where).orElse(d.getValue().where()),
              "Two deliverables would be written to " + one + ".",
              "Give one of them another name by file:.");
          break;
        }
      }
      files.add(file);
      if (wanted.contains(d.getKey())) {
        deliverable(d.getKey(), d.getValue(), file, time).ifPresent(planned::add);
      }
    }
    return new Plan(
        folder,
        identity(),
        recipe.app().time().orElse(time),
        planned,
        files,
        List.copyOf(recipe.deliverables().keySet()));
  }

  /** The named deliverables, or all, with those that they hold. */
  private Set<String> withHeld(List<String> names) {
    Set<String> wanted = new LinkedHashSet<>();
    (names.isEmpty() ? recipe.deliverables().keySet() : names)
        .forEach(name -> hold(name, new ArrayDeque<>(), wanted));
    return wanted;
  }

  private void hold(String name, Deque<String> chain, Set<String> wanted) {
    DeliverableSpec spec = recipe.deliverables().get(name);
    if (spec == null) {
      return;
    }
    if (chain.contains(name)) {
      List<String> circle = new ArrayList<>(chain);
      findings.add(
          FindingCode.Z1017,
          spec.where(),
          "\""
              + name
              + "\" would hold itself: "
              + String.join(" holds ", circle)
              + " holds "
              + name
              + ".",
          "Remove one of them from holds:.");
      return;
    }
    if (wanted.add(name) || !chain.isEmpty()) {
      chain.addLast(name);
      spec.holds().keySet().forEach(held -> hold(held, chain, wanted));
      chain.removeLast();
    }
  }

  private Identity identity() {
    App app = recipe.app();
    return new Identity(
        app.id(), shortName(), app.name(), app.version().value(), app.maker(), app.summary());
  }

  private String file(DeliverableSpec spec) {
    String base = shortName();
    String ending =
        isArchive(spec) || isFolder(spec)
            ? ""
            : isPacked(spec) ? ".zip" : isWar(spec) ? ".war" : ".jar";
    return spec.file()
        .map(Said::value)
        .orElse(base + "-" + recipe.app().version().value() + ending);
  }

  /** Of an archive one for each platform and format. */
  private static List<String> outputs(DeliverableSpec spec, String file) {
    if (!isArchive(spec)) {
      return List.of(file);
    }
    List<String> stems =
        spec.platforms().isEmpty()
            ? List.of(file)
            : spec.platforms().stream()
                .map(p -> PlannedTree.stem(file, p.value()))
                .distinct()
                .toList();
    return stems.stream()
        .flatMap(stem -> formats(spec).stream().map(format -> stem + "." + format))
        .toList();
  }

  private static boolean isArchive(DeliverableSpec spec) {
    return spec.kind().value() == DeliverableSpec.Kind.ARCHIVE
        || spec.kind().value() == DeliverableSpec.Kind.RELEASE;
  }

  private static boolean isWar(DeliverableSpec spec) {
    return spec.kind().value() == DeliverableSpec.Kind.WAR;
  }

  private static List<String> formats(DeliverableSpec spec) {
    return spec.formats().isEmpty()
        ? List.of(spec.release().isPresent() ? "tar.gz" : DeliverableSpec.Format.ZIP.ending())
        : spec.formats().stream().map(f -> f.value().ending()).distinct().toList();
  }

  private static boolean isPacked(DeliverableSpec spec) {
    return spec.packed()
        .map(Said::value)
        .orElse(spec.libraries().value() == DeliverableSpec.Libraries.BESIDE);
  }

  /** Not packed, and yet several files: they lie in a folder. */
  private static boolean isFolder(DeliverableSpec spec) {
    return spec.libraries().value() == DeliverableSpec.Libraries.BESIDE && !isPacked(spec);
  }

  private String shortName() {
    String id =
        recipe.app().id().map(i -> i.substring(i.lastIndexOf('.') + 1)).orElse(recipe.app().name());
    return id.toLowerCase(Locale.ROOT).strip().replaceAll("[^\\p{L}\\p{N}._+-]+", "-");
  }

  private Optional<Planned> deliverable(
      String name, DeliverableSpec spec, String file, Instant time) throws IOException {
    spec.sign()
        .ifPresent(
            s ->
                findings.add(
                    FindingCode.Z1014,
                    s.where(),
                    "Signing isn't in this version.",
                    "Remove sign: for now."));
    String ending = isWar(spec) ? ".war" : isPacked(spec) ? ".zip" : ".jar";
    if (isArchive(spec)) {
      return spec.kind().value() == DeliverableSpec.Kind.RELEASE
          ? release(name, spec, file, time)
          : archive(name, spec, file, time);
    }
    if (spec.file().isPresent() && !isFolder(spec) && !file.endsWith(ending)) {
      findings.add(
          FindingCode.Z1008,
          spec.file().get().where(),
          "\"" + file + "\" doesn't end with " + ending + ", which is what this deliverable is.",
          "Let the name end with " + ending + (isPacked(spec) ? ", or write packed: false." : "."));
    }
    Optional<Map.Entry<String, ProgramSpec>> program = program(spec);
    Optional<String> group = group(spec, program);
    if (group.isEmpty()) {
      return Optional.empty();
    }
    Materials materials = groups.of(group.get(), false);
    Optional<HandManifest> manifest = manifest(spec, materials);
    Optional<PlannedProgram> planned =
        new Programs(findings)
            .of(
                program,
                materials,
                manifest,
                spec.where(),
                spec.materials().isEmpty() && !isWar(spec));
    return Optional.of(
        new Planned(
            name,
            spec.kind().value().name().toLowerCase(Locale.ROOT),
            file,
            identity(),
            recipe.app().time().orElse(time),
            planned,
            materials,
            planned.filter(p -> program.isPresent()).map(PlannedProgram::name).orElse(shortName()),
            formats(spec),
            Travel.valueOf(spec.libraries().value().name()),
            isPacked(spec),
            spec.scripts().value() == DeliverableSpec.Scripts.NEEDED
                ? Optional.empty()
                : Optional.of(spec.scripts().value() == DeliverableSpec.Scripts.ALWAYS),
            wishes(spec),
            spec.packing().value() == DeliverableSpec.Packed.STORED,
            manifest,
            spec.attributes(),
            isWar(spec) && spec.standsAlone().map(Said::value).orElse(false),
            spec.page().orElse(PageSpec.TOP),
            Optional.empty(),
            Optional.empty(),
            spec.where()));
  }

  /** An install tree: any number of programs, and a group of files. */
  private Optional<Planned> archive(String name, DeliverableSpec spec, String file, Instant time)
      throws IOException {
    PlannedTree tree = new Trees(recipe, groups, finder, findings).of(spec);
    boolean hasPrograms = !Trees.names(spec).isEmpty();
    Optional<String> group =
        spec.materials().isPresent() || (!hasPrograms && spec.holds().isEmpty())
            ? group(spec, Optional.empty())
            : Optional.empty();
    if (group.isEmpty() && !hasPrograms && spec.holds().isEmpty()) {
      return Optional.empty();
    }
    Materials materials = group.isPresent() ? groups.of(group.get(), true) : noMaterials();
    return Optional.of(
        tree(name, spec, file, time, materials, Optional.of(tree), Optional.empty()));
  }

  private Materials noMaterials() throws IOException {
    return groups.of(recipe.materials().keySet().iterator().next(), false).empty();
  }

  private Optional<Planned> release(String name, DeliverableSpec spec, String file, Instant time)
      throws IOException {
    Optional<String> group = group(spec, Optional.empty());
    if (spec.release().isEmpty()) {
      findings.add(
          FindingCode.Z1004,
          spec.where(),
          "\"release\" is missing: the runtime that it is for.",
          "Write release: {runtime: FOLDER}, the folder of an Erlang/OTP.");
    }
    if (group.isEmpty() || spec.release().isEmpty()) {
      return Optional.empty();
    }
    PlannedRelease release =
        new Trees(recipe, groups, finder, findings).release(group.get(), spec.release().get());
    return Optional.of(
        tree(name, spec, file, time, noMaterials(), Optional.empty(), Optional.of(release)));
  }

  private Planned tree(
      String name,
      DeliverableSpec spec,
      String file,
      Instant time,
      Materials materials,
      Optional<PlannedTree> tree,
      Optional<PlannedRelease> release) {
    return new Planned(
        name,
        spec.kind().value().name().toLowerCase(Locale.ROOT),
        file,
        identity(),
        recipe.app().time().orElse(time),
        Optional.empty(),
        materials,
        shortName(),
        formats(spec),
        Travel.BESIDE,
        false,
        Optional.empty(),
        wishes(spec),
        spec.packing().value() == DeliverableSpec.Packed.STORED,
        Optional.empty(),
        spec.attributes(),
        false,
        PageSpec.TOP,
        tree,
        release,
        spec.where());
  }

  private static List<MergeWish> wishes(DeliverableSpec spec) {
    List<MergeWish> wishes = new ArrayList<>();
    spec.merge()
        .forEach(
            (pattern, rule) ->
                wishes.add(
                    new MergeWish(
                        Glob.of(pattern),
                        rule.value().name().toLowerCase(Locale.ROOT).replace('_', '-'),
                        rule.where())));
    return wishes;
  }

  /**
   * The named program, else the only one. With materials named and no program, a library is wanted.
   */
  private Optional<Map.Entry<String, ProgramSpec>> program(DeliverableSpec spec) {
    if (spec.program().isEmpty()
        && (spec.materials().isPresent() || recipe.programs().size() != 1)) {
      if (recipe.programs().size() > 1 && spec.materials().isEmpty()) {
        findings.add(
            FindingCode.Z1004,
            spec.where(),
            "The recipe has "
                + recipe.programs().size()
                + " programs, and the deliverable names none.",
            "Add program: with one of " + String.join(", ", recipe.programs().keySet()) + ".");
      }
      return Optional.empty();
    }
    return recipe.programs().entrySet().stream()
        .filter(e -> spec.program().isEmpty() || e.getKey().equals(spec.program().get().value()))
        .findFirst();
  }

  private Optional<String> group(
      DeliverableSpec spec, Optional<Map.Entry<String, ProgramSpec>> program) {
    Optional<Said<String>> said =
        spec.materials().or(() -> program.flatMap(p -> p.getValue().materials()));
    if (said.isPresent()) {
      return said.map(Said::value).filter(recipe.materials()::containsKey);
    }
    if (recipe.materials().size() == 1) {
      return recipe.materials().keySet().stream().findFirst();
    }
    if (recipe.programs().size() <= 1 || program.isPresent()) {
      Where where = program.map(p -> p.getValue().where()).orElse(spec.where());
      findings.add(
          FindingCode.Z1004,
          where,
          "The recipe has "
              + recipe.materials().size()
              + " groups of materials, and none is named here.",
          "Add materials: with one of " + String.join(", ", recipe.materials().keySet()) + ".");
    }
    return Optional.empty();
  }

  private Optional<HandManifest> manifest(DeliverableSpec spec, Materials materials)
      throws IOException {
    Optional<FileContent> file =
        spec.manifest().isPresent()
            ? finder.file(new Sought(spec.manifest().get().value(), spec.manifest().get().where()))
            : materials.own().stream()
                .filter(f -> f.path().equals("META-INF/MANIFEST.MF"))
                .findFirst()
                .map(f -> f.file());
    return file.isPresent() ? HandManifest.read(file.get(), findings) : Optional.empty();
  }
}
