package zugabe.formats.classfile;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.FieldVisitor;
import org.objectweb.asm.Handle;
import org.objectweb.asm.Label;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.Type;
import zugabe.formats.classfile.ClassLinks.Kind;
import zugabe.formats.classfile.ClassLinks.Link;

/** Reads what a class links to (JVM Specification, sections 5.4.3 and 6.5). */
public final class LinkReader {
  private LinkReader() {}

  /**
   * Reads a class file.
   *
   * @throws UnreadableClassException when it isn't one, or is newer than the reader
   */
  public static ClassLinks read(byte[] bytes) throws UnreadableClassException {
    if (bytes.length < ClassFacts.HEADER_BYTES || !ClassFacts.isClass(bytes)) {
      throw new UnreadableClassException("it doesn't start like a class file");
    }
    try {
      Visitor visitor = new Visitor();
      new ClassReader(bytes).accept(visitor, ClassReader.SKIP_DEBUG | ClassReader.SKIP_FRAMES);
      return visitor.links();
    } catch (IllegalArgumentException
        | IndexOutOfBoundsException
        | NegativeArraySizeException
        | ClassCastException
        | NullPointerException
        | TypeNotPresentException e) {
      throw new UnreadableClassException("its structure is damaged, or newer than can be read");
    }
  }

  private static final class Visitor extends ClassVisitor {
    private String name = "";
    private int access;
    private String superName = "";
    private List<String> interfaces = List.of();
    private final List<String> fields = new ArrayList<>();
    private final List<ClassLinks.Method> methods = new ArrayList<>();

    Visitor() {
      super(Opcodes.ASM9);
    }

    ClassLinks links() {
      return new ClassLinks(name, access, superName, interfaces, fields, methods);
    }

    @Override
    public void visit(
        int version,
        int access,
        String name,
        String signature,
        String superName,
        String[] interfaces) {
      this.name = name;
      this.access = access;
      this.superName = superName == null ? "" : superName;
      this.interfaces = List.of(interfaces);
    }

    @Override
    public FieldVisitor visitField(
        int access, String name, String descriptor, String signature, Object value) {
      fields.add(name + " " + descriptor);
      return null;
    }

    @Override
    public MethodVisitor visitMethod(
        int access, String name, String descriptor, String signature, String[] exceptions) {
      Set<Link> links = new LinkedHashSet<>();
      String selector = name + descriptor;
      return new Body(links) {
        @Override
        public void visitEnd() {
          methods.add(new ClassLinks.Method(selector, access, List.copyOf(links)));
        }
      };
    }
  }

  /** A method's code: its links, and whether each is guarded. */
  private static class Body extends MethodVisitor {
    private static final Set<String> GUARDS =
        Set.of(
            "java/lang/NoClassDefFoundError",
            "java/lang/LinkageError",
            "java/lang/IncompatibleClassChangeError",
            "java/lang/NoSuchMethodError",
            "java/lang/NoSuchFieldError",
            "java/lang/ExceptionInInitializerError",
            "java/lang/UnsatisfiedLinkError",
            "java/lang/Error",
            "java/lang/Throwable");
    private static final Set<String> LOOKUP_GUARDS =
        Set.of(
            "java/lang/ClassNotFoundException",
            "java/lang/ReflectiveOperationException",
            "java/lang/Exception");

    /** A constant is used within so many instructions. */
    private static final int NEAR = 8;

    private static final int MAX_NAME = 200;
    private static final Pattern CLASS_NAME =
        Pattern.compile("[a-z][a-z0-9_]*(\\.[a-z][A-Za-z0-9_]*)*\\.[A-Z][A-Za-z0-9_$]*");

    private final Set<Link> links;
    private final Map<Label, Integer> starts = new HashMap<>();
    private final Map<Label, Integer> ends = new HashMap<>();
    private final Map<Label, Integer> lookupStarts = new HashMap<>();
    private final Map<Label, Integer> lookupEnds = new HashMap<>();
    private int guards;
    private int lookupGuards;
    private int at;
    private String text;
    private int textAt = -NEAR - 1;
    private String literal;
    private String literalBefore;
    private int literalAt = -NEAR - 1;

    Body(Set<Link> links) {
      super(Opcodes.ASM9);
      this.links = links;
    }

    private void add(Kind kind, String owner, String member) {
      String plain = element(owner);
      if (plain.isEmpty()) {
        return;
      }
      // an array has no members of its own but those of Object
      boolean array = owner.startsWith("[");
      links.add(new Link(array ? Kind.CLASS : kind, plain, array ? "" : member, guards > 0));
    }

    /** The class that an array is made of; empty for one of numbers. */
    private static String element(String owner) {
      if (!owner.startsWith("[")) {
        return owner;
      }
      String element = owner.substring(owner.lastIndexOf('[') + 1);
      return element.startsWith("L") ? element.substring(1, element.length() - 1) : "";
    }

