package zugabe.core.survey;

import java.util.List;
import java.util.Optional;

/**
 * What a kind of deliverable puts into a drafted recipe, as lines of it.
 *
 * @param name of the application, when this is all there is
 * @param version the same
 * @param roots lines for outside folders
 * @param materials lines for groups that only this kind uses
 * @param deliverables lines for what goes out
 * @param isReady false when it can't be built here as it stands: then it is a comment, unless there
 *     is nothing else
 */
public record Draft(
    Optional<String> name,
    Optional<String> version,
    List<String> roots,
    List<String> materials,
    List<String> deliverables,
    boolean isReady) {
  /** Nothing of this kind can be made. */
  public static final Draft NOTHING = of(List.of());

  /** Deliverables of materials that the draft has anyway. */
  public static Draft of(List<String> deliverables) {
    return new Draft(Optional.empty(), Optional.empty(), List.of(), List.of(), deliverables, true);
  }
}
