package zugabe.formats.classfile;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import zugabe.formats.classfile.ClassLinks.Kind;
import zugabe.formats.classfile.ClassLinks.Link;

/** Collects a class's links, each once, and which of them a method has. */
final class LinkTable {
  private static final String DATABASE = "jdbc:";
  private static final int STATIC_FIELDS = 2;
  private static final int FIELDS = 3;

  private final ConstantPool pool;
  private final List<Link> links = new ArrayList<>();

  /** Places of what no constant stands for. */
  private final Map<Link, Integer> byName = new HashMap<>();

  /** Places by constants, for each kind and guard, so that most links are made but once. */
  private final Map<Guard, Map<Kind, int[]>> byConstant = new EnumMap<>(Guard.class);

  private final List<Integer> bootstraps = new ArrayList<>();
  private int[] method = new int[16];
  private int count;
  private int[] lastMethod = new int[16];
  private int methodNumber;

  LinkTable(ConstantPool pool) {
    this.pool = pool;
  }

  List<Link> links() {
    return links;
  }

  /** Notes where the next bootstrap method is told. */
  void bootstrap(int at) {
    bootstraps.add(at);
  }

  /** A method begins. */
  void begin() {
    count = 0;
    methodNumber++;
  }

  /** Places of the method's links. */
  int[] end() {
    return Arrays.copyOf(method, count);
  }

  /** A class or a text. */
  void add(Kind kind, String owner, Guard guard) {
    Link link = new Link(kind, owner, "", guard);
    Integer place = byName.get(link);
    if (place == null) {
      place = place(kind, owner, "", guard);
      byName.put(link, place);
    }
    note(place);
  }

  /** A class constant. */
  void type(Kind kind, int constant, Guard guard) {
    if (!isKnown(kind, constant, guard)) {
      remember(kind, constant, guard, place(kind, pool.named(constant), "", guard));
    }
  }

  /** A field or method constant. */
  void member(Kind kind, int constant, Guard guard) {
    if (!isKnown(kind, constant, guard)) {
      boolean field = kind == Kind.STATIC_FIELD || kind == Kind.FIELD;
      String member = pool.member(constant, field ? " " : "");
      remember(kind, constant, guard, place(kind, pool.owner(constant), member, guard));
    }
  }

  /** A text, if it is or begins the address of a database. */
  void database(String text, Guard guard) {
    if (text.startsWith(DATABASE)) {
      int end = text.indexOf(':', DATABASE.length());
      String driver = text.substring(DATABASE.length(), Math.max(DATABASE.length(), end));
      if (!driver.isEmpty() && driver.chars().allMatch(LinkTable::isOfDriver)) {
        add(Kind.DATABASE, text.substring(0, end + 1), guard);
      }
    }
  }

  private static boolean isOfDriver(int c) {
    return (c >= 'a' && c <= 'z') || (c >= '0' && c <= '9') || c == '_' || c == '-' || c == '+';
  }

  /**
   * The methods that a call site is made of: lambdas, method references; and texts that are joined.
   */
  void callSite(int constant, Guard guard) {
    int at = bootstraps.get(pool.bootstrap(constant));
    for (int i = 0; i < pool.u2(at + 2); i++) {
      int argument = pool.u2(at + 4 + 2 * i);
      if (pool.tag(argument) == ConstantPool.METHOD_HANDLE) {
        handle(pool.handleKind(argument), pool.handleMember(argument), guard);
      } else if (pool.tag(argument) == ConstantPool.STRING) {
        database(pool.named(argument), guard);
      }
    }
  }

  /** Kinds 1 to 4 are of fields, 5 to 9 of methods (JVM Specification, section 5.4.3.5). */
  private void handle(int kind, int member, Guard guard) {
    switch (kind) {
      case 1, FIELDS -> member(Kind.FIELD, member, guard);
      case STATIC_FIELDS, 4 -> member(Kind.STATIC_FIELD, member, guard);
      case 5, 9 -> member(Kind.VIRTUAL, member, guard);
      case 8 -> {
        add(Kind.NEW, pool.owner(member), guard);
        member(Kind.DIRECT, member, guard);
      }
      default -> member(Kind.DIRECT, member, guard);
    }
  }

  private Map<Kind, int[]> byConstant(Guard guard) {
    return byConstant.computeIfAbsent(guard, g -> new EnumMap<>(Kind.class));
  }

  private boolean isKnown(Kind kind, int constant, Guard guard) {
    int[] some = byConstant(guard).get(kind);
    if (some == null || some[constant] == 0) {
      return false;
    }
    note(some[constant] - 2);
    return true;
  }

  /** Remembers a place, or -1 for no link at all. */
  private void remember(Kind kind, int constant, Guard guard, int place) {
    byConstant(guard).computeIfAbsent(kind, k -> new int[pool.count()])[constant] = place + 2;
    note(place);
  }

  private int place(Kind kind, String owner, String member, Guard guard) {
    String type = element(owner);
    if (type.isEmpty()) {
      return -1;
    }
    // an array has no members of its own but those of Object
    boolean array = owner.startsWith("[");
    links.add(new Link(array ? Kind.CLASS : kind, type, array ? "" : member, guard));
    return links.size() - 1;
  }

  /** The class that an array is made of; empty for one of numbers. */
  private static String element(String owner) {
    if (!owner.startsWith("[")) {
      return owner;
    }
    String element = owner.substring(owner.lastIndexOf('[') + 1);
    return element.startsWith("L") ? element.substring(1, element.length() - 1) : "";
  }

  private void note(int place) {
    if (place < 0) {
      return;
    }
    if (place >= lastMethod.length) {
      lastMethod = Arrays.copyOf(lastMethod, 2 * place);
    }
    if (lastMethod[place] != methodNumber) {
      lastMethod[place] = methodNumber;
      if (count == method.length) {
        method = Arrays.copyOf(method, 2 * count);
      }
      method[count++] = place;
    }
  }
}
