package zugabe.core.links;

import java.util.List;
import zugabe.formats.classfile.ClassLinks;
import zugabe.formats.classfile.ClassLinks.Kind;
import zugabe.formats.classfile.ClassLinks.Link;
import zugabe.formats.classfile.Guard;

/** A class that was read, in numbers. What its methods link to can be let go and read again. */
final class Parsed {
  private static final List<Kind> KINDS = List.of(Kind.values());
  private static final int KIND_BITS = 6;
  private static final int KIND_MASK = (1 << KIND_BITS) - 1;
  private static final List<Guard> GUARDS = List.of(Guard.values());
  private static final byte HIDDEN = 1;
  private static final byte ABSTRACT = 2;

  final int name;

  /** Class-file version. */
  final int major;

  /** Whether some method asks for Java's version. */
  final boolean asksVersion;

  /** Of the superclass; below 0 for the class that has none. */
  final int superName;

  final int[] interfaces;
  final boolean isInterface;

  /**
   * Hash codes of their selectors: what a class has is rarely asked for, and its names would take
   * most of the memory. Two names of one code in one class hide at worst that one is missing.
   */
  final int[] methods;

  private final byte[] flags;
  private final int[] fields;
  private Held held;

  Parsed(ClassLinks from, Names names) {
    name = names.of(from.name());
    major = from.major();
    asksVersion = from.links().stream().anyMatch(l -> l.kind() == Kind.VERSION);
    superName = from.superName().isEmpty() ? -1 : names.of(from.superName());
    interfaces = from.interfaces().stream().mapToInt(names::of).toArray();
    isInterface = from.isInterface();
    fields = from.fields().stream().mapToInt(String::hashCode).toArray();
    methods = new int[from.methods().size()];
    flags = new byte[methods.length];
    for (int i = 0; i < methods.length; i++) {
      ClassLinks.Method m = from.methods().get(i);
      methods[i] = m.selector().hashCode();
      boolean hidden = m.isStatic() || m.selector().startsWith("<");
      flags[i] = (byte) ((hidden ? HIDDEN : 0) | (m.isAbstract() ? ABSTRACT : 0));
    }
    held = new Held(from, names);
  }

  /** Told each link of a method. */
  interface Follower {
    /**
     * A link.
     *
     * @param member below 0 for none
     */
    void follow(Kind kind, int owner, int member, Guard guard);
  }

  /** A class's links in little room: two numbers for each, and which of them each method has. */
  private static final class Held {
    private final int[] table;
    private final char[] places;
    private final int[] starts;

    Held(ClassLinks from, Names names) {
      table = new int[2 * from.links().size()];
      for (int i = 0; i < from.links().size(); i++) {
        Link link = from.links().get(i);
        int kind = GUARDS.size() * KINDS.indexOf(link.kind()) + GUARDS.indexOf(link.guard());
        table[2 * i] = (names.of(link.owner()) << KIND_BITS) | kind;
        table[2 * i + 1] = link.member().isEmpty() ? -1 : names.of(link.member());
      }
      int count = 0;
      for (ClassLinks.Method m : from.methods()) {
        count += m.links().length;
      }
      places = new char[count];
      starts = new int[from.methods().size() + 1];
      int at = 0;
      for (int i = 0; i < from.methods().size(); i++) {
        starts[i] = at;
        for (int place : from.methods().get(i).links()) {
          places[at++] = (char) place;
        }
      }
      starts[starts.length - 1] = at;
    }

    int bytes() {
      return 4 * table.length + 2 * places.length + 4 * starts.length + 64;
    }
  }

  /** The links of a method; they must be held. */
  void follow(int method, Follower follower) {
    if (method + 1 >= held.starts.length) {
      // the file was changed since, and isn't the same class any more
      return;
    }
    for (int i = held.starts[method]; i < held.starts[method + 1]; i++) {
      int at = 2 * held.places[i];
      int packed = held.table[at];
      int kind = packed & KIND_MASK;
      follower.follow(
          KINDS.get(kind / GUARDS.size()),
          packed >>> KIND_BITS,
          held.table[at + 1],
          GUARDS.get(kind % GUARDS.size()));
    }
  }

  boolean holdsLinks() {
    return held != null;
  }

  /** How much memory the links take. */
  int bytes() {
    return held.bytes();
  }

  void letGo() {
    held = null;
  }

  /** Takes the links of the same class, read again. */
  void hold(ClassLinks again, Names names) {
    held = new Held(again, names);
  }

  /** Where a method of this selector stands, or -1. */
  int method(int selector) {
    return indexOf(methods, selector);
  }

  boolean hasField(int field) {
    return indexOf(fields, field) >= 0;
  }

  private static int indexOf(int[] all, int wanted) {
    for (int i = 0; i < all.length; i++) {
      if (all[i] == wanted) {
        return i;
      }
    }
    return -1;
  }

  /** Whether no object calls it as its own: static methods, constructors. */
  boolean isHidden(int method) {
    return (flags[method] & HIDDEN) != 0;
  }

  boolean isAbstract(int method) {
    return (flags[method] & ABSTRACT) != 0;
  }
}
