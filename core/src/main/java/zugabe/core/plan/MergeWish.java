package zugabe.core.plan;

import zugabe.core.finding.Where;
import zugabe.core.materials.Glob;

/**
 * What the recipe wants done with several files for one place.
 *
 * @param pattern of the paths
 * @param rule such as {@code keep-earliest}
 */
public record MergeWish(Glob pattern, String rule, Where where) {}
