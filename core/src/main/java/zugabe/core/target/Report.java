package zugabe.core.target;

import java.util.List;

/**
 * What a deliverable will be, as far as its target decides it.
 *
 * @param files that go out, as paths in the output folder
 * @param treatments what becomes of files that several materials bring, or that are treated
 *     otherwise than copied
 */
public record Report(List<String> files, List<Treatment> treatments) {

  /**
   * One path treated by a rule.
   *
   * @param rule such as {@code join-lines}
   * @param from whose files, in the order of the class path
   */
  public record Treatment(String rule, String path, List<String> from) {}
}
