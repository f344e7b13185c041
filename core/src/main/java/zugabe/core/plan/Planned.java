package zugabe.core.plan;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zugabe.core.finding.Said;
import zugabe.core.finding.Where;
import zugabe.core.materials.Library;
import zugabe.core.materials.Materials;
import zugabe.core.recipe.PageSpec;

/**
 * One deliverable, ready to be made.
 *
 * @param name in the recipe
 * @param kind such as {@code jar}
 * @param file its file name
 * @param time of its entries
 * @param program what it starts; empty for a library
 * @param base what files that belong to it are named after
 * @param formats of an archive, as endings of file names
 * @param travel how libraries travel
 * @param packed whether it leaves as one zip with the files that belong to it
 * @param scripts whether start scripts are made; empty: when they are needed
 * @param merge what the recipe wants done with several files for one place
 * @param stored whether no entry is packed
 * @param manifest hand-written manifest to start from
 * @param standsAlone of a web archive: whether it can be started without a server
 * @param page of a web archive: what a rehearsal on a server asks for
 * @param tree of an archive: programs and what else it holds
 * @param release of a release for Erlang/OTP
 * @param attributes extra manifest attributes
 * @param where where the recipe says it
 */
public record Planned(
    String name,
    String kind,
    String file,
    Identity app,
    Instant time,
    Optional<PlannedProgram> program,
    Materials materials,
    String base,
    List<String> formats,
    Travel travel,
    boolean packed,
    Optional<Boolean> scripts,
    List<MergeWish> merge,
    boolean stored,
    Optional<HandManifest> manifest,
    Map<String, Said<String>> attributes,
    boolean standsAlone,
    PageSpec page,
    Optional<PlannedTree> tree,
    Optional<PlannedRelease> release,
    Where where) {

  /** Names of other deliverables that it holds. */
  public Set<String> holds() {
    return tree.map(t -> t.holds().keySet()).orElse(Set.of());
  }

  /** The jar of one part of an install tree, as if it were a deliverable of its own. */
  public Planned jar(String jarFile, Optional<PlannedProgram> starts, Materials holds) {
    return new Planned(
        name,
        "jar",
        jarFile,
        app,
        time,
        starts,
        holds,
        base,
        List.of(),
        travel,
        false,
        scripts,
        merge,
        stored,
        Optional.empty(),
        attributes,
        false,
        PageSpec.TOP,
        Optional.empty(),
        Optional.empty(),
        where);
  }

  /** The same with other libraries. */
  public Planned with(List<Library> libraries) {
    return new Planned(
        name,
        kind,
        file,
        app,
        time,
        program,
        materials.with(libraries),
        base,
        formats,
        travel,
        packed,
        scripts,
        merge,
        stored,
        manifest,
        attributes,
        standsAlone,
        page,
        tree,
        release,
        where);
  }
}
