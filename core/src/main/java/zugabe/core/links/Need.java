package zugabe.core.links;

import java.util.Set;
import java.util.TreeSet;
import zugabe.core.links.Missing.Sure;

/** Collects who needs one missing thing. */
final class Need {
  private final Missing.Kind kind;
  private final String name;
  private final Set<String> by = new TreeSet<>();
  private final Set<String> in = new TreeSet<>();
  private Sure sure = Sure.OPTIONAL;
  private boolean own;

  Need(Missing.Kind kind, String name) {
    this.kind = kind;
    this.name = name;
  }

  void add(String needer, ClassNode node, Sure other) {
    by.add(needer);
    in.add(node.place.source());
    own |= node.isOwn();
    sure = other.compareTo(sure) > 0 ? other : sure;
  }

  Missing missing() {
    return new Missing(kind, name, sure, by, in, own);
  }
}
