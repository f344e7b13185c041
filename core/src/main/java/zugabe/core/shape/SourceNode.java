package zugabe.core.shape;

import java.util.List;
import java.util.Optional;
import zugabe.core.finding.Where;

/** The recipe as a tree in which every key and value knows its place. */
public sealed interface SourceNode {
  Where where();

  /**
   * A scalar as written: {@code 2.10} stays {@code 2.10}, {@code NO} stays {@code NO}.
   *
   * @param faulty a fault of it is reported already
   */
  record Text(Where where, String value, boolean quoted, boolean faulty) implements SourceNode {
    /** YAML's ways to write nothing. */
    public boolean isNothing() {
      return !quoted && (value.isEmpty() || value.equals("~") || value.equals("null"));
    }
  }

  record Listing(Where where, List<SourceNode> items) implements SourceNode {}

  /** {@code flow} is true for one written with braces. */
  record Mapping(Where where, boolean flow, List<Member> members) implements SourceNode {
    public Optional<SourceNode> value(String key) {
      return members.stream().filter(m -> m.key().equals(key)).map(Member::value).findFirst();
    }
  }

  /** {@code where} is the key's place. */
  record Member(Where where, String key, SourceNode value) {}

  /** What it is, for messages. */
  default String kind() {
    if (this instanceof Listing) {
      return "a list";
    }
    return this instanceof Mapping ? "a mapping" : "text";
  }
}
