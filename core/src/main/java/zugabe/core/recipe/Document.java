package zugabe.core.recipe;

import java.util.Optional;
import zugabe.core.finding.Findings;
import zugabe.core.shape.Binding;
import zugabe.core.shape.RecordShape;
import zugabe.core.shape.SourceNode;

/** Other files in the recipe's language. */
public final class Document {
  private Document() {}

  /**
   * Reads one by its shape; all faults are in the findings.
   *
   * @param file name for messages
   */
  public static <T> Optional<T> read(
      String file, String text, RecordShape<T> shape, Findings findings) {
    Optional<SourceNode.Mapping> tree = RecipeParser.parse(file, text, findings);
    Optional<T> read = tree.map(t -> shape.bind(t, new Binding(findings)));
    return findings.hasErrors() ? Optional.empty() : read;
  }
}
