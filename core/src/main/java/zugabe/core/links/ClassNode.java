package zugabe.core.links;

import java.util.Optional;
import zugabe.core.links.Missing.Sure;
import zugabe.core.materials.Library;

/** A class as one program sees it, and how surely its parts are come to. */
final class ClassNode {
  final Parsed parsed;
  final World.Place place;

  /** Every class and interface that it is one of, itself first; null until somebody asks. */
  int[] supers;

  private final byte[] reached;
  private byte touched;
  private byte made;
  private byte begun;

  ClassNode(Parsed parsed, World.Place place) {
    this.parsed = parsed;
    this.place = place;
    this.reached = new byte[parsed.methods.length];
  }

  /** Stands for a class that can't be read. */
  ClassNode() {
    this.parsed = null;
    this.place = null;
    this.reached = new byte[0];
  }

  boolean isOwn() {
    return place.library().isEmpty();
  }

  Optional<Library> library() {
    return place.library();
  }

  /** Whether both are of one library, or both the application's own. */
  boolean isInLibraryOf(ClassNode other) {
    return place.library().equals(other.place.library());
  }

  private static byte rank(Sure sure) {
    return (byte) sure.rank();
  }

  /** Whether this is news; it is remembered then. */
  boolean reach(int method, Sure sure) {
    boolean rises = reached[method] < rank(sure);
    if (rises) {
      reached[method] = rank(sure);
    }
    return rises;
  }

  /** Whether it was reached more surely since. */
  boolean isSurer(int method, Sure sure) {
    return reached[method] > rank(sure);
  }

  /** As {@link #reach}. */
  boolean touch(Sure sure) {
    boolean rises = touched < rank(sure);
    if (rises) {
      touched = rank(sure);
    }
    return rises;
  }

  /** As {@link #reach}. */
  boolean make(Sure sure) {
    boolean rises = made < rank(sure);
    if (rises) {
      made = rank(sure);
    }
    return rises;
  }

  /** How surely objects are made of it; maybe, when nobody was seen doing so. */
  Sure made() {
    return made == 0 ? Sure.MAYBE : Sure.ofRank(made);
  }

  boolean isMade() {
    return made > 0;
  }

  /** As {@link #reach}. */
  boolean begin(Sure sure) {
    boolean rises = begun < rank(sure);
    if (rises) {
      begun = rank(sure);
    }
    return rises;
  }
}
