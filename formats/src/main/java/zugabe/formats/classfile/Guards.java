package zugabe.formats.classfile;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Set;

/** Where a method's code catches the error of a missing class (JVM Specification, 4.7.3). */
final class Guards {
  private static final int ENTRY_BYTES = 8;
  private static final String EVERYTHING = "java/lang/Throwable";
  private static final Set<String> LINKING =
      Set.of(
          "java/lang/NoClassDefFoundError",
          "java/lang/LinkageError",
          "java/lang/IncompatibleClassChangeError",
          "java/lang/NoSuchMethodError",
          "java/lang/NoSuchFieldError",
          "java/lang/ExceptionInInitializerError",
          "java/lang/UnsatisfiedLinkError",
          "java/lang/ClassFormatError",
          "java/lang/UnsupportedClassVersionError");

  private static final Set<String> BROAD = Set.of("java/lang/Error", EVERYTHING);

  private static final Set<String> LOOKING =
      Set.of(
          "java/lang/ClassNotFoundException",
          "java/lang/ReflectiveOperationException",
          "java/lang/Exception");

  private final BitSet handlers = new BitSet();
  private final List<String> caught = new ArrayList<>();
  private final List<Range> linking = new ArrayList<>();
  private final List<Range> broad = new ArrayList<>();
  private final List<Range> looking = new ArrayList<>();

  private record Range(int start, int end) {}

  /**
   * Reads the exception table of a method's code.
   *
   * @param code where the code starts
   */
  Guards(ConstantPool pool, int code, int length) {
    int at = code + length;
    int count = pool.u2(at);
    for (int i = 0; i < count; i++) {
      int entry = at + 2 + ENTRY_BYTES * i;
      int type = pool.u2(entry + 6);
      handlers.set(pool.u2(entry + 4));
      if (type != 0) {
        String name = pool.named(type);
        // a class that isn't there is never thrown, but the verifier may look for it
        caught.add(name);
        Range range = new Range(pool.u2(entry), pool.u2(entry + 2));
        if (name.equals(EVERYTHING) && Rethrowing.is(pool, code, length, pool.u2(entry + 4))) {
          // whoever closes a resource is not prepared for anything
          continue;
        }
        if (LINKING.contains(name)) {
          linking.add(range);
        } else if (BROAD.contains(name)) {
          broad.add(range);
        } else if (LOOKING.contains(name)) {
          looking.add(range);
        }
      }
    }
  }

  /** The classes that are caught. */
  List<String> caught() {
    return caught;
  }

  /** Whether a handler starts there. */
  boolean isHandler(int offset) {
    return handlers.get(offset);
  }

  /** Whether the error of a class that can't be linked is caught there. */
  Guard at(int offset) {
    if (isIn(linking, offset)) {
      return Guard.NARROW;
    }
    return isIn(broad, offset) ? Guard.BROAD : Guard.NONE;
  }

  /** Whether the exception of a class that wasn't found by its name is caught there. */
  Guard ofLookup(int offset) {
    return isIn(looking, offset) ? Guard.NARROW : at(offset);
  }

  private static boolean isIn(List<Range> ranges, int offset) {
    for (Range r : ranges) {
      if (r.start() <= offset && offset < r.end()) {
        return true;
      }
    }
    return false;
  }
}
