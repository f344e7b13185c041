package zugabe.core.recipe;

import java.util.Map;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;

/**
 * How one kind of value is bound and how it is described in the schema, so that the two can't
 * differ.
 *
 * <p>Binding always gives a value: a faulty one is reported and a stand-in goes on in its place, so
 * that all faults are found at once. No plan is made from a recipe that had one.
 */
interface Shape<T> {
  /** Binds a node. */
  T bind(Node node, Findings findings);

  /** What goes on in the place of a missing or faulty value. */
  T standIn(Node near);

  /** JSON Schema of the value, as a tree of maps, lists and scalars. */
  Map<String, Object> schema();

  /** Reports a value of another type than wanted. */
  static void wrongType(Node node, String wanted, Findings findings) {
    if (node instanceof Node.Mapping m && m.flow() && looksLikeVariable(m)) {
      findings.add(
          FindingCode.Z1007,
          node.where(),
          "A value starts with { and isn't quoted.",
          "Put the whole value in quotes: \"{" + m.members().get(0).key() + "}\".");
      return;
    }
    if (node instanceof Node.Text t && t.isNothing()) {
      findings.add(
          FindingCode.Z1004,
          node.where(),
          "Nothing stands here; " + wanted + " is wanted.",
          "Write a value, or remove the key.");
      return;
    }
    findings.add(
        FindingCode.Z1003,
        node.where(),
        "This is " + node.kind() + "; " + wanted + " is wanted.",
        "Write " + wanted + ".");
  }

  private static boolean looksLikeVariable(Node.Mapping m) {
    return m.members().size() == 1
        && m.members().get(0).value() instanceof Node.Text t
        && t.isNothing();
  }
}
