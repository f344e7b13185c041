package zugabe.core.recipe;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import zugabe.core.finding.Findings;
import zugabe.core.finding.RecipeCode;
import zugabe.core.finding.Where;
import zugabe.core.shape.SourceNode;

/**
 * Puts values given for one run ({@code app.version=2.4.1}) into the tree, before variables are
 * filled in.
 */
final class Overrides {
  private final Findings findings;
  private final Where where;

  private Overrides(Findings findings, String given) {
    this.findings = findings;
    this.where = Where.file("--set " + given);
  }

  static SourceNode.Mapping apply(
      SourceNode.Mapping root, List<ValueOverride> overrides, Findings findings) {
    SourceNode.Mapping result = root;
    for (ValueOverride o : overrides) {
      result =
          new Overrides(findings, o.key())
              .put(result, Arrays.asList(o.key().split("\\.", -1)), "", o.value());
    }
    return result;
  }

  private SourceNode.Mapping put(
      SourceNode.Mapping at, List<String> path, String parent, String value) {
    String key = path.get(0);
    String full = parent.isEmpty() ? key : parent + "." + key;
    Optional<SourceNode> old = at.value(key);
    SourceNode replaced = replacement(old, path, full, value);
    if (replaced == null) {
      return at;
    }
    List<SourceNode.Member> members = new ArrayList<>();
    at.members()
        .forEach(
            m ->
                members.add(
                    m.key().equals(key) ? new SourceNode.Member(m.where(), key, replaced) : m));
    if (old.isEmpty()) {
      members.add(new SourceNode.Member(keyed(full), key, replaced));
    }
    return new SourceNode.Mapping(at.where(), at.flow(), members);
  }

  private SourceNode replacement(
      Optional<SourceNode> old, List<String> path, String full, String value) {
    if (path.size() == 1) {
      if (old.isPresent() && !(old.get() instanceof SourceNode.Text)) {
        return refuse(
            "\"" + full + "\" is " + old.get().kind() + "; only single values can be set.");
      }
      return new SourceNode.Text(keyed(full), value, true, false);
    }
    SourceNode next = old.orElseGet(() -> new SourceNode.Mapping(keyed(full), false, List.of()));
    if (next instanceof SourceNode.Mapping m) {
      return put(m, path.subList(1, path.size()), full, value);
    }
    return refuse("\"" + full + "\" is " + next.kind() + ", so nothing can be set below it.");
  }

  private SourceNode refuse(String what) {
    findings.add(
        RecipeCode.Z1011, where, what, "Name a value by its dotted path, such as app.version.");
    return null;
  }

  private Where keyed(String full) {
    return new Where(where.file(), -1, -1, full, "", -1, "");
  }
}
