package zugabe.shortstart;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.objectweb.asm.ClassWriter;
import org.objectweb.asm.Handle;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.Type;

/** The class of one lambda: a field for each captured value, and the interface's one method. */
final class FunctionClass {
  private static final String CONSTRUCTOR = "<init>";

  /** The one object of a lambda that captures nothing. */
  private static final String ONLY = "ONLY";

  private final Type self;
  private final String host;
  private final Lambda lambda;
  private final ClassWriter writer = new ClassWriter(ClassWriter.COMPUTE_MAXS);

  FunctionClass(String name, String host, Lambda lambda) {
    this.self = Type.getObjectType(name);
    this.host = host;
    this.lambda = lambda;
  }

  String name() {
    return self.getInternalName();
  }

  /** Code that takes the captured values from the stack and leaves the function there. */
  void push(MethodVisitor code) {
    if (lambda.captured().length == 0) {
      code.visitFieldInsn(Opcodes.GETSTATIC, name(), ONLY, self.getDescriptor());
    } else {
      code.visitMethodInsn(
          Opcodes.INVOKESTATIC,
          name(),
          "of",
          Type.getMethodDescriptor(self, lambda.captured()),
          false);
    }
  }

  byte[] classFile() {
    writer.visit(
        Opcodes.V11,
        Opcodes.ACC_FINAL | Opcodes.ACC_SYNTHETIC | Opcodes.ACC_SUPER,
        name(),
        null,
        "java/lang/Object",
        new String[] {lambda.factory().getReturnType().getInternalName()});
    writer.visitNestHost(host);
    constructor();
    factory();
    method();
    writer.visitEnd();
    return writer.toByteArray();
  }

  private void constructor() {
    Type[] captured = lambda.captured();
    MethodVisitor code = begin(0, CONSTRUCTOR, Type.getMethodDescriptor(Type.VOID_TYPE, captured));
    code.visitVarInsn(Opcodes.ALOAD, 0);
    code.visitMethodInsn(Opcodes.INVOKESPECIAL, "java/lang/Object", CONSTRUCTOR, "()V", false);
    int slot = 1;
    for (int i = 0; i < captured.length; i++) {
      writer.visitField(
          Opcodes.ACC_PRIVATE | Opcodes.ACC_FINAL,
          "captured" + i,
          captured[i].getDescriptor(),
          null,
          null);
      code.visitVarInsn(Opcodes.ALOAD, 0);
      slot = load(code, captured[i], slot);
      code.visitFieldInsn(Opcodes.PUTFIELD, name(), "captured" + i, captured[i].getDescriptor());
    }
    end(code, Type.VOID_TYPE);
  }

  private void factory() {
    Type[] captured = lambda.captured();
    if (captured.length == 0) {
      writer.visitField(
          Opcodes.ACC_STATIC | Opcodes.ACC_FINAL, ONLY, self.getDescriptor(), null, null);
      MethodVisitor code = begin(Opcodes.ACC_STATIC, "<clinit>", "()V");
      construct(code);
      code.visitFieldInsn(Opcodes.PUTSTATIC, name(), ONLY, self.getDescriptor());
      end(code, Type.VOID_TYPE);
    } else {
      MethodVisitor code =
          begin(Opcodes.ACC_STATIC, "of", Type.getMethodDescriptor(self, captured));
      construct(code);
      end(code, self);
    }
  }

  private void construct(MethodVisitor code) {
    code.visitTypeInsn(Opcodes.NEW, name());
    code.visitInsn(Opcodes.DUP);
    int slot = 0;
    for (Type t : lambda.captured()) {
      slot = load(code, t, slot);
    }
    String descriptor = Type.getMethodDescriptor(Type.VOID_TYPE, lambda.captured());
    code.visitMethodInsn(Opcodes.INVOKESPECIAL, name(), CONSTRUCTOR, descriptor, false);
  }

  private void method() {
    MethodVisitor code =
        begin(Opcodes.ACC_PUBLIC, lambda.method(), lambda.erased().getDescriptor());
    if (lambda.constructs()) {
      code.visitTypeInsn(Opcodes.NEW, lambda.implementation().getOwner());
      code.visitInsn(Opcodes.DUP);
    }
    Type[] captured = lambda.captured();
    for (int i = 0; i < captured.length; i++) {
      code.visitVarInsn(Opcodes.ALOAD, 0);
      code.visitFieldInsn(Opcodes.GETFIELD, name(), "captured" + i, captured[i].getDescriptor());
    }
    arguments(code, takenAfter(captured.length));
    call(code);
    Type wanted = lambda.erased().getReturnType();
    if (wanted.equals(Type.VOID_TYPE)) {
      drop(code, lambda.result());
    } else {
      Conversion.of(code, lambda.result(), lambda.actual().getReturnType());
      Conversion.of(code, lambda.actual().getReturnType(), wanted);
    }
    end(code, wanted);
  }

  /** What the implementation takes after the captured values. */
  private List<Type> takenAfter(int captured) {
    List<Type> taken = new ArrayList<>();
    if (lambda.hasReceiver()) {
      taken.add(Type.getObjectType(lambda.implementation().getOwner()));
    }
    taken.addAll(Arrays.asList(Type.getArgumentTypes(lambda.implementation().getDesc())));
    return taken.subList(captured, taken.size());
  }

  private void arguments(MethodVisitor code, List<Type> taken) {
    Type[] erased = lambda.erased().getArgumentTypes();
    Type[] actual = lambda.actual().getArgumentTypes();
    int slot = 1;
    for (int i = 0; i < erased.length; i++) {
      slot = load(code, erased[i], slot);
      Conversion.of(code, erased[i], actual[i]);
      Conversion.of(code, actual[i], taken.get(i));
    }
  }

  private void call(MethodVisitor code) {
    Handle to = lambda.implementation();
    int instruction = to.isInterface() ? Opcodes.INVOKEINTERFACE : Opcodes.INVOKEVIRTUAL;
    if (to.getTag() == Opcodes.H_INVOKESTATIC) {
      instruction = Opcodes.INVOKESTATIC;
    } else if (lambda.constructs()) {
      instruction = Opcodes.INVOKESPECIAL;
    }
    code.visitMethodInsn(instruction, to.getOwner(), to.getName(), to.getDesc(), to.isInterface());
  }

  private static void drop(MethodVisitor code, Type result) {
    if (result.getSize() == 2) {
      code.visitInsn(Opcodes.POP2);
    } else if (result.getSize() == 1) {
      code.visitInsn(Opcodes.POP);
    }
  }

  private MethodVisitor begin(int access, String name, String descriptor) {
    MethodVisitor code = writer.visitMethod(access, name, descriptor, null, null);
    code.visitCode();
    return code;
  }

  private static int load(MethodVisitor code, Type type, int slot) {
    code.visitVarInsn(type.getOpcode(Opcodes.ILOAD), slot);
    return slot + type.getSize();
  }

  private static void end(MethodVisitor code, Type returned) {
    code.visitInsn(returned.getOpcode(Opcodes.IRETURN));
    code.visitMaxs(0, 0);
    code.visitEnd();
  }
}
