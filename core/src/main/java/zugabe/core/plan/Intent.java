package zugabe.core.plan;

import java.util.List;
import java.util.Set;

/**
 * What a recipe's text alone tells of a deliverable, before any file is looked at.
 *
 * @param file its file name; without an ending when several files are named after it
 * @param outputs the files that go out, as far as the text tells
 * @param holds names of other deliverables in it
 * @param groupsAsFiles groups of materials whose files lie in it as they are, links as links
 */
public record Intent(
    String file, List<String> outputs, Set<String> holds, Set<String> groupsAsFiles) {
  /** Of a deliverable that holds no other. */
  public Intent(String file, List<String> outputs) {
    this(file, outputs, Set.of(), Set.of());
  }
}
