package zugabe.formats.arsc;

import java.util.List;

/**
 * What a resource is in one configuration.
 *
 * @param flags {@link #COMPLEX}, {@link #PUBLIC}
 * @param value of a simple one; of a complex one, a reference to its parent, or null
 * @param parts of a complex one: a style's attributes, an array's items, a plural's forms
 */
public record TableEntry(int flags, Value value, List<Part> parts) {
  public static final int COMPLEX = 1;
  public static final int PUBLIC = 2;

  public TableEntry {
    parts = List.copyOf(parts);
  }

  /**
   * A value with its name.
   *
   * @param name number of an attribute, or one of the constants in {@link Parts}
   */
  public record Part(long name, Value value) {}

  public boolean isComplex() {
    return (flags & COMPLEX) != 0;
  }

  /** The resource that a complex one builds on; 0 for none. */
  public long parent() {
    return isComplex() ? value.data() : 0;
  }
}
