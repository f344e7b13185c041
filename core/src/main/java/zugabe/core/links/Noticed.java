package zugabe.core.links;

import java.util.Comparator;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import zugabe.core.materials.Materials;

/** What is noticed on the way beside what is missing. */
final class Noticed {
  private static final String SETS_LOADER = "(Ljava/lang/ClassLoader;)V";

  /** The newest first; which of several classes is named mustn't depend on the way here. */
  private static final Comparator<Materials.Highest> ORDER =
      Comparator.comparing(Materials.Highest::major, Comparator.reverseOrder())
          .thenComparing(Materials.Highest::file)
          .thenComparing(Materials.Highest::entry);

  /** Methods that set a class loader, called by other parties than their own. */
  private final Set<String> settersCalled = new HashSet<>();

  private Optional<Materials.Highest> newest = Optional.empty();

  /** The highest class-file version of what is needed, and the first class that has it. */
  Optional<Materials.Highest> newest() {
    return newest;
  }

  /** A class is needed. */
  void needed(ClassNode node) {
    if (node.place.isForNewer()) {
      return;
    }
    Materials.Highest one =
        new Materials.Highest(node.parsed.major, node.place.source(), node.place.entry());
    if (newest.isEmpty() || ORDER.compare(one, newest.get()) < 0) {
      newest = Optional.of(one);
    }
  }

  /** A method is called; by somebody else than its own library, it may set a class loader. */
  void called(ClassNode from, ClassNode to, String selector) {
    if (selector.endsWith(SETS_LOADER) && to != null && !to.isInLibraryOf(from)) {
      settersCalled.add(selector.substring(0, selector.length() - SETS_LOADER.length()));
    }
  }

  /** Whether the loader is set that is else asked of the system. */
  boolean isSet(Missing m) {
    return m.kind() == Missing.Kind.SYSTEM_LOADER
        && settersCalled.contains(m.name().substring(m.name().indexOf(' ') + 1));
  }
}
