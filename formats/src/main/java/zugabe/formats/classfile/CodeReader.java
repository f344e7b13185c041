package zugabe.formats.classfile;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import zugabe.formats.classfile.ClassLinks.Kind;

/** Reads a method's instructions for what they link to, and for constants that name something. */
final class CodeReader {
  /** A constant is used within so many instructions. */
  private static final int NEAR = 8;

  private static final int MAX_NAME = 200;

  private static final int GOTO = 167;
  private static final int IRETURN = 172;
  private static final int RETURN = 177;
  private static final int ATHROW = 191;

  /** What goes through whatever is there. */
  private static final Set<String> LOOPS =
      Set.of("hasNext", "forEach", "forEachRemaining", "collect", "toList", "toArray");

  /** System properties that tell which Java runs. */
  private static final Set<String> VERSIONS =
      Set.of(
          "java.version",
          "java.specification.version",
          "java.vm.specification.version",
          "java.class.version");

  private final ConstantPool pool;
  private final LinkTable table;
  private final Guards guards;
  private final LoaderUse loaders;
  private int count;
  private int offset;
  private Guard guard;
  private String text;
  private int textAt = -NEAR - 1;
  private String literal;
  private String literalBefore;
  private int literalAt = -NEAR - 1;
  private final Map<String, Guard> services = new LinkedHashMap<>();
  private boolean loops;
  private boolean insists;

  /** Whether these instructions are a handler's, in the order that compilers write them. */
  private boolean handling;

  CodeReader(ConstantPool pool, LinkTable table, Guards guards, LoaderUse loaders) {
    this.pool = pool;
    this.table = table;
    this.guards = guards;
    this.loaders = loaders;
  }

  /**
   * Reads one instruction.
   *
   * @param offset within the method's code
   */
  void instruction(int at, int offset) {
    count++;
    int opcode = pool.u1(at);
    handling |= guards.isHandler(offset);
    insists |= opcode == ATHROW && !handling;
    handling &= opcode != GOTO && opcode != ATHROW && (opcode < IRETURN || opcode > RETURN);
    boolean links = opcode == Instructions.LDC || opcode == Instructions.LDC_W;
    if (!links && (opcode < Instructions.GETSTATIC || opcode > Instructions.MULTIANEWARRAY)) {
      return;
    }
    this.offset = offset;
    this.guard = guards.at(offset);
    switch (opcode) {
      case Instructions.LDC -> constant(pool.u1(at + 1));
      case Instructions.LDC_W -> constant(pool.u2(at + 1));
      case Instructions.GETSTATIC, Instructions.PUTSTATIC -> staticField(pool.u2(at + 1));
      case Instructions.GETSTATIC + 2, Instructions.PUTFIELD -> {
        table.member(Kind.FIELD, pool.u2(at + 1), guard);
        loaders.field(pool.memberType(pool.u2(at + 1)));
      }
      case Instructions.INVOKEVIRTUAL, Instructions.INVOKEINTERFACE ->
          call(Kind.VIRTUAL, pool.u2(at + 1));
      case Instructions.INVOKEVIRTUAL + 1, Instructions.INVOKEVIRTUAL + 2 ->
          call(Kind.DIRECT, pool.u2(at + 1));
      case Instructions.INVOKEDYNAMIC -> table.callSite(pool.u2(at + 1), guard);
      case Instructions.NEW -> table.type(Kind.NEW, pool.u2(at + 1), guard);
      case Instructions.ANEWARRAY,
          Instructions.CHECKCAST,
          Instructions.INSTANCEOF,
          Instructions.MULTIANEWARRAY ->
          table.type(Kind.CLASS, pool.u2(at + 1), guard);
      default -> {
        // the others of that range link to nothing
      }
    }
  }

  /** At the end of a method. */
  void end() {
    boolean ifAny = loops && !insists;
    services.forEach(
        (service, caught) ->
            table.add(ifAny ? Kind.SERVICE_IF_ANY : Kind.SERVICE, service, caught));
    loaders.asked().ifPresent(how -> table.add(Kind.SYSTEM_LOADER, how, Guard.NONE));
  }

  private void staticField(int field) {
    table.member(Kind.STATIC_FIELD, field, guard);
    loaders.field(pool.memberType(field));
  }

