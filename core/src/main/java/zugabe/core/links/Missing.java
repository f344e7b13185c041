package zugabe.core.links;

import java.util.Set;
import java.util.TreeSet;

/**
 * Something that a program's code needs and that isn't there.
 *
 * @param name with dots for classes; a path for resources
 * @param by classes that need it, with dots
 * @param in files that those classes are in
 * @param own whether one of them is the application's own
 */
public record Missing(
    Kind kind, String name, Sure sure, Set<String> by, Set<String> in, boolean own) {
  /** What kind of thing. */
  public enum Kind {
    CLASS,
    MEMBER,
    PROVIDER,
    NO_PROVIDER,
    RESOURCE,
    NATIVE,
    /** A class that Java's modules keep to themselves. */
    CONCEALED
  }

  /** How sure it is that somebody will miss it; the surer, the later. */
  public enum Sure {
    /** The code is prepared for its absence, or metadata call it optional. */
    OPTIONAL,
    /** Only if objects are what they may be. */
    MAYBE,
    /** The code that needs it is called. */
    CALLED
  }

  /** The same, less sure. */
  Missing optional() {
    return new Missing(kind, name, Sure.OPTIONAL, by, in, own);
  }

  Missing with(Sure other, String needer, String source, boolean ownNeeder) {
    Set<String> needers = new TreeSet<>(by);
    needers.add(needer);
    Set<String> sources = new TreeSet<>(in);
    sources.add(source);
    Sure most = other.compareTo(sure) > 0 ? other : sure;
    return new Missing(kind, name, most, needers, sources, own || ownNeeder);
  }
}
