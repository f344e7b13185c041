package zugabe.core.target;

import java.util.List;
import zugabe.core.tree.InstallTree;

/**
 * What a deliverable will be, as far as its target decides it.
 *
 * @param files that go out, as paths in the output folder
 * @param treatments what becomes of files that several materials bring, or that are treated
 *     otherwise than copied
 * @param trees of a deliverable that installs something, one per platform
 * @param forms of the application's identity
 */
public record Report(
    List<String> files, List<Treatment> treatments, List<Tree> trees, List<Form> forms) {
  /** Of a deliverable that is no install tree. */
  public Report(List<String> files, List<Treatment> treatments, List<Form> forms) {
    this(files, treatments, List.of(), forms);
  }

  /** Of one that can't be made. */
  public Report() {
    this(List.of(), List.of(), List.of());
  }

  /**
   * An install tree as it will lie on the target.
   *
   * @param platform empty for a tree that serves all
   */
  public record Tree(String platform, InstallTree tree) {}

  /**
   * One path treated by a rule.
   *
   * @param rule such as {@code join-lines}
   * @param from whose files, in the order of the class path
   */
  public record Treatment(String rule, String path, List<String> from) {}
}
