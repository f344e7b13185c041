package zugabe.core.links;

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
    SOME_SERVERS
  }

  /** How sure it is that somebody will miss it; the surer, the later. */
  public enum Sure {
    /** The code is prepared for its absence, or metadata call it optional. */
    OPTIONAL(1),
    /** Only if objects are what they may be. */
    MAYBE(2),
    /** The code that needs it is called. */
    CALLED(3);

    private final int rank;

    Sure(int rank) {
      this.rank = rank;
    }

    /** From 1; 0 is for what wasn't come to at all. */
    int rank() {
      return rank;
    }

    static Sure ofRank(int rank) {
      return rank == OPTIONAL.rank ? OPTIONAL : rank == MAYBE.rank ? MAYBE : CALLED;
    }
  }

  /** The same, less sure. */
  Missing optional() {
    return new Missing(kind, name, Sure.OPTIONAL, by, in, own);
  }
}
