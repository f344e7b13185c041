package zugabe.core.links;

import java.util.Set;
import java.util.TreeSet;

/**
 * Libraries that name an absent class by a constant text: they ask whether it is there before they
 * use others of its packages. An application that names it so means to use it.
 */
final class AbsenceGuards {
  /** Names below which many parties have packages: there three parts tell one from the other. */
  private static final Set<String> UMBRELLAS =
      Set.of(
          "org/apache", "org/eclipse", "org/springframework", "com/google", "com/sun", "com/ibm");

  private static final Set<String> TOPS =
      Set.of(
          "org", "com", "net", "io", "javax", "jakarta", "dev", "edu", "de", "co", "me", "uk",
          "fr");

  private final Set<String> roots = new TreeSet<>();

  /**
   * A library's code has a text that may be the name of a class that isn't there. Of its own party
   * that says nothing: such texts name settings as well.
   *
   * @param by the class that has the text
   */
  void note(String name, String by) {
    if (!root(name).equals(root(by))) {
      roots.add(root(name));
    }
  }

  /** The part of a class's name that tells whose it is. */
  private static String root(String name) {
    String[] parts = name.split("/", -1);
    int count = TOPS.contains(parts[0]) ? 2 : 1;
    if (parts.length > 3 && UMBRELLAS.contains(parts[0] + '/' + parts[1])) {
      count = 3;
    }
    return String.join("/", java.util.Arrays.copyOf(parts, Math.min(count, parts.length - 1)));
  }

  /**
   * What is missing, less sure when somebody is prepared for that: most ask a library of theirs
   * that asks.
   */
  Missing judged(Missing m) {
    boolean code = m.kind() == Missing.Kind.CLASS || m.kind() == Missing.Kind.CONCEALED;
    if (m.own() || !code || m.sure() == Missing.Sure.OPTIONAL) {
      return m;
    }
    return roots.contains(root(m.name().replace('.', '/'))) ? m.optional() : m;
  }
}
