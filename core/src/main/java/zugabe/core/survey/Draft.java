package zugabe.core.survey;

import java.util.List;
import java.util.Optional;

/**
 * What a kind of deliverable puts into a drafted recipe, as lines of it.
 *
 * @param app what it is called, when this is all there is
 * @param roots lines for outside folders
 * @param materials lines for groups that only this kind uses
 * @param deliverables lines for what goes out
 * @param isReady false when it can't be built here as it stands: then it is a comment, unless there
 *     is nothing else
 */
public record Draft(
    Optional<Called> app,
    List<String> roots,
    List<String> materials,
    List<String> deliverables,
    boolean isReady) {
  /** Nothing of this kind can be made. */
  public static final Draft NOTHING = of(List.of());

  /** Deliverables of materials that the draft has anyway. */
  public static Draft of(List<String> deliverables) {
    return new Draft(Optional.empty(), List.of(), List.of(), deliverables, true);
  }

  /**
   * How an application is called; empty texts for what isn't known.
   *
   * @param id reverse domain name, or a plain name where there is none
   * @param name for people
   */
  public record Called(String id, String name, String version) {}

  /** The same for an application that is called so. */
  public Draft called(Called app) {
    return new Draft(Optional.of(app), roots, materials, deliverables, isReady);
  }
}
