package zugabe.formats.classfile;

import java.util.List;

/**
 * What a class links to, method by method. Names have slashes.
 *
 * @param major class-file version
 * @param superName empty for {@code java/lang/Object}
 * @param fields with their descriptors, as {@code name descriptor}
 * @param links each once, however many methods have it
 */
public record ClassLinks(
    String name,
    int major,
    int access,
    String superName,
    List<String> interfaces,
    List<String> fields,
    List<Method> methods,
    List<Link> links) {

  /** In place of a method that sets a class loader: there is none. */
  public static final String ITSELF = "-";

  private static final int ACC_STATIC = 8;
  private static final int ACC_ABSTRACT = 0x400;
  private static final int ACC_INTERFACE = 0x200;

  /** A method and the places of its links among those of the class, in order. */
  public static final class Method {
    private final String selector;
    private final int access;
    private final int[] links;

    Method(String selector, int access, int[] links) {
      this.selector = selector;
      this.access = access;
      this.links = links;
    }

    /** Name and descriptor. */
    public String selector() {
      return selector;
    }

    /** Places in {@link ClassLinks#links}; nobody changes them. */
    public int[] links() {
      return links;
    }

    public boolean isStatic() {
      return (access & ACC_STATIC) != 0;
    }

    public boolean isAbstract() {
      return (access & ACC_ABSTRACT) != 0;
    }
  }

  /** How something is linked to. */
  public enum Kind {
    /** A class is named: a cast, a literal, an exception that is caught. */
    CLASS,
    /** An object is made of a class. */
    NEW,
    /** A static method, or a constructor, or a method of a superclass, is called. */
    DIRECT,
    /** A method is called that subclasses may have in their own way. */
    VIRTUAL,
    /** A static field is read or written. */
    STATIC_FIELD,
    /** A field is read or written. */
    FIELD,
    /** A class is looked for by a constant name. */
    BY_NAME,
    /** A class is looked for by a name that isn't constant there. */
    UNKNOWN,
    /** A constant has the form of a class's name; who knows what for. */
    NAMED,
    /** A resource is looked for by a constant name. */
    RESOURCE,
    /** A native library is loaded by a constant name. */
    NATIVE,
    /** Providers of a service are looked for. */
    SERVICE,
    /** The same where it goes on without any. */
    SERVICE_IF_ANY,
    /**
     * The system class loader is asked, and no other: its owner is the name of the method that sets
     * another, or {@link ClassLinks#ITSELF}.
     */
    SYSTEM_LOADER,
    /** The version of Java is asked for. */
    VERSION,
    /** A constant is, or begins, the address of a database: its start, such as {@code jdbc:h2:}. */
    DATABASE
  }

  /**
   * A link.
   *
   * @param owner class, or the constant name
   * @param member of it: a method's selector, or a field as {@code name descriptor}; else empty
   * @param guard what is caught where it stands
   */
  public record Link(Kind kind, String owner, String member, Guard guard) {}

  public boolean isInterface() {
    return (access & ACC_INTERFACE) != 0;
  }
}
