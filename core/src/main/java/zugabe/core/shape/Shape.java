package zugabe.core.shape;

import java.util.Map;
import zugabe.core.finding.Findings;
import zugabe.core.finding.RecipeCode;

/**
 * How one kind of value is bound and how it is described in the schema, so that the two can't
 * differ.
 *
 * <p>Binding always gives a value: a faulty one is reported and a stand-in goes on in its place, so
 * that all faults are found at once. No plan is made from a recipe that had one.
 */
public interface Shape<T> {
  /** Binds a node. */
  T bind(SourceNode node, Binding binding);

  /** What goes on in the place of a missing or faulty value. */
  T standIn(SourceNode near);

  /** What is written, in a few words for a page. */
  String form();

  /** JSON Schema of the value, as a tree of maps, lists and scalars. */
  Map<String, Object> schema();

  /** Reports a value of another type than wanted. */
  static void wrongType(SourceNode node, String wanted, Findings findings) {
    wrongType(node, wanted, "Write " + wanted + ".", findings);
  }

  /** The same, with a remedy that says more than what was expected. */
  static void wrongType(SourceNode node, String wanted, String fix, Findings findings) {
    if (node instanceof SourceNode.Mapping m && m.flow() && looksLikeVariable(m)) {
      findings.add(
          RecipeCode.Z1007,
          node.where(),
          "A value starts with { and isn't quoted.",
          "Put the whole value in quotes: \"{" + m.members().get(0).key() + "}\".");
      return;
    }
    if (node instanceof SourceNode.Text t && t.isNothing()) {
      findings.add(
          RecipeCode.Z1004,
          node.where(),
          "Nothing is written here; expected " + wanted + ".",
          "Write a value, or remove the key.");
      return;
    }
    findings.add(
        RecipeCode.Z1003,
        node.where(),
        "This is " + node.kind() + "; expected " + wanted + ".",
        fix);
  }

  private static boolean looksLikeVariable(SourceNode.Mapping m) {
    return m.members().size() == 1
        && m.members().get(0).value() instanceof SourceNode.Text t
        && t.isNothing();
  }
}