    @Override
    public void visitTryCatchBlock(Label start, Label end, Label handler, String type) {
      if (type == null) {
        return;
      }
      if (GUARDS.contains(type)) {
        starts.merge(start, 1, Integer::sum);
        ends.merge(end, 1, Integer::sum);
      } else if (LOOKUP_GUARDS.contains(type)) {
        lookupStarts.merge(start, 1, Integer::sum);
        lookupEnds.merge(end, 1, Integer::sum);
      }
      // a class that isn't there is never thrown, but the verifier may look for it
      links.add(new Link(Kind.CLASS, type, "", true));
    }

    @Override
    public void visitLabel(Label label) {
      guards += starts.getOrDefault(label, 0) - ends.getOrDefault(label, 0);
      lookupGuards += lookupStarts.getOrDefault(label, 0) - lookupEnds.getOrDefault(label, 0);
    }

    @Override
    public void visitInsn(int opcode) {
      at++;
    }

    @Override
    public void visitVarInsn(int opcode, int index) {
      at++;
    }

    @Override
    public void visitTypeInsn(int opcode, String type) {
      at++;
      add(opcode == Opcodes.NEW ? Kind.NEW : Kind.CLASS, type, "");
    }

    @Override
    public void visitMultiANewArrayInsn(String descriptor, int dimensions) {
      at++;
      add(Kind.CLASS, descriptor, "");
    }

    @Override
    public void visitFieldInsn(int opcode, String owner, String name, String descriptor) {
      at++;
      boolean isStatic = opcode == Opcodes.GETSTATIC || opcode == Opcodes.PUTSTATIC;
      add(isStatic ? Kind.STATIC_FIELD : Kind.FIELD, owner, name + " " + descriptor);
    }

    @Override
    public void visitLdcInsn(Object value) {
      at++;
      if (value instanceof String s) {
        text = s;
        textAt = at;
        if (s.length() < MAX_NAME && CLASS_NAME.matcher(s).matches()) {
          links.add(new Link(Kind.NAMED, s.replace('.', '/'), "", true));
        }
      } else if (value instanceof Type t
          && t.getSort() >= Type.ARRAY
          && t.getSort() <= Type.OBJECT) {
        add(Kind.CLASS, t.getInternalName(), "");
        literalBefore = literal;
        literal = t.getInternalName();
        literalAt = at;
      }
    }

    @Override
    public void visitInvokeDynamicInsn(
        String name, String descriptor, Handle bootstrap, Object... arguments) {
      at++;
      for (Object argument : arguments) {
        if (argument instanceof Handle h) {
          handle(h);
        }
      }
    }

    private void handle(Handle h) {
      if (h.getTag() <= Opcodes.H_PUTSTATIC) {
        return;
      }
      String member = h.getName() + h.getDesc();
      if (h.getTag() == Opcodes.H_NEWINVOKESPECIAL) {
        add(Kind.NEW, h.getOwner(), "");
      }
      boolean virtual =
          h.getTag() == Opcodes.H_INVOKEVIRTUAL || h.getTag() == Opcodes.H_INVOKEINTERFACE;
      add(virtual ? Kind.VIRTUAL : Kind.DIRECT, h.getOwner(), member);
    }

    @Override
    public void visitMethodInsn(
        int opcode, String owner, String name, String descriptor, boolean isInterface) {
      at++;
      boolean virtual = opcode == Opcodes.INVOKEVIRTUAL || opcode == Opcodes.INVOKEINTERFACE;
      add(virtual ? Kind.VIRTUAL : Kind.DIRECT, owner, name + descriptor);
      looksUp(owner, name);
      if (name.equals("getClassLoader") && owner.equals("java/lang/Class")) {
        // that literal was for this; the one before it is what is looked for
        literal = literalBefore == null ? literal : literalBefore;
      }
    }

    private void looksUp(String owner, String name) {
      boolean hasText = at - textAt <= NEAR;
      if (name.equals("forName") && owner.equals("java/lang/Class") && hasText) {
        lookup(Kind.BY_NAME, text.replace('.', '/'));
      } else if (name.equals("loadClass") && owner.equals("java/lang/ClassLoader") && hasText) {
        lookup(Kind.BY_NAME, text.replace('.', '/'));
      } else if (name.equals("loadLibrary") && owner.equals("java/lang/System") && hasText) {
        lookup(Kind.NATIVE, text);
      } else if (name.matches("getResource(AsStream|s)?") && hasText) {
        if (owner.equals("java/lang/Class")) {
          // relative to the class it is asked of, when that is known
          boolean known = at - literalAt <= NEAR;
          if (text.startsWith("/")) {
            lookup(Kind.RESOURCE, text.substring(1));
          } else if (known) {
            lookup(Kind.RESOURCE, literal.substring(0, literal.lastIndexOf('/') + 1) + text);
          }
        } else if (owner.equals("java/lang/ClassLoader")) {
          lookup(Kind.RESOURCE, text);
        }
      } else if (name.equals("load")
          && owner.equals("java/util/ServiceLoader")
          && at - literalAt <= NEAR) {
        lookup(Kind.SERVICE, literal);
      }
    }

    private void lookup(Kind kind, String name) {
      textAt = -NEAR - 1;
      if (!name.isEmpty()) {
        links.add(new Link(kind, name, "", guards > 0 || lookupGuards > 0));
      }
    }
  }
}
