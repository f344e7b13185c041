package zugabe.formats.classfile;

import java.util.Optional;

/**
 * What a method does with class loaders: one that asks the system's, and has no other at hand, sees
 * the class path and nothing else.
 */
final class LoaderUse {
  private static final String LOADER = "Ljava/lang/ClassLoader;";
  private static final String CLASS_LOADER = "java/lang/ClassLoader";

  private final String name;
  private final boolean returnsLoader;
  private boolean hasOther;
  private boolean asksSystem;
  private boolean loads;

  LoaderUse(String name, String selector) {
    this.name = name;
    int end = selector.indexOf(')');
    this.returnsLoader = selector.endsWith(")" + LOADER);
    this.hasOther = end > 0 && selector.substring(0, end).contains(LOADER);
  }

  /** A field is read or written. */
  void field(String type) {
    hasOther |= type.equals(LOADER) && !returnsLoader;
  }

  /**
   * A method is called.
   *
   * @param counts false where its failure is caught
   */
  void call(String owner, String called, String type, boolean counts) {
    if (owner.equals(CLASS_LOADER) && called.equals("getSystemClassLoader")) {
      asksSystem |= counts;
    } else if (owner.equals(CLASS_LOADER) && called.startsWith("getSystemResource")) {
      asksSystem |= counts;
      loads |= counts;
    } else if (type.endsWith(")" + LOADER)) {
      boolean samesDefault = called.equals(name) && returnsLoader;
      boolean itself = returnsLoader && isParents() && called.equals("getClassLoader");
      hasOther |= !samesDefault && !itself;
    } else if (loads(owner, called, type)) {
      loads = true;
    }
  }

  private static boolean loads(String owner, String called, String type) {
    return switch (owner) {
      case CLASS_LOADER -> called.equals("loadClass") || called.startsWith("getResource");
      case "java/lang/Class" -> called.equals("forName") && type.contains(LOADER);
      case "java/util/ServiceLoader" -> called.equals("load") && type.contains(LOADER);
      case "java/net/URLClassLoader" -> called.equals("<init>") && type.contains(LOADER);
      default -> false;
    };
  }

  private boolean isParents() {
    return name.startsWith("get") && name.endsWith("ParentClassLoader");
  }

  /**
   * How it asks the system's loader: by the name of the method that sets another as parent, or by
   * {@link ClassLinks#ITSELF} when it loads something itself.
   */
  Optional<String> asked() {
    if (!asksSystem || hasOther) {
      return Optional.empty();
    }
    if (returnsLoader) {
      return isParents() ? Optional.of("set" + name.substring(3)) : Optional.empty();
    }
    return loads ? Optional.of(ClassLinks.ITSELF) : Optional.empty();
  }
}
