package zugabe.core.tree;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.Regex;

/** Where symbolic links lead, by their text alone. */
public final class Links {
  private static final int MOST_STEPS = 40;

  private Links() {}

  /** The path it leads to; empty when that is outside the tree. */
  public static Optional<String> resolved(String path, String target) {
    if (target.isEmpty() || target.startsWith("/") || Regex.matches(target, "[A-Za-z]:.*")) {
      return Optional.empty();
    }
    Deque<String> parts = new ArrayDeque<>();
    int slash = path.lastIndexOf('/');
    String whole = (slash < 0 ? "" : path.substring(0, slash + 1)) + target;
    for (String part : whole.split("/", -1)) {
      if (part.equals("..")) {
        if (parts.isEmpty()) {
          return Optional.empty();
        }
        parts.removeLast();
      } else if (!part.isEmpty() && !part.equals(".")) {
        parts.addLast(part);
      }
    }
    return Optional.of(String.join("/", parts));
  }

  /** The file at the end of a chain of links; empty when there is none. */
  public static Optional<String> followed(String path, Map<String, Entry> entries) {
    String at = path;
    for (int step = 0; step < MOST_STEPS; step++) {
      Entry entry = entries.get(at);
      if (!(entry instanceof Entry.SymbolicLink link)) {
        return entry == null ? Optional.empty() : Optional.of(at);
      }
      Optional<String> next = resolved(at, link.target());
      if (next.isEmpty()) {
        return Optional.empty();
      }
      at = next.get();
    }
    return Optional.empty();
  }
}
