package zugabe.core.links;

import java.util.List;
import java.util.Set;

/**
 * Something that a program's code needs and that isn't there.
 *
 * @param name with dots for classes, and a space before a member; a path for resources
 * @param by classes that need it, with dots
 * @param in files that those classes are in
 * @param own whether one of them is the application's own
 */
public record Missing(
    Kind kind, String name, Sure sure, Set<String> by, Set<String> in, boolean own) {
  /** What kind of thing. */
  public enum Kind {
    CLASS,
    /** A class that another version of Java has. */
    OTHER_JAVA,
    MEMBER,
    PROVIDER,
    NO_PROVIDER,
    RESOURCE,
    NATIVE,
    /** What is looked for by names that aren't constant. */
    UNKNOWN,
    /** A class that Java's modules keep to themselves. */
    CONCEALED,
    /** Whoever answers to the start of a database's address. */
    DRIVER,
    /**
     * A class or member that only some generations of servers have: as bits, a space, and the name.
     */
    SOME_SERVERS,
    /**
     * The system's class loader is asked: by the class that is named, and behind a space the method
     * that sets another.
     */
    SYSTEM_LOADER
  }

  /** How sure it is that somebody will miss it; the surer, the later. */
  public enum Sure {
    /** The code is prepared for its absence, or metadata call it optional. */
    OPTIONAL(1),
    /**
     * Of a method only: it is called where every error is caught. What it needs is optional then;
     * what the methods need that it calls isn't.
     */
    TRIED(2),
    /** Only if objects are what they may be. */
    MAYBE(3),
    /** The code that needs it is called. */
    CALLED(4);

    private static final List<Sure> SURES = List.of(values());

    private final int rank;

    Sure(int rank) {
      this.rank = rank;
    }

    /** From 1; 0 is for what wasn't come to at all. */
    int rank() {
      return rank;
    }

    static Sure least(Sure a, Sure b) {
      return a.compareTo(b) < 0 ? a : b;
    }

    static Sure ofRank(int rank) {
      return SURES.get(rank - 1);
    }
  }

  /** The same, less sure. */
  Missing optional() {
    return new Missing(kind, name, Sure.OPTIONAL, by, in, own);
  }
}
