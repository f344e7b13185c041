package zugabe.core.rehearse;

import java.util.Optional;

/**
 * How a rehearsed program ended.
 *
 * @param exit -1 when it didn't end by itself
 * @param judged whether something was expected of it
 * @param fault why it isn't what was expected; empty when it is, or when nothing was
 */
public record Outcome(int exit, boolean judged, Optional<String> fault) {}