  private void constant(int index) {
    int tag = pool.tag(index);
    if (tag == ConstantPool.STRING) {
      text = pool.named(index);
      textAt = count;
      if (VERSIONS.contains(text)) {
        table.add(Kind.VERSION, text, Guard.NONE);
      } else if (isClassName(text)) {
        table.add(Kind.NAMED, text.replace('.', '/'), Guard.NARROW);
      } else {
        table.database(text, guard);
      }
    } else if (tag == ConstantPool.CLASS) {
      table.type(Kind.CLASS, index, guard);
      literalBefore = literal;
      literal = pool.named(index);
      literalAt = count;
    }
  }

  /**
   * Whether a text has the form that names of classes have: packages in lower case, a class that
   * starts in upper case. Looked at by hand, since there are millions.
   */
  private static boolean isClassName(String text) {
    int dot = text.lastIndexOf('.');
    boolean could =
        dot > 0
            && text.length() < MAX_NAME
            && dot + 1 < text.length()
            && isUpper(text.charAt(dot + 1));
    boolean starts = true;
    for (int i = 0; could && i < text.length(); i++) {
      char c = text.charAt(i);
      boolean letter = isUpper(c) || (c >= 'a' && c <= 'z');
      if (starts && i < dot) {
        could = letter && !isUpper(c);
      } else {
        could =
            letter
                || (c >= '0' && c <= '9')
                || c == '_'
                || (c == '.' && i <= dot)
                || (c == '$' && i > dot);
      }
      starts = c == '.';
    }
    return could;
  }

  private static boolean isUpper(char c) {
    return c >= 'A' && c <= 'Z';
  }

  private void call(Kind kind, int method) {
    table.member(kind, method, guard);
    String owner = pool.owner(method);
    loaders.call(
        owner,
        pool.memberName(method),
        pool.memberType(method),
        guards.ofLookup(offset) == Guard.NONE);
    String name = pool.memberName(method);
    loops |= LOOPS.contains(name);
    insists |= name.equals("orElseThrow");
    if (owner.equals("java/lang/Runtime") && name.equals("version")) {
      table.add(Kind.VERSION, owner, Guard.NONE);
    }
    if (owner.equals("java/lang/Class")
        || owner.equals("java/lang/ClassLoader")
        || owner.equals("java/lang/System")
        || owner.equals("java/util/ServiceLoader")) {
      looksUp(owner, name);
    }
  }

  private void looksUp(String owner, String name) {
    boolean hasText = count - textAt <= NEAR;
    boolean hasLiteral = count - literalAt <= NEAR;
    switch (owner + '.' + name) {
      case "java/lang/Class.getClassLoader" -> {
        // that literal was for this; the one before it is what is looked for
        literal = literalBefore == null ? literal : literalBefore;
      }
      case "java/lang/Class.forName", "java/lang/ClassLoader.loadClass" -> {
        if (hasText) {
          lookup(Kind.BY_NAME, text.replace('.', '/'));
        } else {
          table.add(Kind.UNKNOWN, owner, Guard.NARROW);
        }
      }
      case "java/lang/System.loadLibrary" -> {
        if (hasText) {
          lookup(Kind.NATIVE, text);
        }
      }
      case "java/lang/ClassLoader.getResource",
          "java/lang/ClassLoader.getResources",
          "java/lang/ClassLoader.getResourceAsStream" -> {
        if (hasText) {
          lookup(Kind.RESOURCE, text);
        }
      }
      case "java/lang/Class.getResource", "java/lang/Class.getResourceAsStream" -> {
        // relative to the class it is asked of, when that is known
        if (hasText && text.startsWith("/")) {
          lookup(Kind.RESOURCE, text.substring(1));
        } else if (hasText && hasLiteral) {
          lookup(Kind.RESOURCE, literal.substring(0, literal.lastIndexOf('/') + 1) + text);
        }
      }
      case "java/util/ServiceLoader.load" -> {
        if (hasLiteral) {
          services.put(literal, guards.ofLookup(offset));
        }
      }
      default -> {
        // whatever else these classes do
      }
    }
  }

  private void lookup(Kind kind, String name) {
    textAt = -NEAR - 1;
    if (!name.isEmpty()) {
      table.add(kind, name, guards.ofLookup(offset));
    }
  }
}
