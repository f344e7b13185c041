package zugabe.core.links;

import java.util.Set;

/**
 * The part of a package's name that says whose it is. A library that is missing is missed in many
 * packages, which mostly begin alike; those who publish many libraries have a level more.
 */
final class PackageRoot {
  private static final int LONGEST_DOMAIN = 3;
  private static final Set<String> STANDARDS = Set.of("jakarta", "javax");

  /** Under these lie libraries that have nothing to do with each other. */
  private static final Set<String> MANY =
      Set.of(
          "org.apache",
          "org.apache.commons",
          "org.codehaus",
          "org.eclipse",
          "org.jboss",
          "com.github",
          "com.google",
          "com.sun",
          "io.github",
          "net.sf",
          "net.sourceforge");

  private PackageRoot() {}

  /** Of a package's name with dots; the whole name when it is short. */
  static String of(String name) {
    String first = before(name, name.indexOf('.'));
    boolean reversedDomain = first.length() <= LONGEST_DOMAIN || STANDARDS.contains(first);
    String root = reversedDomain ? longer(name, first) : first;
    while (MANY.contains(root) && root.length() < name.length()) {
      root = longer(name, root);
    }
    return root;
  }

  /** One part more of a name. */
  private static String longer(String name, String start) {
    return start.length() >= name.length()
        ? name
        : before(name, name.indexOf('.', start.length() + 1));
  }

  private static String before(String name, int dot) {
    return dot < 0 ? name : name.substring(0, dot);
  }
}
