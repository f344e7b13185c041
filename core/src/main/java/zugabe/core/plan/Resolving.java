package zugabe.core.plan;

import java.io.IOException;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.finding.RecipeCode;
import zugabe.core.finding.Where;
import zugabe.core.links.Links;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.FilePattern;
import zugabe.core.materials.Finder;
import zugabe.core.materials.Materials;
import zugabe.core.materials.OwnFile;
import zugabe.core.recipe.App;
import zugabe.core.recipe.Common;
import zugabe.core.recipe.ProgramSpec;
import zugabe.core.recipe.Recipe;

/**
 * What a kind resolves its keys with: the recipe's programs and groups, and files by their names.
 */
public final class Resolving {
  private final Recipe recipe;
  private final Groups groups;
  private final Finder finder;
  private final Links links;
  private final Identity app;
  private final Instant time;
  private final Findings findings;

  /** Where materials are found, and what their code tells. */
  record Found(Groups groups, Finder finder, Links links) {}

  Resolving(Recipe recipe, Found found, Identity app, Instant time, Findings findings) {
    this.recipe = recipe;
    this.groups = found.groups();
    this.finder = found.finder();
    this.links = found.links();
    this.app = app;
    this.time = time;
    this.findings = findings;
  }

  /** A program of the recipe. */
  public record Named(String name, ProgramSpec spec) {}

  public Identity app() {
    return app;
  }

  /** Of entries. */
  public Instant time() {
    return time;
  }

  public Findings findings() {
    return findings;
  }

  /** A deliverable with what all kinds share filled in. */
  public Planned planned(
      Common said, String kind, List<Part> parts, Map<String, String> holds, Digested own) {
    return new Planned(said.name(), kind, app, time, parts, holds, own, said.where());
  }

  /**
   * Reports a file name that says something else than the file is.
   *
   * @param otherwise what else can be done, from the comma on
   */
  public void wrongEnding(Common said, String ending, String otherwise) {
    Located<String> file = said.file().orElseThrow();
    findings.add(
        RecipeCode.Z1008,
        file.where(),
        "\""
            + file.value()
            + "\" doesn't end with "
            + ending
            + ", which is what this deliverable is.",
        "End the name with " + ending + otherwise);
  }

  /**
   * The named program, else the only one. With materials named and no program, a library is wanted.
   */
  public Optional<Named> program(Choice choice) {
    Map<String, ProgramSpec> programs = recipe.programs();
    if (choice.program().isEmpty() && (choice.materials().isPresent() || programs.size() != 1)) {
      if (programs.size() > 1 && choice.materials().isEmpty()) {
        findings.add(
            RecipeCode.Z1004,
            choice.where(),
            "The recipe has " + programs.size() + " programs, and the deliverable names none.",
            "Add program: with one of " + String.join(", ", programs.keySet()) + ".");
      }
      return Optional.empty();
    }
    return programs.entrySet().stream()
        .filter(
            e -> choice.program().isEmpty() || e.getKey().equals(choice.program().get().value()))
        .map(e -> new Named(e.getKey(), e.getValue()))
        .findFirst();
  }

  /** The named group of materials, else the program's, else the only one. */
  public Optional<String> group(Choice choice, Optional<Named> program) {
    Optional<Located<String>> said =
        choice.materials().or(() -> program.flatMap(p -> p.spec().materials()));
    if (said.isPresent()) {
      return said.map(Located::value).filter(recipe.materials()::containsKey);
    }
    if (recipe.materials().size() == 1) {
      return recipe.materials().keySet().stream().findFirst();
    }
    if (recipe.programs().size() <= 1 || program.isPresent() || recipe.materials().isEmpty()) {
      severalGroups(program.map(p -> p.spec().where()).orElse(choice.where()));
    }
    return Optional.empty();
  }

  private void severalGroups(Where where) {
    if (recipe.materials().isEmpty()) {
      Where at = recipe.where();
      findings.add(
          RecipeCode.Z1004,
          Where.recipe(at.file(), at.line(), at.column(), "materials"),
          "\"materials\" is missing in the recipe.",
          "Add it. Groups of built files, by name.");
      return;
    }
    findings.add(
        RecipeCode.Z1004,
        where,
        "The recipe has "
            + recipe.materials().size()
            + " groups of materials, and none is named here.",
        "Add materials: with one of " + String.join(", ", recipe.materials().keySet()) + ".");
  }

  /**
   * A group of materials, read.
   *
   * @param links whether symbolic links among its own files stay links
   */
  public Materials materials(String group, boolean links) throws IOException {
    return groups.of(group, links);
  }

  /** The same for a web archive, whose folders may lie among what it serves. */
  public Materials served(String group) throws IOException {
    return groups.served(group);
  }

  /**
   * What a program starts; empty when there is none, or when something is wrong.
   *
   * @param written a main class that is said elsewhere than in the recipe
   * @param search whether the byte code is searched when no program is named
   */
  public Optional<Program> start(
      Optional<Named> program,
      Materials materials,
      Optional<Located<String>> written,
      Where where,
      boolean search)
      throws IOException {
    if (program.filter(p -> p.spec().file().isPresent()).isEmpty()) {
      new ClassPlaces(materials, findings).check();
    }
    return new ProgramResolver(materials, links, findings).of(program, written, where, search);
  }

  /** A program of this name with its materials, as it goes into an install tree. */
  public Optional<Installable> installable(Located<String> name) throws IOException {
    ProgramSpec spec = recipe.programs().get(name.value());
    if (spec == null) {
      return Optional.empty();
    }
    if (spec.materials().isEmpty() && recipe.materials().size() != 1) {
      severalGroups(spec.where());
      return Optional.empty();
    }
    String group =
        spec.materials().map(Located::value).orElse(recipe.materials().keySet().iterator().next());
    Materials materials = groups.of(group, spec.file().isPresent());
    return start(
            Optional.of(new Named(name.value(), spec)),
            materials,
            Optional.empty(),
            spec.where(),
            true)
        .map(p -> new Installable(p, materials));
  }

  /** A program with what it is made of. */
  public record Installable(Program program, Materials materials) {}

  /** Folders of compiled applications that a group names, as they lie. */
  public List<OwnFile> applications(String group) {
    return recipe.materials().get(group).applications().stream()
        .filter(Located::given)
        // their own folders tell applications apart, whatever part of the path is a pattern
        .flatMap(said -> folder(said).stream())
        .map(f -> new OwnFile(f.file().name(), f.file(), f.link(), f.where()))
        .toList();
  }

  /** A file that the recipe names; what isn't there is in the findings. */
  public Optional<FileContent> file(Located<String> said) {
    return finder.file(new FilePattern(said.value(), said.where()));
  }

  /** All files of a folder that the recipe names, links as links. */
  public List<OwnFile> folder(Located<String> said) {
    return finder.folder(new FilePattern(said.value(), said.where()));
  }

  /** The application's licence text. */
  public Optional<FileContent> licence() {
    return recipe.app().license().flatMap(App.License::text).flatMap(this::file);
  }

  /** The application's picture. */
  public Optional<FileContent> icon() {
    return recipe.app().icon().flatMap(this::file);
  }
}
