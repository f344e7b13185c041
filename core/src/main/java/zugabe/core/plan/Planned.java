package zugabe.core.plan;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.Said;
import zugabe.core.finding.Where;
import zugabe.core.materials.Materials;

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
    Where where) {}
