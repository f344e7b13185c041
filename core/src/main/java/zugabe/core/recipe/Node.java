package zugabe.core.recipe;

import java.util.List;
import java.util.Optional;
import zugabe.core.finding.Where;

/** The recipe as a tree in which every key and value knows its place. */
sealed interface Node {
  Where where();

  /**
   * A scalar as written: {@code 2.10} stays {@code 2.10}, {@code NO} stays {@code NO}.
   *
   * @param faulty a fault of it is reported already
   */
  record Text(Where where, String value, boolean quoted, boolean faulty) implements Node {
    /** YAML's ways to write nothing. */
    boolean isNothing() {
      return !quoted && (value.isEmpty() || value.equals("~") || value.equals("null"));
    }
  }

  record Listing(Where where, List<Node> items) implements Node {}

  /** {@code flow} is true for one written with braces. */
  record Mapping(Where where, boolean flow, List<Member> members) implements Node {
    Optional<Node> value(String key) {
      return members.stream().filter(m -> m.key().equals(key)).map(Member::value).findFirst();
    }
  }

  /** {@code where} is the key's place. */
  record Member(Where where, String key, Node value) {}

  /** What it is, for messages. */
  default String kind() {
    if (this instanceof Listing) {
      return "a list";
    }
    return this instanceof Mapping ? "a mapping" : "text";
  }
}
